package plainsieve.server.api.viewer;

import java.util.Optional;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.files.forms.Absent;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.http.context.Staged;
import plainsieve.server.http.reportpage.SignedLinkCallers;
import plainsieve.server.jobs.copies.StoredCopies;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.results.runs.DataAges;

/** The age of a report's data, which differs from the time of the query. */
@RestController
@RequestMapping("/api/v1/projects/{project}/reports")
@RequiredRole(Role.VIEWER)
class DataAgeApi {
    private final SignedLinkCallers callers;
    private final DataAges ages;
    private final StoredCopies storedCopies;

    DataAgeApi(SignedLinkCallers callers, DataAges ages, StoredCopies storedCopies) {
        this.callers = callers;
        this.ages = ages;
        this.storedCopies = storedCopies;
    }

    /**
     * @param newest the newest value, a date or timestamp, ISO 8601; empty if not determined
     * @param late whether it is older than the report's author allows
     * @param copiedAt the refresh time of the oldest stored copy used, ISO 8601; empty if it uses none
     */
    record DataAgeBody(String newest, boolean late, String copiedAt) {}

    /** @param linkToken the token of a signed link; empty without one */
    record DataAgeRequest(String linkToken) {
        DataAgeRequest {
            linkToken = Absent.orEmpty(linkToken);
        }
    }

    @PostMapping("/{id}/data-age")
    DataAgeBody computeDataAge(
            @Staged(Stage.LIVE) Project project,
            Caller caller,
            @PathVariable String id,
            @RequestBody DataAgeRequest body) {
        Report report = callers.given(project, id, caller);
        Optional<DataAges.Age> age = ages.of(project, callers.of(project, id, caller, body.linkToken()), report);
        return new DataAgeBody(
                age.map(DataAges.Age::newest).orElse(""),
                age.filter(DataAges.Age::late).isPresent(),
                storedCopies.asOf(project, report).map(Object::toString).orElse(""));
    }
}
