package plainsieve.server.jobs.deliveries;

import java.math.BigDecimal;
import java.time.Instant;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import plainsieve.core.parameter.DefaultDefinition;
import plainsieve.files.forms.DownloadFormat;
import plainsieve.server.jobs.schedules.Schedule;

/**
 * A report that is sent by email.
 *
 * @param name display name and subject
 * @param schedule when it is sent
 * @param paused whether scheduled times are skipped
 * @param since start of its schedule: earlier times were not missed
 * @param version on which a change is based
 */
public record Delivery(
        String id,
        String name,
        Content content,
        Recipients to,
        Schedule schedule,
        boolean paused,
        Instant since,
        int version) {

    Delivery identified(String newId) {
        return new Delivery(newId, name, content, to, schedule, paused, since, version);
    }

    Delivery named(String newName) {
        return new Delivery(id, newName, content, to, schedule, paused, since, version);
    }

    Delivery startingAt(Instant start) {
        return new Delivery(id, name, content, to, schedule, paused, start, version);
    }

    /**
     * The content of a delivery and its condition.
     *
     * @param choices defaults of the report's parameters, evaluated when it is sent; other parameters keep theirs
     */
    public record Content(
            String reportId, Map<String, DefaultDefinition> choices, SendCondition only, List<Attachment> attached) {
        public Content {
            choices = Collections.unmodifiableMap(new LinkedHashMap<>(choices));
            attached = List.copyOf(attached);
        }
    }

    /** Every row of a view as a file. */
    public record Attachment(String viewId, DownloadFormat format) {}

    /** Who gets it. */
    public sealed interface Recipients {}

    /** @param who addresses, account names, and groups as {@code group:name} */
    public record NamedRecipients(List<String> who) implements Recipients {
        public NamedRecipients {
            who = List.copyOf(who);
        }
    }

    /**
     * One mail for each row of a query.
     *
     * @param column the column with the email address, or the name of a person
     * @param choices the column with the choice, by parameter
     */
    public record EachRow(String queryId, String column, Map<String, String> choices) implements Recipients {
        public EachRow {
            choices = Collections.unmodifiableMap(new LinkedHashMap<>(choices));
        }
    }

    /** When it is sent at all. */
    public sealed interface SendCondition {}

    public record Unconditional() implements SendCondition {}

    /** Only when a view has rows. */
    public record HasRows(String viewId) implements SendCondition {}

    /** Only when a figure passes a value. @param label of the figure. @param above whether it must be above it, not below */
    public record FigureThreshold(String viewId, String label, boolean above, BigDecimal value)
            implements SendCondition {}
}
