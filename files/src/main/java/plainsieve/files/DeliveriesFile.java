package plainsieve.files;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/**
 * What a project sends by mail, {@code deliveries.yaml} beside its {@code project.yaml}. Unsubscriptions are not part of
 * it. Described in docs/project-files.md.
 */
@JsonInclude(JsonInclude.Include.NON_EMPTY)
public record DeliveriesFile(List<DeliveryEntry> deliveries) {
    public static final String NAME = "deliveries.yaml";

    /** There are none. */
    public static final DeliveriesFile NONE = new DeliveriesFile(List.of());

    public DeliveriesFile {
        deliveries = deliveries == null ? List.of() : List.copyOf(deliveries);
    }

    /**
     * A delivery.
     *
     * @param report the id of the report that is sent
     * @param choices what its parameters open with in the mail, as a default is written: a choice, or {@code {formula: …}}
     * @param recipients addresses, names of people, and groups as {@code group:name}; empty where rows say who gets it
     * @param recipientQuery whose rows say who gets it; nothing where it is stated here
     * @param condition when it is sent; nothing for always
     * @param cron a line of five fields; empty where it has no times
     * @param timeZone in which they are meant, a name of the IANA database
     * @param missedRuns leave, where times that were missed are left out; empty where they are caught up
     * @param after the id of the stored copy behind which it is sent; empty for none
     */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record DeliveryEntry(
            String id,
            String name,
            String report,
            Map<String, JsonNode> choices,
            List<String> recipients,
            @JsonInclude(JsonInclude.Include.NON_NULL) RecipientQueryEntry recipientQuery,
            @JsonInclude(JsonInclude.Include.NON_NULL) ConditionEntry condition,
            List<AttachmentEntry> attachments,
            String cron,
            String timeZone,
            String missedRuns,
            String after,
            @JsonInclude(JsonInclude.Include.NON_DEFAULT) boolean paused) {
        public DeliveryEntry {
            id = ParameterEntry.orEmpty(id);
            name = ParameterEntry.orEmpty(name);
            report = ParameterEntry.orEmpty(report);
            choices = choices == null ? Map.of() : Collections.unmodifiableMap(new LinkedHashMap<>(choices));
            recipients = recipients == null ? List.of() : List.copyOf(recipients);
            attachments = attachments == null ? List.of() : List.copyOf(attachments);
            cron = ParameterEntry.orEmpty(cron);
            timeZone = ParameterEntry.orEmpty(timeZone);
            missedRuns = ParameterEntry.orEmpty(missedRuns);
            after = ParameterEntry.orEmpty(after);
        }
    }

    /**
     * One mail for each row of a query.
     *
     * @param query its id
     * @param addressColumn the column with the address, or the name of a person
     * @param choices the column with the choice, by parameter
     */
    public record RecipientQueryEntry(String query, String addressColumn, Map<String, String> choices) {
        public RecipientQueryEntry {
            query = ParameterEntry.orEmpty(query);
            addressColumn = ParameterEntry.orEmpty(addressColumn);
            choices = choices == null ? Map.of() : Collections.unmodifiableMap(new LinkedHashMap<>(choices));
        }
    }

    /**
     * When it is sent.
     *
     * @param view whose rows, or whose figure, say so
     * @param figure its label; empty: at least one row
     * @param comparison above or below
     */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record ConditionEntry(String view, String figure, String comparison, String value) {
        public ConditionEntry {
            view = ParameterEntry.orEmpty(view);
            figure = ParameterEntry.orEmpty(figure);
            comparison = ParameterEntry.orEmpty(comparison);
            value = ParameterEntry.orEmpty(value);
        }
    }

    /** Every row of a view as a file. @param format as downloads have it */
    public record AttachmentEntry(String view, String format) {
        public AttachmentEntry {
            view = ParameterEntry.orEmpty(view);
            format = ParameterEntry.orEmpty(format);
        }
    }
}
