package plainsieve.server.api.author.live;

import jakarta.validation.Valid;
import java.time.Instant;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.files.forms.DeliveryForm;
import plainsieve.server.api.author.live.DeliveryBodies.DeliveryBody;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.http.Creates;
import plainsieve.server.http.context.Audited;
import plainsieve.server.http.context.PageRequest;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.jobs.JobRunner;
import plainsieve.server.jobs.deliveries.Deliveries;
import plainsieve.server.jobs.deliveries.Delivery;
import plainsieve.server.jobs.deliveries.DeliveryEdits;
import plainsieve.server.jobs.deliveries.DeliveryForms;
import plainsieve.server.people.Role;
import plainsieve.server.records.jobs.JobCause;
import plainsieve.server.records.jobs.JobKind;
import plainsieve.server.runtime.settings.Settings;

/** Deliveries: report, recipients, schedule, and outcome. */
@RestController
@RequestMapping("/api/v1/projects/{project}/deliveries")
@RequiredRole(Role.AUTHOR)
class DeliveriesApi {
    private final Deliveries deliveries;
    private final DeliveryEdits edits;
    private final DeliveryPages pages;
    private final JobRunner jobRunner;
    private final Settings settings;

    DeliveriesApi(
            Deliveries deliveries, DeliveryEdits edits, DeliveryPages pages, JobRunner jobRunner, Settings settings) {
        this.deliveries = deliveries;
        this.edits = edits;
        this.pages = pages;
        this.jobRunner = jobRunner;
        this.settings = settings;
    }

    @GetMapping
    List<DeliveryBody> listDeliveries(Project project, PageRequest page) {
        return page.of(deliveries.of(project.id()), Delivery::id).stream()
                .map(delivery -> pages.body(project, delivery))
                .toList();
    }

    @GetMapping("/{id}")
    DeliveryBody getDelivery(Project project, @PathVariable String id) {
        return pages.body(project, deliveries.get(project.id(), id));
    }

    /** Creates a delivery. Without recipients, no emails are sent. */
    @PostMapping
    @Audited("added a delivery")
    @Creates("/api/v1/projects/{project}/deliveries/{created}")
    DeliveryBody createDelivery(Project project, @Valid @RequestBody DeliveryForm body) {
        return pages.body(project, edits.add(project, delivery(body.identified("", 0))));
    }

    private Delivery delivery(DeliveryForm form) {
        return DeliveryForms.delivery(form, Instant.EPOCH, settings.zone());
    }

    /** Changes a delivery; its report stays. */
    @PutMapping("/{id}")
    @Audited("changed a delivery")
    DeliveryBody updateDelivery(Project project, @PathVariable String id, @Valid @RequestBody DeliveryForm body) {
        String report = FixedProperty.kept(
                "report", deliveries.get(project.id(), id).content().reportId(), body.report());
        edits.change(project, delivery(body.ofReport(report).identified(id, body.version())));
        return pages.body(project, deliveries.get(project.id(), id));
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Audited("removed a delivery")
    void removeDelivery(Project project, @PathVariable String id) {
        edits.remove(project, id);
    }

    /** Sends it now, to everyone who gets it. */
    @PostMapping("/{id}/send")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Audited("sent a delivery manually")
    void sendDelivery(Project project, @PathVariable String id) {
        jobRunner.runNow(
                project.id(), JobKind.DELIVERY, deliveries.get(project.id(), id).id(), JobCause.MANUAL);
    }
}
