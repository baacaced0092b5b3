package plainsieve.files;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;
import plainsieve.files.forms.DeliveryForm;

/**
 * The deliveries of a project, {@code deliveries.yaml} beside its {@code project.yaml}. Unsubscriptions are not
 * included. Described in docs/project-files.md.
 */
@JsonInclude(JsonInclude.Include.NON_EMPTY)
public record DeliveriesFile(List<DeliveryForm> deliveries) {
    public static final String NAME = "deliveries.yaml";

    /** There are none. */
    public static final DeliveriesFile NONE = new DeliveriesFile(List.of());

    public DeliveriesFile {
        deliveries = deliveries == null ? List.of() : List.copyOf(deliveries);
    }
}
