package plainsieve.server.jobs;

import static org.assertj.core.api.Assertions.assertThat;

import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Proxy;
import java.time.Clock;
import java.util.List;
import java.util.Set;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.dao.CannotAcquireLockException;
import plainsieve.server.AnotherServer;
import plainsieve.server.Waiting;
import plainsieve.server.records.jobs.JobCause;
import plainsieve.server.records.jobs.JobKind;
import plainsieve.server.records.jobs.JobRecords;
import plainsieve.server.runtime.execution.ServerExecutors;
import plainsieve.sources.Cancellation;

/** The job runner continues after failed writes to the records and after an Error. */
class JobFaultsTest {
    private static AnotherServer server;

    @BeforeAll
    static void start() throws Exception {
        server = AnotherServer.on(AnotherServer.folderOfFerries(), "--plainsieve.jobs=false");
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    /** Counts its runs and fails the first few. */
    private static final class Counting implements JobHandler {
        private final JobKind kind;
        private final int errors;
        private final AtomicInteger begun = new AtomicInteger();
        private final AtomicInteger done = new AtomicInteger();

        Counting(JobKind kind, int errors) {
            this.kind = kind;
            this.errors = errors;
        }

        @Override
        public JobKind kind() {
            return kind;
        }

        @Override
        public List<ScheduledJob> scheduled() {
            return List.of();
        }

        @Override
        public JobOutcome run(String projectId, String thing, long job, Cancellation stop) {
            if (begun.incrementAndGet() <= errors) {
                throw new OutOfMemoryError("for a test");
            }
            done.incrementAndGet();
            return new JobOutcome.Succeeded(1, "");
        }

        @Override
        public List<String> dependentsOf(String projectId, JobKind kindOfDone, String thing) {
            return List.of();
        }

        @Override
        public Set<String> prerequisites(String projectId, String thing) {
            return Set.of();
        }
    }

    /** The server's records, which reject a number of job claims. */
    private static JobRecords lockedFor(int times) {
        JobRecords records = server.part(JobRecords.class);
        AtomicInteger left = new AtomicInteger(times);
        return (JobRecords) Proxy.newProxyInstance(
                JobRecords.class.getClassLoader(), new Class<?>[] {JobRecords.class}, (proxy, method, arguments) -> {
                    if (method.getName().equals("claim") && left.getAndDecrement() > 0) {
                        throw new CannotAcquireLockException("locked for a test");
                    }
                    try {
                        return method.invoke(records, arguments);
                    } catch (InvocationTargetException e) {
                        throw e.getCause();
                    }
                });
    }

    private static void lookUntil(JobRunner jobRunner, AtomicInteger counted, int wanted) {
        Waiting.until(() -> {
            jobRunner.runDue(Clock.systemUTC().instant());
            return counted.get() >= wanted;
        });
    }

    private static JobRunner runner(JobHandler work, JobRecords records) {
        return new JobRunner(
                new JobRegistry(List.of(work), List.of()),
                records,
                server.part(JobPlanner.class),
                server.part(ServerExecutors.class),
                Clock.systemUTC());
    }

    @Test
    void jobWithoutClaimHoldsNoPermit() throws Exception {
        Counting work = new Counting(JobKind.COPY, 0);
        JobRunner jobRunner = runner(work, lockedFor(5));
        for (String thing : List.of("a", "b", "c", "d")) {
            jobRunner.runNow("home", JobKind.COPY, thing, JobCause.MANUAL);
        }
        lookUntil(jobRunner, work.done, 4);
        assertThat(work.done).hasValue(4);
    }

    @Test
    void errorOfOneJobDoesNotAffectOthers() throws Exception {
        Counting work = new Counting(JobKind.DELIVERY, 3);
        JobRunner jobRunner = runner(work, lockedFor(0));
        for (String thing : List.of("a", "b", "c", "d")) {
            jobRunner.runNow("home", JobKind.DELIVERY, thing, JobCause.MANUAL);
        }
        lookUntil(jobRunner, work.begun, 4);
        assertThat(work.begun).hasValueGreaterThanOrEqualTo(4);
        lookUntil(jobRunner, work.done, 1);
        assertThat(work.done).hasValue(1);
        assertThat(List.of("a", "b", "c", "d").stream()
                        .map(thing -> jobRunner
                                .latest("home", JobKind.DELIVERY, thing)
                                .orElseThrow()
                                .message())
                        .filter(note -> note.contains("Internal error"))
                        .toList())
                .hasSize(3);
    }
}
