package plainsieve.server.jobs.deliveries;

import java.math.BigDecimal;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.files.forms.DefaultForm;
import plainsieve.files.forms.DeliveryForm;
import plainsieve.files.forms.DeliveryForm.AttachmentForm;
import plainsieve.files.forms.DeliveryForm.ConditionForm;
import plainsieve.files.forms.DeliveryForm.ConditionForm.Comparison;
import plainsieve.files.forms.DeliveryForm.RecipientsForm;
import plainsieve.server.jobs.schedules.ScheduleForms;

/** Converts deliveries to forms and back. */
public final class DeliveryForms {
    private DeliveryForms() {}

    public static DeliveryForm form(Delivery delivery) {
        return new DeliveryForm(
                delivery.id(),
                delivery.name(),
                delivery.content().reportId(),
                DefaultForm.of(delivery.content().choices()),
                recipients(delivery.to()),
                condition(delivery.content().only()),
                delivery.content().attached().stream()
                        .map(one -> new AttachmentForm(one.viewId(), one.format()))
                        .toList(),
                ScheduleForms.form(delivery.schedule()),
                delivery.paused(),
                delivery.version());
    }

    private static RecipientsForm recipients(Delivery.Recipients to) {
        return to instanceof Delivery.EachRow each
                ? new RecipientsForm(List.of(), each.queryId(), each.column(), each.choices())
                : new RecipientsForm(((Delivery.NamedRecipients) to).who(), "", "", Map.of());
    }

    private static ConditionForm condition(Delivery.SendCondition only) {
        if (only instanceof Delivery.HasRows rows) {
            return new ConditionForm(rows.viewId(), "", Comparison.ABOVE, "");
        }
        return only instanceof Delivery.FigureThreshold passes
                ? new ConditionForm(
                        passes.viewId(),
                        passes.label(),
                        passes.above() ? Comparison.ABOVE : Comparison.BELOW,
                        passes.value().toPlainString())
                : new ConditionForm("", "", Comparison.ABOVE, "");
    }

    /**
     * The delivery. Throws {@link ProblemException} for an invalid threshold, schedule or attachment.
     *
     * @param since start of its schedule
     * @param zone the time zone of a schedule that has none
     */
    public static Delivery delivery(DeliveryForm form, Instant since, ZoneId zone) {
        return new Delivery(
                form.id(),
                form.name(),
                new Delivery.Content(
                        form.report(),
                        DefaultForm.toDefinitions(form.choices()),
                        condition(form.condition()),
                        form.attachments().stream()
                                .map(DeliveryForms::attachment)
                                .toList()),
                recipients(form.recipients()),
                ScheduleForms.schedule(form.schedule(), zone),
                form.paused(),
                since,
                form.version());
    }

    private static Delivery.Recipients recipients(RecipientsForm form) {
        List<String> addresses = form.addresses().stream()
                .map(String::strip)
                .filter(one -> !one.isEmpty())
                .distinct()
                .toList();
        return form.query().isEmpty()
                ? new Delivery.NamedRecipients(addresses)
                : new Delivery.EachRow(form.query(), form.addressColumn(), form.choices());
    }

    private static Delivery.SendCondition condition(ConditionForm form) {
        if (form.view().isEmpty()) {
            return new Delivery.Unconditional();
        }
        return form.figure().isEmpty()
                ? new Delivery.HasRows(form.view())
                : new Delivery.FigureThreshold(
                        form.view(), form.figure(), form.comparison() == Comparison.ABOVE, threshold(form.value()));
    }

    private static BigDecimal threshold(String value) {
        try {
            return new BigDecimal(value.strip());
        } catch (NumberFormatException e) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_DELIVERY,
                    "The threshold “%s” is not a number.".formatted(value),
                    "Write one such as 10 or 2.5."));
        }
    }

    private static Delivery.Attachment attachment(AttachmentForm form) {
        if (form.format() == null) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_DELIVERY,
                    "An attachment has no format.",
                    "Use csv, csv-exact, xlsx, parquet or json."));
        }
        return new Delivery.Attachment(form.view(), form.format());
    }
}
