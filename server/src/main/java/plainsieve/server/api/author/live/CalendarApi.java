package plainsieve.server.api.author.live;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.jobs.JobPlanner;
import plainsieve.server.jobs.schedules.Schedule;
import plainsieve.server.people.Role;
import plainsieve.server.records.jobs.JobKind;
import plainsieve.server.records.jobs.JobRecords;
import plainsieve.server.records.jobs.JobRow;
import plainsieve.server.records.jobs.JobState;
import plainsieve.server.runtime.settings.Settings;

/** The jobs of a day, past and scheduled. */
@RestController
@RequestMapping("/api/v1/projects/{project}/calendar")
@RequiredRole(Role.AUTHOR)
class CalendarApi {
    private static final int MOST = 500;
    private static final int MOST_OF_ONE = 100;

    private final JobRecords records;
    private final ScheduledObjects timed;
    private final JobPlanner jobPlanner;
    private final Settings settings;
    private final Clock clock;

    CalendarApi(JobRecords records, ScheduledObjects timed, JobPlanner jobPlanner, Settings settings, Clock clock) {
        this.records = records;
        this.timed = timed;
        this.jobPlanner = jobPlanner;
        this.settings = settings;
        this.clock = clock;
    }

    /**
     * A scheduled job.
     *
     * @param at when it is due, ISO 8601
     * @param seconds its duration; 0 before its end
     */
    record CalendarEntry(
            String at,
            JobKind kind,
            String objectId,
            String name,

            JobState state,
            long rows,
            long seconds,
            String message) {}

    /**
     * A day.
     *
     * @param date ISO 8601
     * @param timeZone in which it is this day
     * @param now the moment of the answer, ISO 8601
     */
    record CalendarDay(String date, String timeZone, String now, List<CalendarEntry> entries) {}

    @GetMapping
    CalendarDay getCalendarDay(Project project, @RequestParam(defaultValue = "") String day) {
        Instant now = clock.instant();
        LocalDate wanted = day.isEmpty() ? LocalDate.ofInstant(now, settings.zone()) : date(day);
        Instant from = wanted.atStartOfDay(settings.zone()).toInstant();
        Instant until = wanted.plusDays(1).atStartOfDay(settings.zone()).toInstant();
        List<ScheduledObjects.Thing> things = timed.of(project.id());
        List<CalendarEntry> entries = new ArrayList<>();
        records.between(project.id(), from.toString(), until.toString(), MOST).stream()
                .map(job -> entry(job, things))
                .forEach(entries::add);
        Instant ahead = from.isAfter(now) ? from : now;
        things.stream().filter(thing -> !thing.paused()).forEach(thing -> thing.schedule()
                .times()
                .ifPresent(times -> entries.addAll(planned(thing, times, ahead, until))));
        entries.sort(Comparator.comparing(CalendarEntry::at));
        return new CalendarDay(wanted.toString(), settings.zone().getId(), now.toString(), entries);
    }

    private static LocalDate date(String day) {
        try {
            return LocalDate.parse(day);
        } catch (DateTimeParseException e) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_REQUEST, "“%s” is no day.".formatted(day), "Write it as 2026-12-31."));
        }
    }

    private static CalendarEntry entry(JobRow job, List<ScheduledObjects.Thing> things) {
        long seconds = job.endedAt().isEmpty() || job.startedAt().isEmpty()
                ? 0
                : Duration.between(Instant.parse(job.startedAt()), Instant.parse(job.endedAt()))
                        .toSeconds();
        return new CalendarEntry(
                job.dueAt(),
                job.kind(),
                job.objectId(),
                things.stream()
                        .filter(thing ->
                                thing.kind() == job.kind() && thing.id().equals(job.objectId()))
                        .map(ScheduledObjects.Thing::name)
                        .findFirst()
                        .orElse(job.objectId()),
                job.state(),
                job.rows(),
                seconds,
                job.message());
    }

    private List<CalendarEntry> planned(
            ScheduledObjects.Thing thing, Schedule.Times times, Instant from, Instant until) {
        List<CalendarEntry> entries = new ArrayList<>();
        Optional<Instant> next = jobPlanner.next(times, from);
        while (next.isPresent() && next.get().isBefore(until) && entries.size() < MOST_OF_ONE) {
            entries.add(new CalendarEntry(
                    next.get().toString(), thing.kind(), thing.id(), thing.name(), JobState.PLANNED, 0, 0, ""));
            next = jobPlanner.next(times, next.get());
        }
        return entries;
    }
}
