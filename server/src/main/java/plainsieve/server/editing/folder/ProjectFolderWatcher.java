package plainsieve.server.editing.folder;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.SmartInitializingSingleton;
import org.springframework.stereotype.Component;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.server.records.RecordsFailure;
import plainsieve.server.runtime.execution.ServerExecutors;
import plainsieve.server.runtime.settings.ServingSettings;

/**
 * Serves the projects of a folder and reloads them when files change, all or nothing. Invalid files leave the previous state in
 * use and report the error.
 */
@Component
public class ProjectFolderWatcher implements SmartInitializingSingleton {
    private static final Logger LOG = LoggerFactory.getLogger(ProjectFolderWatcher.class);
    private static final long LOOKS_EVERY_MILLIS = 1_000;

    private final Optional<ServedFiles> files;
    private final ServingSettings settings;
    private final ServedProjects servedProjects;
    private final Clock clock;
    private final ScheduledExecutorService looking;

    private volatile State state = State.NOTHING;
    private String seen = "";
    private String taken = "";

    ProjectFolderWatcher(
            ServingSettings settings, ServedProjects servedProjects, ServerExecutors executors, Clock clock) {
        this.looking = executors.scheduler();
        this.settings = settings;
        this.files = settings.folder().map(ServedFiles::new);
        this.servedProjects = servedProjects;
        this.clock = clock;
    }

    /**
     * The state of the served files.
     *
     * @param files whether projects are read from files
     * @param since when the served ones were loaded; empty if none were yet
     * @param wrong problems of the current files, one sentence each; empty if they are served
     */
    public record State(boolean files, Optional<Instant> since, List<String> wrong) {
        static final State NOTHING = new State(false, Optional.empty(), List.of());

        /** Whether valid files were loaded. */
        public boolean isReady() {
            return !files || since.isPresent();
        }
    }

    public State state() {
        return state;
    }

    /** Before anybody is answered. */
    @Override
    public void afterSingletonsInstantiated() {
        if (files.isEmpty()) {
            servedProjects.open();
            return;
        }
        servedProjects.requireNoneOfItsOwn();
        state = new State(true, Optional.empty(), List.of());
        seen = files.get().look();
        take(files.get());
        looking.scheduleWithFixedDelay(this::look, LOOKS_EVERY_MILLIS, LOOKS_EVERY_MILLIS, TimeUnit.MILLISECONDS);
    }

    /** Files that are still being written differ at the next check; they are read once they are stable. */
    private void look() {
        try {
            String now = files.orElseThrow().look();
            boolean rests = now.equals(seen);
            seen = now;
            if (rests && !now.equals(taken)) {
                take(files.orElseThrow());
            }
        } catch (Throwable e) {
            // An exception would end the schedule: files that are corrected later would never be read.
            LOG.error("The served folder could not be read", e);
        }
    }

    private void take(ServedFiles folder) {
        taken = seen;
        try {
            servedProjects.take(folder.read(), settings.sourceOverrides());
            state = new State(true, Optional.of(clock.instant()), List.of());
            LOG.info("Serves the projects in {}.", settings.project());
        } catch (ProblemException e) {
            wrong(e.problems().stream().map(Problem::inWords).toList());
        } catch (RuntimeException | OutOfMemoryError | StackOverflowError e) {
            // The records may be busy or full: the same files are tried again.
            taken = "";
            wrong(List.of(RecordsFailure.of(e)
                    .map(RecordsFailure::getMessage)
                    .orElse("The projects could not be loaded; the server log has details.")));
            LOG.error("The projects could not be loaded", e);
        }
    }

    private void wrong(List<String> sentences) {
        state = new State(true, state.since(), sentences);
        LOG.warn(
                "The projects in {} cannot be served{}: {}",
                settings.project(),
                state.since().isPresent() ? "; the previous ones stay in use" : "",
                String.join(" ", sentences));
    }
}
