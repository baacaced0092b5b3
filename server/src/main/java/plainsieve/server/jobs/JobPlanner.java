package plainsieve.server.jobs;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.springframework.stereotype.Component;
import plainsieve.files.forms.ScheduleForm.MissedRuns;
import plainsieve.server.jobs.schedules.Schedule;
import plainsieve.server.jobs.schedules.Timetable;
import plainsieve.server.records.jobs.JobCause;
import plainsieve.server.records.jobs.JobKind;
import plainsieve.server.records.jobs.JobRecords;
import plainsieve.server.records.jobs.JobRow;

/** Determines due jobs. A due time found twice creates one job. */
@Component
public class JobPlanner {
    /** Later than this it was missed: this server did not run, or was reported to wait. */
    private static final Duration ON_TIME = Duration.ofMinutes(2);

    private static final Duration PUT_BACK = Duration.ofDays(1);

    private final JobRecords records;

    JobPlanner(JobRecords records) {
        this.records = records;
    }

    /** Adds the due job of an object. Of several missed times, only the last is kept. */
    void plan(JobKind kind, JobHandler.ScheduledJob planned, Instant now) {
        Timetable times = new Timetable(planned.times().cron(), planned.times().zone());
        Instant last = last(kind, planned, now);
        Optional<Instant> due = Optional.empty();
        for (Optional<Instant> next = times.after(last);
                next.isPresent() && !next.get().isAfter(now);
                next = times.after(next.get())) {
            due = next;
        }
        due.ifPresent(moment -> {
            boolean missed = moment.isBefore(now.minus(ON_TIME));
            boolean left = missed && planned.times().missed() == MissedRuns.LEAVE;
            JobRow job = JobRow.due(
                    planned.projectId(), kind, planned.objectId(), JobTimestamps.of(moment), JobCause.SCHEDULE);
            records.add(left ? job.skipped("The server was not running.") : job);
        });
    }

    /*
     * A clock set back meets times that were planned already: these are not planned again. A clock that was far ahead for a while must
     * not delay everything until that time.
     */
    private Instant last(JobKind kind, JobHandler.ScheduledJob planned, Instant now) {
        String known =
                records.lastDue(planned.projectId(), kind, planned.objectId(), JobTimestamps.of(now.plus(PUT_BACK)));
        Instant last = known == null ? Instant.MIN : Instant.parse(known);
        return last.isAfter(planned.since()) ? last : planned.since();
    }

    /** The next time of a schedule; empty if there is none. */
    public Optional<Instant> next(Schedule.Times times, Instant now) {
        return new Timetable(times.cron(), times.zone()).after(now);
    }
}
