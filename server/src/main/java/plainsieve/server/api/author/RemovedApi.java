package plainsieve.server.api.author;

import jakarta.servlet.http.HttpServletRequest;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.definitions.edits.ObjectRestoration;
import plainsieve.server.definitions.edits.RemovedObjects;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.http.context.AuditRecorder;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.records.definitions.DefinitionKind;

/** Removed objects and their restoration. */
@RestController
@RequestMapping("/api/v1/projects/{project}/removed")
@RequiredRole(Role.AUTHOR)
class RemovedApi {
    private final RemovedObjects removedObjects;
    private final ObjectRestoration restoration;
    private final AuditRecorder auditRecorder;

    RemovedApi(RemovedObjects removedObjects, ObjectRestoration restoration, AuditRecorder auditRecorder) {
        this.auditRecorder = auditRecorder;
        this.removedObjects = removedObjects;
        this.restoration = restoration;
    }

    /** @param at when it was removed, ISO 8601 */
    record RemovedObject(long id, DefinitionKind kind, String objectId, String name, String at) {

        static RemovedObject of(RemovedObjects.RemovedObject object) {
            return new RemovedObject(
                    object.id(),
                    object.kind(),
                    object.objectId(),
                    object.name(),
                    object.at().toString());
        }
    }

    @GetMapping
    List<RemovedObject> listRemovedObjects(Project project, Caller caller) {
        return removedObjects.of(project).stream()
                .filter(object -> caller.role().mayActAs(object.requiredRole()))
                .map(RemovedObject::of)
                .toList();
    }

    /** Restores a removed object. Rejected if its name is in use or something it needs is missing. */
    @PostMapping("/{id}/restore")
    RemovedObject restoreRemovedObject(
            Project project, Caller caller, @PathVariable long id, HttpServletRequest request) {
        RemovedObject restored = RemovedObject.of(restoration.restore(project, caller, id));
        auditRecorder.note(request, "restored a removed " + restored.kind().word(), project.id(), restored.name());
        return restored;
    }
}
