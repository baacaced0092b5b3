package plainsieve.server.api.author.live;

import jakarta.validation.constraints.NotNull;
import java.math.BigDecimal;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.server.api.author.live.ScheduleBodies.LastJob;
import plainsieve.server.api.author.live.ScheduleBodies.ScheduleBody;
import plainsieve.server.body.Absent;
import plainsieve.server.body.DefaultBody;
import plainsieve.server.body.RequestLimits;
import plainsieve.server.body.ResourceBody;
import plainsieve.server.body.VersionedBody;
import plainsieve.server.jobs.deliveries.Delivery;
import plainsieve.server.records.jobs.EmailRow;
import plainsieve.server.results.downloads.DownloadFormat;

/** Deliveries on the wire. */
final class DeliveryBodies {
    private DeliveryBodies() {}

    /** The choice of a parameter in the emails. @param words as text */
    record DefaultChoice(String parameter, DefaultBody value, String words) {}

    /**
     * The recipients.
     *
     * @param addresses email addresses, account names, and groups as {@code group:name}; empty for recipients from a query
     * @param queryId the query with one row per email; empty for a fixed list
     * @param addressColumn with the address
     * @param choices the column with the choice, by parameter
     */
    record RecipientsBody(List<String> addresses, String queryId, String addressColumn, Map<String, String> choices) {
        RecipientsBody {
            addresses = Absent.orEmpty(addresses);
            queryId = Absent.orEmpty(queryId);
            addressColumn = Absent.orEmpty(addressColumn);
            choices = choices == null ? Map.of() : new LinkedHashMap<>(choices);
        }

        static RecipientsBody of(Delivery.Recipients to) {
            return to instanceof Delivery.EachRow each
                    ? new RecipientsBody(List.of(), each.queryId(), each.column(), each.choices())
                    : new RecipientsBody(((Delivery.NamedRecipients) to).who(), "", "", Map.of());
        }

        Delivery.Recipients toRecipients() {
            List<String> said = addresses.stream()
                    .map(String::strip)
                    .filter(one -> !one.isEmpty())
                    .distinct()
                    .toList();
            return queryId.isEmpty()
                    ? new Delivery.NamedRecipients(said)
                    : new Delivery.EachRow(queryId, addressColumn, choices);
        }
    }

    /**
     * The condition for sending.
     *
     * @param viewId the view with the rows or the figure; empty: always
     * @param figure its label; empty: at least one row
     * @param comparison how the figure must compare with the value; above without a figure
     * @param value a plain decimal
     */
    record ConditionBody(String viewId, String figure, Comparison comparison, String value) {
        /** Which side of the threshold a figure is on. */
        enum Comparison {
            ABOVE,
            BELOW
        }

        ConditionBody {
            viewId = Absent.orEmpty(viewId);
            figure = Absent.orEmpty(figure);
            comparison = comparison == null ? Comparison.ABOVE : comparison;
            value = Absent.orEmpty(value);
        }

        static ConditionBody of(Delivery.SendCondition only) {
            if (only instanceof Delivery.HasRows any) {
                return new ConditionBody(any.viewId(), "", Comparison.ABOVE, "");
            }
            return only instanceof Delivery.FigureThreshold passes
                    ? new ConditionBody(
                            passes.viewId(),
                            passes.label(),
                            passes.above() ? Comparison.ABOVE : Comparison.BELOW,
                            passes.value().toPlainString())
                    : new ConditionBody("", "", Comparison.ABOVE, "");
        }

        Delivery.SendCondition toOnly() {
            if (viewId.isEmpty()) {
                return new Delivery.Unconditional();
            }
            return figure.isEmpty()
                    ? new Delivery.HasRows(viewId)
                    : new Delivery.FigureThreshold(viewId, figure, comparison == Comparison.ABOVE, number());
        }

        private BigDecimal number() {
            try {
                return new BigDecimal(value.strip());
            } catch (NumberFormatException e) {
                throw new ProblemException(Problem.of(
                        "bad-delivery", "“%s” is no number.".formatted(value), "Write one such as 10 or 2.5."));
            }
        }
    }

    /** Every row of a view as a file. */
    record AttachmentBody(
            String viewId,
            @NotNull(message = RequestLimits.MISSING) DownloadFormat format) {
        AttachmentBody {
            viewId = Absent.orEmpty(viewId);
        }

        static AttachmentBody of(Delivery.Attachment one) {
            return new AttachmentBody(one.viewId(), one.format());
        }

        Delivery.Attachment toAttachment() {
            return new Delivery.Attachment(viewId, format);
        }
    }

    /** A figure that a condition can use. */
    record FigureOption(String viewId, String label, String unit) {}

    /** A view of the report. @param rows whether it can be attached as a file */
    record ViewOption(String id, String title, boolean rows) {}

    /**
     * The settings of a delivery.
     *
     * @param parameters the parameters of the report
     */
    record DeliveryOptions(
            String reportName, List<String> parameters, List<ViewOption> views, List<FigureOption> figures) {}

    /**
     * A delivery.
     *
     * @param unsubscribed unsubscribed addresses
     * @param nextRun ISO 8601; empty if not scheduled
     */
    record DeliveryBody(
            String id,
            String name,
            String reportId,
            List<DefaultChoice> choices,
            RecipientsBody recipients,
            ConditionBody condition,
            List<AttachmentBody> attachments,
            ScheduleBody schedule,
            boolean paused,
            int version,
            DeliveryOptions options,
            LastJob lastJob,
            List<String> unsubscribed,
            String nextRun)
            implements ResourceBody, VersionedBody {}

    /** An email, or the reason why none was sent. @param at ISO 8601 */
    record EmailBody(long id, String address, EmailRow.State state, String subject, String message, String at) {}
}
