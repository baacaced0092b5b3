package plainsieve.server.api.author.live;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import org.springframework.stereotype.Component;
import plainsieve.server.api.author.live.CopyBodies.CopyBody;
import plainsieve.server.api.author.live.CopyBodies.CopyContent;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.jobs.JobPlanner;
import plainsieve.server.jobs.JobRunner;
import plainsieve.server.jobs.copies.CopyForms;
import plainsieve.server.jobs.copies.StoredCopies;
import plainsieve.server.jobs.copies.StoredCopy;
import plainsieve.server.records.jobs.JobKind;

/** Stored copies for their screen: definition, content, and last refresh. */
@Component
class CopyPages {
    private final StoredCopies storedCopies;
    private final JobRunner jobRunner;
    private final JobPlanner jobPlanner;
    private final Clock clock;

    CopyPages(StoredCopies storedCopies, JobRunner jobRunner, JobPlanner jobPlanner, Clock clock) {
        this.storedCopies = storedCopies;
        this.jobRunner = jobRunner;
        this.jobPlanner = jobPlanner;
        this.clock = clock;
    }

    CopyBody body(Project project, StoredCopy copy) {
        return new CopyBody(
                CopyForms.form(copy),
                opensWith(project, copy),
                copy.table(),
                storedCopies.source(project).orElse(""),
                CopyContent.of(storedCopies.state(project.id(), copy)),
                CopyContent.of(storedCopies.heldResult(project.id(), copy)),
                LastJob.of(jobRunner.latest(project.id(), JobKind.COPY, copy.id())),
                next(copy));
    }

    private static List<String> opensWith(Project project, StoredCopy copy) {
        return project.hasQuery(copy.queryId())
                ? project.mentioned(project.query(copy.queryId())).stream()
                        .sorted()
                        .toList()
                : List.of();
    }

    private String next(StoredCopy copy) {
        return copy.schedule()
                .times()
                .filter(times -> !copy.paused())
                .flatMap(times -> jobPlanner.next(times, clock.instant()))
                .map(Instant::toString)
                .orElse("");
    }
}
