package plainsieve.server.api.author;

import java.math.BigDecimal;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.server.api.author.ScheduleBodies.LastJob;
import plainsieve.server.api.author.ScheduleBodies.ScheduleBody;
import plainsieve.server.api.body.Absent;
import plainsieve.server.api.body.DefaultBody;
import plainsieve.server.deliveries.Delivery;
import plainsieve.server.downloads.DownloadFormat;

/** Deliveries on the wire. */
final class DeliveryBodies {
    private DeliveryBodies() {}

    /** What a parameter opens with in its mails. @param words as people would say it */
    record FixedDefault(String parameter, DefaultBody value, String words) {}

    /**
     * Who gets it.
     *
     * @param who addresses, names of people, and groups as {@code group:name}; empty where rows say it
     * @param queryId whose rows say it; empty where it is stated here
     * @param column with the address
     * @param choices which column says what is chosen, by the parameter
     */
    record RecipientsBody(List<String> who, String queryId, String column, Map<String, String> choices) {
        RecipientsBody {
            who = Absent.orEmpty(who);
            queryId = Absent.orEmpty(queryId);
            column = Absent.orEmpty(column);
            choices = choices == null ? Map.of() : new LinkedHashMap<>(choices);
        }

        static RecipientsBody of(Delivery.Recipients to) {
            return to instanceof Delivery.EachRow each
                    ? new RecipientsBody(List.of(), each.queryId(), each.column(), each.choices())
                    : new RecipientsBody(((Delivery.NamedRecipients) to).who(), "", "", Map.of());
        }

        Delivery.Recipients toRecipients() {
            List<String> said = who.stream()
                    .map(String::strip)
                    .filter(one -> !one.isEmpty())
                    .distinct()
                    .toList();
            return queryId.isEmpty()
                    ? new Delivery.NamedRecipients(said)
                    : new Delivery.EachRow(queryId, column, choices);
        }
    }

    /**
     * When it is sent at all.
     *
     * @param viewId whose rows, or whose figure, say so; empty for always
     * @param figure its label; empty where any row is enough
     * @param passes above or below
     * @param value a plain decimal
     */
    record OnlyBody(String viewId, String figure, String passes, String value) {
        OnlyBody {
            viewId = Absent.orEmpty(viewId);
            figure = Absent.orEmpty(figure);
            passes = Absent.orEmpty(passes);
            value = Absent.orEmpty(value);
        }

        static OnlyBody of(Delivery.SendCondition only) {
            if (only instanceof Delivery.HasRows any) {
                return new OnlyBody(any.viewId(), "", "", "");
            }
            return only instanceof Delivery.FigureThreshold passes
                    ? new OnlyBody(
                            passes.viewId(),
                            passes.label(),
                            passes.above() ? "above" : "below",
                            passes.value().toPlainString())
                    : new OnlyBody("", "", "", "");
        }

        Delivery.SendCondition toOnly() {
            if (viewId.isEmpty()) {
                return new Delivery.Unconditional();
            }
            return figure.isEmpty()
                    ? new Delivery.HasRows(viewId)
                    : new Delivery.FigureThreshold(viewId, figure, !passes.equals("below"), number());
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

    /** Every row of a view as a file. @param format csv, csv-exact, xlsx, parquet or json */
    record AttachedBody(String viewId, String format) {
        AttachedBody {
            viewId = Absent.orEmpty(viewId);
            format = Absent.orEmpty(format);
        }

        static AttachedBody of(Delivery.Attachment one) {
            return new AttachedBody(one.viewId(), one.format().word());
        }

        Delivery.Attachment toAttachment() {
            return new Delivery.Attachment(
                    viewId,
                    DownloadFormat.ofWord(format)
                            .orElseThrow(() -> new ProblemException(Problem.of(
                                    "bad-delivery",
                                    "Unknown file format “%s”.".formatted(format),
                                    "Use csv, csv-exact, xlsx, parquet or json."))));
        }
    }

    /** A figure that may say whether something is sent. */
    record FigureOf(String viewId, String label, String unit) {}

    /** A view of the report. @param rows whether it has rows that a file could have */
    record ViewOf(String id, String title, boolean rows) {}

    /**
     * The settings of a delivery.
     *
     * @param chooses the parameters of its report
     */
    record Offers(String reportName, List<String> chooses, List<ViewOf> views, List<FigureOf> figures) {}

    /**
     * A delivery.
     *
     * @param unsubscribed addresses that want no more of it
     * @param next ISO 8601; empty where no time is known
     */
    record DeliveryBody(
            String id,
            String name,
            String reportId,
            List<FixedDefault> choices,
            RecipientsBody to,
            OnlyBody only,
            List<AttachedBody> attached,
            ScheduleBody schedule,
            boolean paused,
            int version,
            Offers offers,
            LastJob last,
            List<String> unsubscribed,
            String next) {}

    /** A mail, or why there was none. @param state waiting, handing-over, sent, refused, left, or unsure. @param at ISO 8601 */
    record MailBody(long id, String address, String state, String subject, String note, String at) {}
}
