package plainsieve.files;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/**
 * The deliveries of a project, {@code deliveries.yaml} beside its {@code project.yaml}. Unsubscriptions are not
 * included. Described in docs/project-files.md.
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
     * @param report the ID of the delivered report
     * @param choices the choices of parameters in the email, in the format of defaults: a choice, or {@code {formula: …}}
     * @param recipients addresses, account names, and groups as {@code group:name}; empty for recipients from a query
     * @param recipientQuery the query that returns the recipients; null for fixed recipients
     * @param condition for sending; null for always
     * @param cron a cron expression with five fields; empty without a schedule
     * @param timeZone of the schedule, an IANA name
     * @param missedRuns leave to skip missed runs; empty to catch up
     * @param after the ID of the stored copy after which it is sent; empty for none
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
     * The condition for sending.
     *
     * @param view with the rows or the figure
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
