package plainsieve.server.api.author.live;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
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
import plainsieve.core.parameter.DefaultDefinition;
import plainsieve.server.api.author.live.DeliveryBodies.AttachmentBody;
import plainsieve.server.api.author.live.DeliveryBodies.ConditionBody;
import plainsieve.server.api.author.live.DeliveryBodies.DeliveryBody;
import plainsieve.server.api.author.live.DeliveryBodies.RecipientsBody;
import plainsieve.server.api.author.live.ScheduleBodies.ScheduleBody;
import plainsieve.server.body.Absent;
import plainsieve.server.body.DefaultBody;
import plainsieve.server.body.RequestLimits;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.http.Creates;
import plainsieve.server.http.context.Audited;
import plainsieve.server.http.context.PageRequest;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.jobs.JobRunner;
import plainsieve.server.jobs.deliveries.Deliveries;
import plainsieve.server.jobs.deliveries.Delivery;
import plainsieve.server.jobs.deliveries.DeliveryEdits;
import plainsieve.server.people.Role;
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

    record NewDelivery(
            @NotBlank(message = RequestLimits.MISSING) String reportId,

            @NotBlank(message = RequestLimits.MISSING) @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String name) {}

    /** A delivery to no recipients yet. */
    @PostMapping
    @Audited("added a delivery")
    @Creates("/api/v1/projects/{project}/deliveries/{created}")
    DeliveryBody createDelivery(Project project, @Valid @RequestBody NewDelivery body) {
        return pages.body(project, edits.add(project, body.reportId(), body.name()));
    }

    /** How it should be, all of it. */
    record DeliveryChange(
            @NotBlank(message = RequestLimits.MISSING) @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String name,

            Map<String, @NotNull(message = RequestLimits.MISSING) @Valid DefaultBody> choices,
            RecipientsBody recipients,
            ConditionBody condition,
            List<@NotNull(message = RequestLimits.MISSING) @Valid AttachmentBody> attachments,
            ScheduleBody schedule,
            boolean paused,
            int version) {
        DeliveryChange {
            choices = choices == null ? Map.of() : new LinkedHashMap<>(choices);
            recipients = recipients == null ? new RecipientsBody(List.of(), "", "", Map.of()) : recipients;
            condition = condition == null ? new ConditionBody("", "", null, "") : condition;
            attachments = Absent.orEmpty(attachments);
            schedule = schedule == null ? new ScheduleBody("", "", "", null, "") : schedule;
        }

        private Delivery.Content content(String reportId) {
            Map<String, DefaultDefinition> said = new LinkedHashMap<>();
            choices.forEach((name, value) -> said.put(name, value.toDefinition()));
            return new Delivery.Content(
                    reportId,
                    said,
                    condition.toOnly(),
                    attachments.stream().map(AttachmentBody::toAttachment).toList());
        }
    }

    @PutMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Audited("changed a delivery")
    void updateDelivery(Project project, @PathVariable String id, @Valid @RequestBody DeliveryChange body) {
        Delivery known = deliveries.get(project.id(), id);
        edits.change(
                project,
                new Delivery(
                        id,
                        body.name(),
                        body.content(known.content().reportId()),
                        body.recipients().toRecipients(),
                        body.schedule().toSchedule(settings.zone()),
                        body.paused(),
                        known.since(),
                        body.version()));
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
                project.id(), Delivery.KIND, deliveries.get(project.id(), id).id(), "hand");
    }
}
