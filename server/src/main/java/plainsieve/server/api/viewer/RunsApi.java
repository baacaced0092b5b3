package plainsieve.server.api.viewer;

import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.sources.Cancellations;

/** Stops runs. */
@RestController
@RequestMapping("/api/v1/projects/{project}/runs")
@RequiredRole(Role.VIEWER)
class RunsApi {
    private final Cancellations runs;

    RunsApi(Cancellations runs) {
        this.runs = runs;
    }

    /** Cancels a run of the caller at the database. Has no effect on ended runs and those of other callers. */
    @PostMapping("/{runId}/stop")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void stopRun(Caller caller, @PathVariable String runId) {
        runs.stop(new Cancellations.RunKey(caller.owner(), runId));
    }
}
