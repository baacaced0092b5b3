package plainsieve.files;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;

/**
 * What a project sends by mail, {@code deliveries.yaml} beside its {@code project.yaml}. Who has asked for no more of it is no part of
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
     * @param to addresses, names of people, and groups as {@code group:name}; empty where rows say who gets it
     * @param each whose rows say who gets it; nothing where it is stated here
     * @param only when it is sent; nothing for always
     * @param every a line of five fields; empty where it has no times
     * @param zone in which they are meant, a name of the IANA database
     * @param missed leave, where times that were missed are left out; empty where they are caught up
     * @param after the id of the stored copy behind which it is sent; empty for none
     */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record DeliveryEntry(
            String id,
            String name,
            String report,
            Map<String, JsonNode> choices,
            List<String> to,
            @JsonInclude(JsonInclude.Include.NON_NULL) EachEntry each,
            @JsonInclude(JsonInclude.Include.NON_NULL) OnlyEntry only,
            List<AttachEntry> attach,
            String every,
            String zone,
            String missed,
            String after,
            @JsonInclude(JsonInclude.Include.NON_DEFAULT) boolean paused) {
        public DeliveryEntry {
            id = ParameterEntry.orEmpty(id);
            name = ParameterEntry.orEmpty(name);
            report = ParameterEntry.orEmpty(report);
            choices = choices == null ? Map.of() : Collections.unmodifiableMap(new LinkedHashMap<>(choices));
            to = to == null ? List.of() : List.copyOf(to);
            attach = attach == null ? List.of() : List.copyOf(attach);
            every = ParameterEntry.orEmpty(every);
            zone = ParameterEntry.orEmpty(zone);
            missed = ParameterEntry.orEmpty(missed);
            after = ParameterEntry.orEmpty(after);
        }
    }

    /**
     * One mail for each row of a query.
     *
     * @param query its id
     * @param address the column with the address, or the name of a person
     * @param choices which column says what is chosen, by the parameter
     */
    public record EachEntry(String query, String address, Map<String, String> choices) {
        public EachEntry {
            query = ParameterEntry.orEmpty(query);
            address = ParameterEntry.orEmpty(address);
            choices = choices == null ? Map.of() : Collections.unmodifiableMap(new LinkedHashMap<>(choices));
        }
    }

    /**
     * When it is sent.
     *
     * @param view whose rows, or whose figure, say so
     * @param figure its label; empty where any row is enough
     * @param passes above or below
     */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record OnlyEntry(String view, String figure, String passes, String value) {
        public OnlyEntry {
            view = ParameterEntry.orEmpty(view);
            figure = ParameterEntry.orEmpty(figure);
            passes = ParameterEntry.orEmpty(passes);
            value = ParameterEntry.orEmpty(value);
        }
    }

    /** Every row of a view as a file. @param format as downloads have it */
    public record AttachEntry(String view, String format) {
        public AttachEntry {
            view = ParameterEntry.orEmpty(view);
            format = ParameterEntry.orEmpty(format);
        }
    }
}
