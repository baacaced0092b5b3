package plainsieve.server.api.author;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.core.dialect.DatePart;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.server.api.Noted;
import plainsieve.server.api.Route;
import plainsieve.server.api.body.Absent;
import plainsieve.server.api.body.Lengths;
import plainsieve.server.copies.Copies;
import plainsieve.server.copies.CopyEdits;
import plainsieve.server.copies.StoredCopy;
import plainsieve.server.jobs.Jobs;
import plainsieve.server.jobs.Planning;
import plainsieve.server.people.Role;
import plainsieve.server.project.Project;
import plainsieve.server.records.JobRecords;
import plainsieve.server.records.JobRow;
import plainsieve.server.schedules.Schedule;
import plainsieve.server.schedules.ScheduleWords;
import plainsieve.server.settings.Settings;

/** Stored copies: answers of queries that are kept here and asked as tables, with when and how they are made anew. */
@RestController
@RequestMapping("/api/projects/{project}/copies")
@Route(Role.AUTHOR)
class CopiesApi {
    private final Copies copies;
    private final CopyEdits edits;
    private final Jobs jobs;
    private final JobRecords records;
    private final Planning planning;
    private final Settings settings;
    private final Clock clock;

    CopiesApi(
            Copies copies,
            CopyEdits edits,
            Jobs jobs,
            JobRecords records,
            Planning planning,
            Settings settings,
            Clock clock) {
        this.copies = copies;
        this.edits = edits;
        this.jobs = jobs;
        this.records = records;
        this.planning = planning;
        this.settings = settings;
        this.clock = clock;
    }

    /**
     * When a copy is made anew.
     *
     * @param every in words or as a line of five fields; empty where it has no times
     * @param cron the same as a line
     * @param zone a name of the IANA database; the server's own when empty
     * @param missed catch-up or leave
     * @param after the id of the copy behind which it is; empty for none
     */
    record ScheduleBody(String every, String cron, String zone, String missed, String after) {
        ScheduleBody {
            every = Absent.orEmpty(every);
            cron = Absent.orEmpty(cron);
            zone = Absent.orEmpty(zone);
            missed = Absent.orElse(missed, CATCH_UP);
            after = Absent.orEmpty(after);
        }

        private static final String CATCH_UP = "catch-up";
        private static final String LEAVE = "leave";

        static ScheduleBody of(Schedule schedule) {
            String after = schedule.behind().orElse("");
            return schedule.times()
                    .map(times -> new ScheduleBody(
                            ScheduleWords.say(times.cron()),
                            times.cron(),
                            times.zone().getId(),
                            times.missed() == Schedule.Missed.LEAVE ? LEAVE : CATCH_UP,
                            ""))
                    .orElseGet(() -> new ScheduleBody("", "", "", CATCH_UP, after));
        }

        Schedule toSchedule(ZoneId usual) {
            if (!every.isEmpty()) {
                Schedule.Missed what = missed.equals(LEAVE) ? Schedule.Missed.LEAVE : Schedule.Missed.CATCH_UP;
                return new Schedule.Times(ScheduleWords.cron(every), zone.isEmpty() ? usual : inZone(), what);
            }
            return after.isEmpty() ? new Schedule.ByHand() : new Schedule.After(after);
        }

        private ZoneId inZone() {
            try {
                return ZoneId.of(zone);
            } catch (DateTimeException e) {
                throw new ProblemException(Problem.of(
                        "bad-zone",
                        "“%s” is no time zone.".formatted(zone),
                        "Write one such as Europe/Lisbon or UTC."));
            }
        }
    }

    /** What is in it. @param asOf ISO 8601; empty for nothing. @param days the columns that it could be cut by */
    record Content(String asOf, long rows, int parts, List<String> days) {
        private static Content of(Optional<Copies.State> state) {
            return state.map(known -> new Content(known.asOf().toString(), known.rows(), known.parts(), known.days()))
                    .orElse(new Content("", 0, 0, List.of()));
        }
    }

    /** The last time that it was made or tried. @param at ISO 8601; empty for never. @param state due, running, done, kept-back, failed, left */
    record LastJob(String at, String state, int tries, String note) {
        private static LastJob of(Optional<JobRow> job) {
            return job.map(row -> new LastJob(
                            row.endedAt().isEmpty() ? row.startedAt() : row.endedAt(),
                            row.state(),
                            row.tries(),
                            row.note()))
                    .orElse(new LastJob("", "", 0, ""));
        }
    }

    /**
     * A copy.
     *
     * @param opensWith the parameters of the query: they have what they open with for viewers
     * @param table what queries call it
     * @param source which source they ask
     * @param by the column that it is cut by, and the stretch behind a colon; empty for whole
     * @param again how many of the last parts are asked for each time
     * @param keptBack what waits for somebody to look at it
     * @param next ISO 8601; empty where no time is known
     */
    record CopyBody(
            String id,
            String name,
            String queryId,
            List<String> opensWith,
            String table,
            String source,
            String by,
            int again,
            ScheduleBody schedule,
            boolean paused,
            int version,
            Content content,
            Content keptBack,
            LastJob last,
            String next) {}

    private CopyBody body(Project project, StoredCopy copy) {
        return new CopyBody(
                copy.id(),
                copy.name(),
                copy.queryId(),
                opensWith(project, copy),
                copy.table(),
                copies.source(project).orElse(""),
                copy.parts().map(StoredCopy.Parts::key).orElse(""),
                copy.parts().map(StoredCopy.Parts::again).orElse(0),
                ScheduleBody.of(copy.schedule()),
                copy.paused(),
                copy.version(),
                Content.of(copies.state(project.id(), copy)),
                Content.of(copies.keptBack(project.id(), copy)),
                LastJob.of(records.latest(project.id(), StoredCopy.KIND, copy.id())),
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
                .flatMap(times -> planning.next(times, clock.instant()))
                .map(Instant::toString)
                .orElse("");
    }

    @GetMapping
    List<CopyBody> all(Project project) {
        return copies.of(project.id()).stream().map(copy -> body(project, copy)).toList();
    }

    /** @param name what people call it */
    record NewCopy(
            @NotBlank(message = Lengths.MISSING) String queryId,

            @NotBlank(message = Lengths.MISSING) @Size(max = Lengths.NAME, message = Lengths.TOO_LONG)
            String name) {}

    /** Keeps the answer of a query from now on. It is made at once, and anew when somebody asks for it, until it has times. */
    @PostMapping
    @Noted("added a stored copy")
    CopyBody add(Project project, @Valid @RequestBody NewCopy body) {
        StoredCopy copy = edits.add(project, body.queryId(), body.name());
        return body(project, copy);
    }

    /** How it shall be. @param by a column of the answer and a stretch, such as {@code departed_at:day}; empty for whole */
    record CopyChange(
            @NotBlank(message = Lengths.MISSING) @Size(max = Lengths.NAME, message = Lengths.TOO_LONG)
            String name,

            String by,
            int again,
            ScheduleBody schedule,
            boolean paused,
            int version) {
        CopyChange {
            by = Absent.orEmpty(by);
            schedule = schedule == null ? new ScheduleBody("", "", "", "", "") : schedule;
        }

        private Optional<StoredCopy.Parts> parts() {
            int colon = by.lastIndexOf(':');
            if (by.isEmpty()) {
                return Optional.empty();
            }
            DatePart stretch = DatePart.ofWord(by.substring(colon + 1))
                    .filter(found -> colon > 0)
                    .orElseThrow(() -> new ProblemException(Problem.of(
                            "bad-copy",
                            "“%s” says no parts.".formatted(by),
                            "Write a column and a stretch, such as departed_at:day.")));
            return Optional.of(new StoredCopy.Parts(by.substring(0, colon), stretch, again));
        }
    }

    @PutMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Noted("changed a stored copy")
    void change(Project project, @PathVariable String id, @Valid @RequestBody CopyChange body) {
        StoredCopy known = copies.get(project.id(), id);
        edits.change(
                project,
                new StoredCopy(
                        id,
                        body.name(),
                        known.queryId(),
                        body.parts(),
                        body.schedule().toSchedule(settings.zone()),
                        body.paused(),
                        known.since(),
                        body.version()));
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Noted("removed a stored copy")
    void remove(Project project, @PathVariable String id) {
        edits.remove(project, id);
    }

    /** Makes it anew now. */
    @PostMapping("/{id}/refresh")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void refresh(Project project, @PathVariable String id) {
        jobs.ask(project.id(), StoredCopy.KIND, copies.get(project.id(), id).id(), "hand");
    }

    /** @param use whether viewers get what was kept back; else it is thrown away */
    record Decision(boolean use) {}

    @PostMapping("/{id}/kept-back")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Noted("decided about a stored copy that was kept back")
    void decide(Project project, @PathVariable String id, @RequestBody Decision body) {
        StoredCopy copy = copies.get(project.id(), id);
        if (body.use()) {
            copies.use(project.id(), copy);
        } else {
            copies.throwAway(project.id(), copy);
        }
        records.latest(project.id(), StoredCopy.KIND, id)
                .ifPresent(job -> records.decide(job.id(), body.use() ? "done" : "left", job.note()));
    }
}
