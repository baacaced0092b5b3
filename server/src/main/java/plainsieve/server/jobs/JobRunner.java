package plainsieve.server.jobs;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Semaphore;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import plainsieve.core.value.Keyword;
import plainsieve.server.records.jobs.JobCause;
import plainsieve.server.records.jobs.JobKind;
import plainsieve.server.records.jobs.JobRecords;
import plainsieve.server.records.jobs.JobRow;
import plainsieve.server.records.jobs.JobState;
import plainsieve.server.runtime.execution.ServerExecutors;
import plainsieve.sources.Cancellation;

/**
 * Runs due jobs. Jobs are database records with a lease that is renewed while they run. When the server is killed, the lease
 * expires and the job runs again; handlers use the job number to run it only once.
 */
@Service
public class JobRunner {
    private static final Logger LOG = LoggerFactory.getLogger(JobRunner.class);
    private static final Duration LEASE = Duration.ofSeconds(60);
    private static final Duration RENEWED_EVERY = Duration.ofSeconds(15);
    private static final int AT_ONCE = 2;
    private static final int MOST_TRIES = 3;
    private static final List<Duration> BACK_OFF = List.of(Duration.ofMinutes(1), Duration.ofMinutes(5));
    private static final int LONGEST_NOTE = 500;
    private static final Duration REMEMBERED = Duration.ofDays(90);

    private final Map<JobKind, JobHandler> kinds;
    private final JobRecords records;
    private final JobPlanner jobPlanner;
    private final List<JobListener> watching;
    private final Clock clock;
    private final String holder = UUID.randomUUID().toString();
    private final Map<Long, Cancellation> underWay = new ConcurrentHashMap<>();
    private volatile Instant renewed = Instant.MIN;
    private final Semaphore places = new Semaphore(AT_ONCE);
    private final ServerExecutors executors;

    JobRunner(JobRegistry registry, JobRecords records, JobPlanner jobPlanner, ServerExecutors executors, Clock clock) {
        this.kinds = registry.handlers().stream().collect(Collectors.toMap(JobHandler::kind, Function.identity()));
        this.records = records;
        this.jobPlanner = jobPlanner;
        this.watching = registry.listeners();
        this.executors = executors;
        this.clock = clock;
    }

    /** Adds something that should be done now. One that waits already is that. */
    public void runNow(String projectId, JobKind kind, String thing, JobCause cause) {
        boolean waits = records.waiting(projectId, kind).stream()
                .anyMatch(job -> job.objectId().equals(thing) && job.state() == JobState.DUE && job.attempts() == 0);
        Instant due = clock.instant();
        while (!waits) {
            // Jobs of the same object are distinguished by the second.
            waits = records.add(JobRow.due(projectId, kind, thing, JobTimestamps.of(due), cause)) == 1;
            due = due.plusSeconds(1);
        }
    }

    /**
     * Ends the leases of others. The records belong to this server while it runs: previous holders have ended.
     */
    void releaseLeases() {
        records.endLeases(holder, JobTimestamps.of(clock.instant()));
    }

    /** Adds due jobs and starts those that can run. */
    public void runDue(Instant now) {
        renew(now);
        kinds.values().forEach(kind -> kind.scheduled().forEach(planned -> plan(kind, planned, now)));
        records.open(JobTimestamps.of(now)).stream()
                .filter(job -> kinds.containsKey(job.kind()) && !underWay.containsKey(job.id()))
                .filter(job -> isFirst(job, now))
                .forEach(job -> beginOrLater(job, now));
    }

    /* One schedule that cannot be must not keep the others from theirs. */
    private void plan(JobHandler kind, JobHandler.ScheduledJob planned, Instant now) {
        try {
            jobPlanner.plan(kind.kind(), planned, now);
        } catch (RuntimeException e) {
            LOG.warn("Due time of {} {} could not be determined", planned.objectId(), planned.projectId(), e);
        }
    }

    /** Whether nothing that has to be done before it is waiting or under way. */
    private boolean isFirst(JobRow job, Instant now) {
        Set<String> before = kinds.get(job.kind()).prerequisites(job.projectId(), job.objectId());
        return before.isEmpty()
                || records.waiting(job.projectId(), job.kind()).stream()
                        .noneMatch(other -> other.id() != job.id()
                                && before.contains(other.objectId())
                                && other.dueAt().compareTo(JobTimestamps.of(now)) <= 0);
    }

    /* A job that cannot be started now is retried in a second, and does not delay the others. */
    private void beginOrLater(JobRow job, Instant now) {
        try {
            begin(job, now);
        } catch (RuntimeException e) {
            LOG.warn("Job {} could not be started: {}", job.id(), e.getMessage());
        }
    }

    private void begin(JobRow job, Instant now) {
        if (!places.tryAcquire()) {
            return;
        }
        boolean started = false;
        try {
            started = records.claim(job.id(), holder, JobTimestamps.of(now), JobTimestamps.of(now.plus(LEASE))) == 1
                    && start(job);
        } finally {
            // Also when the database is locked or the disk is full: a slot that is not released is lost until a
            // restart.
            if (!started) {
                underWay.remove(job.id());
                places.release();
            }
        }
    }

    private boolean start(JobRow job) {
        Cancellation stop = new Cancellation();
        underWay.put(job.id(), stop);
        executors.runs().execute(() -> {
            try {
                work(job, stop);
            } catch (RuntimeException | Error e) {
                // Its lease expires, and it is retried.
                LOG.warn("The outcome of job {} could not be saved", job.id(), e);
            } finally {
                underWay.remove(job.id());
                places.release();
            }
        });
        return true;
    }

    private void work(JobRow job, Cancellation stop) {
        JobHandler kind = kinds.get(job.kind());
        if (job.attempts() >= MOST_TRIES) {
            // It may be what crashes the server each time.
            failed(
                    job,
                    "It was started %d times, and the server stopped each time before it ended."
                            .formatted(job.attempts()));
            return;
        }
        try {
            end(job, kind.run(job.projectId(), job.objectId(), job.id(), stop));
        } catch (RuntimeException e) {
            LOG.info("{} {} of {} failed: {}", job.kind(), job.objectId(), job.projectId(), e.getMessage());
            failed(job, shortened(e.getMessage()));
        } catch (Error e) {
            LOG.error("{} {} of {} failed", job.kind(), job.objectId(), job.projectId(), e);
            failed(job, "Internal error. The server's log has the details.");
        }
    }

    private void end(JobRow job, JobOutcome outcome) {
        // Dependents first: after a crash in between, both are repeated, and the dependent is not lost.
        if (outcome instanceof JobOutcome.Succeeded && isStillOurs(job)) {
            addDependents(job);
        }
        String now = JobTimestamps.of(clock.instant());
        records.forget(JobTimestamps.of(clock.instant().minus(REMEMBERED)));
        int counted = records.end(job.ended(outcome.state(), now, outcome.rows(), shortened(outcome.note())), holder);
        if (counted == 1 && outcome instanceof JobOutcome.HeldForReview) {
            notifyListeners(job, outcome.state(), outcome.note());
        }
    }

    private boolean isStillOurs(JobRow job) {
        return records.renew(job.id(), holder, JobTimestamps.of(clock.instant().plus(LEASE))) == 1;
    }

    private void addDependents(JobRow job) {
        kinds.values().forEach(kind -> kind.dependentsOf(job.projectId(), job.kind(), job.objectId())
                .forEach(next -> runNow(job.projectId(), kind.kind(), next, JobCause.DEPENDENCY)));
    }

    private void failed(JobRow job, String why) {
        Instant now = clock.instant();
        int tries = job.attempts() + 1;
        if (tries < MOST_TRIES) {
            Duration wait = BACK_OFF.get(Math.min(tries, BACK_OFF.size()) - 1);
            records.retry(job.id(), holder, JobTimestamps.of(now.plus(wait)), why);
        } else {
            boolean counted = records.end(job.ended(JobState.FAILED, JobTimestamps.of(now), 0, why), holder) == 1;
            if (counted) {
                kinds.get(job.kind()).onGivenUp(job.id());
                notifyListeners(job, JobState.FAILED, why);
            }
        }
    }

    private void notifyListeners(JobRow job, JobState state, String note) {
        for (JobListener one : watching) {
            try {
                one.onProblem(job.projectId(), job.kind(), job.objectId(), state, note);
            } catch (RuntimeException e) {
                LOG.warn("Notification about {} {} failed: {}", job.kind(), job.objectId(), e.getMessage());
            }
        }
    }

    private static String shortened(String note) {
        String said = Optional.ofNullable(note).orElse("It failed; the server log has details.");
        return said.substring(0, Math.min(LONGEST_NOTE, said.length()));
    }

    /** Stops jobs whose lease this server has lost; another server runs them. */
    private void renew(Instant now) {
        if (now.isAfter(renewed) && now.isBefore(renewed.plus(RENEWED_EVERY))) {
            return;
        }
        renewed = now;
        underWay.forEach((id, stop) -> {
            if (records.renew(id, holder, JobTimestamps.of(now.plus(LEASE))) == 0) {
                stop.stop(Cancellation.Reason.LEFT);
            }
        });
    }

    /** A held result was reviewed. @param used whether it was accepted */
    public void decide(String projectId, JobKind kind, String thing, boolean used) {
        records.latest(projectId, kind, thing)
                .ifPresent(job -> records.decide(job.id(), used ? JobState.DONE : JobState.SKIPPED, job.message()));
    }

    /** The last that was done of something, or is. */
    public Optional<JobRow> latest(String projectId, JobKind kind, String thing) {
        return records.latest(projectId, kind, thing);
    }

    /** The jobs after this one, each as “the delivery “late-crossings””. */
    public List<String> dependentsOf(String projectId, JobKind kind, String thing) {
        return kinds.values().stream()
                .flatMap(other -> other.dependentsOf(projectId, kind, thing).stream()
                        .map(next -> "the %s “%s”".formatted(Keyword.of(other.kind()), next)))
                .toList();
    }

    /** Stops the running job of a removed object and skips its waiting ones: otherwise a new object of the same name would get them. */
    public void stop(String projectId, JobKind kind, String thing) {
        records.cancelWaiting(projectId, kind, thing, JobTimestamps.of(clock.instant()), "It was removed.");
        records.latest(projectId, kind, thing)
                .map(job -> underWay.get(job.id()))
                .ifPresent(stop -> stop.stop(Cancellation.Reason.ASKED));
    }

    /* Before the executors end, on which jobs depend: a job that fails for that would be counted as tried. */
    @EventListener
    void onClosed(ContextClosedEvent closed) {
        underWay.values().forEach(stop -> stop.stop(Cancellation.Reason.LEFT));
    }
}
