package plainsieve.files.forms;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;

/**
 * A delivery.
 *
 * @param id given by the server when it is created
 * @param name display name and subject
 * @param report the ID of the delivered report, which cannot change
 * @param choices the choices of parameters in the email, by name; other parameters keep their defaults
 * @param condition for sending
 * @param attachments rows of views as files
 * @param schedule when it is sent
 * @param paused whether scheduled times are skipped
 * @param version the version on which a change is based
 */
public record DeliveryForm(
        String id,

        @NotBlank(message = FormLimits.MISSING) @Size(max = FormLimits.NAME, message = FormLimits.TOO_LONG)
        String name,

        String report,
        Map<String, @NotNull(message = FormLimits.MISSING) @Valid DefaultForm> choices,
        RecipientsForm recipients,
        ConditionForm condition,
        List<@NotNull(message = FormLimits.MISSING) @Valid AttachmentForm> attachments,
        ScheduleForm schedule,
        boolean paused,
        @ApiOnly int version)
        implements Form, VersionedResource {
    public DeliveryForm {
        id = Absent.orEmpty(id);
        name = Absent.orEmpty(name);
        report = Absent.orEmpty(report);
        choices = Absent.orEmpty(choices);
        recipients = recipients == null ? RecipientsForm.NONE : recipients;
        condition = condition == null ? ConditionForm.ALWAYS : condition;
        attachments = Absent.orEmpty(attachments);
        schedule = schedule == null ? ScheduleForm.NONE : schedule;
    }

    /** The same of a report. */
    public DeliveryForm ofReport(String newReport) {
        return new DeliveryForm(
                id, name, newReport, choices, recipients, condition, attachments, schedule, paused, version);
    }

    /** The same with an ID, as a change of a version. */
    public DeliveryForm identified(String newId, int base) {
        return new DeliveryForm(
                newId, name, report, choices, recipients, condition, attachments, schedule, paused, base);
    }

    /**
     * The recipients: a fixed list, or one email for each row of a query.
     *
     * @param addresses email addresses, account names, and groups as {@code group:name}; empty for recipients from a query
     * @param query the ID of the query with one row per email; empty for a fixed list
     * @param addressColumn the column with the address, or the name of a person
     * @param choices the column with the choice, by parameter
     */
    public record RecipientsForm(
            List<String> addresses, String query, String addressColumn, Map<String, String> choices) implements Form {
        static final RecipientsForm NONE = new RecipientsForm(List.of(), "", "", Map.of());

        public RecipientsForm {
            addresses = Absent.orEmpty(addresses);
            query = Absent.orEmpty(query);
            addressColumn = Absent.orEmpty(addressColumn);
            choices = Absent.orEmpty(choices);
        }
    }

    /**
     * The condition for sending.
     *
     * @param view the ID of the view with the rows or the figure; empty: always
     * @param figure its label; empty: at least one row
     * @param comparison how the figure must compare with the value
     * @param value a plain decimal
     */
    public record ConditionForm(String view, String figure, Comparison comparison, String value) implements Form {
        static final ConditionForm ALWAYS = new ConditionForm("", "", Comparison.ABOVE, "");

        /** Which side of the threshold a figure is on. */
        public enum Comparison {
            ABOVE,
            BELOW
        }

        public ConditionForm {
            view = Absent.orEmpty(view);
            figure = Absent.orEmpty(figure);
            comparison = comparison == null ? Comparison.ABOVE : comparison;
            value = Absent.orEmpty(value);
        }
    }

    /** Every row of a view as a file. @param view its ID */
    public record AttachmentForm(
            String view,
            @NotNull(message = FormLimits.MISSING) DownloadFormat format) implements Form {
        public AttachmentForm {
            view = Absent.orEmpty(view);
        }
    }
}
