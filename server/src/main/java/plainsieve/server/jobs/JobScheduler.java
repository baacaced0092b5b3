package plainsieve.server.jobs;

import java.time.Clock;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import plainsieve.server.runtime.execution.ServerExecutors;
import plainsieve.server.runtime.settings.Settings;

/** Starts due jobs; checks once per second. */
@Component
class JobScheduler {
    private static final Logger LOG = LoggerFactory.getLogger(JobScheduler.class);

    private final JobRunner jobRunner;
    private final Clock clock;
    private final Settings settings;
    private final ScheduledExecutorService looking;

    JobScheduler(JobRunner jobRunner, ServerExecutors executors, Clock clock, Settings settings) {
        this.looking = executors.scheduler();
        this.jobRunner = jobRunner;
        this.clock = clock;
        this.settings = settings;
    }

    @EventListener
    void onReady(ApplicationReadyEvent ready) {
        if (settings.jobs()) {
            looking.execute(jobRunner::releaseLeases);
            looking.scheduleWithFixedDelay(this::tick, 0, 1, TimeUnit.SECONDS);
        }
    }

    /* A busy or full database is retried at the next check. */
    private void tick() {
        try {
            jobRunner.runDue(clock.instant());
        } catch (RuntimeException e) {
            LOG.warn("Due jobs could not be read: {}", e.getMessage());
        } catch (Error e) {
            // Rethrowing would end the schedule: no job would start until the server restarts.
            LOG.error("Due jobs could not be determined", e);
        }
    }
}
