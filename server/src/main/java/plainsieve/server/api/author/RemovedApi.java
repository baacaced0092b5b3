package plainsieve.server.api.author;

import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.api.RequiredRole;
import plainsieve.server.authoring.RemovedObjects;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.project.Project;

/** Removed objects and their restoration. */
@RestController
@RequestMapping("/api/projects/{project}/removed")
@RequiredRole(Role.AUTHOR)
class RemovedApi {
    private final RemovedObjects removedObjects;

    RemovedApi(RemovedObjects removedObjects) {
        this.removedObjects = removedObjects;
    }

    /** Something that can be brought back. @param at when it was removed, ISO 8601 */
    record RemovedObject(long id, String kind, String objectId, String name, String at) {
        static RemovedObject of(RemovedObjects.Thing thing) {
            return new RemovedObject(
                    thing.id(),
                    thing.kind().word(),
                    thing.thingId(),
                    thing.name(),
                    thing.at().toString());
        }
    }

    @GetMapping
    List<RemovedObject> listRemovedObjects(Project project, Caller caller) {
        return removedObjects.of(project).stream()
                .filter(thing -> caller.role().mayActAs(thing.kind().forWhom()))
                .map(RemovedObject::of)
                .toList();
    }

    /** Brings something back as it was. Refused when its place is taken, or something it needs is gone. */
    @PostMapping("/{id}/restore")
    RemovedObject restoreRemovedObject(Project project, Caller caller, @PathVariable long id) {
        return RemovedObject.of(removedObjects.bringBack(project, caller, id));
    }
}
