package plainsieve.server.api.author.live;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import java.util.List;
import java.util.Map;
import plainsieve.files.forms.DeliveryForm;
import plainsieve.server.body.DefinitionBody;
import plainsieve.server.records.jobs.EmailRow;

/** Deliveries on the wire. */
final class DeliveryBodies {
    private DeliveryBodies() {}

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
     * @param choiceLabels its choices as text, by parameter
     * @param unsubscribed unsubscribed addresses
     * @param nextRun ISO 8601; empty if not scheduled
     */
    record DeliveryBody(
            @JsonUnwrapped DeliveryForm definition,
            Map<String, String> choiceLabels,
            DeliveryOptions options,
            LastJob lastJob,
            List<String> unsubscribed,
            String nextRun)
            implements DefinitionBody<DeliveryForm> {}

    /** An email, or the reason why none was sent. @param at ISO 8601 */
    record EmailBody(long id, String address, EmailRow.State state, String subject, String message, String at) {}
}
