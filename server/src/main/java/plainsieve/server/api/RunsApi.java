package plainsieve.server.api;

import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.runs.RunningRuns;

/** Stops runs. */
@RestController
@RequestMapping("/api/runs")
class RunsApi {
    private final RunningRuns runs;

    RunsApi(RunningRuns runs) {
        this.runs = runs;
    }

    /** Stops a run at the database. Stopping one that has ended does nothing. */
    @PostMapping("/{runId}/stop")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void stop(@PathVariable String runId) {
        runs.stop(runId);
    }
}
