package plainsieve.server.jobs.schedules;

import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.time.zone.ZoneRules;
import java.util.List;
import java.util.Optional;
import org.springframework.scheduling.support.CronExpression;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/**
 * The times of a schedule across clock changes. A fixed hour runs once on each of its days: a
 * skipped hour is made up for when it would have ended, and a repeated hour runs at its first occurrence. Hourly and
 * minutely schedules follow the existing hours.
 */
public final class Timetable {
    /** More than any clock change. */
    private static final int HOURS_AROUND = 3;

    private static final int FIELDS = 5;
    private static final int HOUR = 1;

    private final CronExpression times;
    private final ZoneRules rules;
    private final boolean byTheHour;

    /** Throws {@link ProblemException} for an invalid expression, or one that never matches. */
    public Timetable(String cron, ZoneId zone) {
        String[] fields = cron.strip().split("\\s+");
        if (fields.length != FIELDS) {
            throw invalid(cron, "It has %d fields.".formatted(fields.length));
        }
        try {
            this.times = CronExpression.parse("0 " + String.join(" ", fields));
        } catch (IllegalArgumentException e) {
            throw invalid(cron, "One of its fields is invalid.");
        }
        this.rules = zone.getRules();
        this.byTheHour = fields[HOUR].startsWith("*");
        if (times.next(LocalDateTime.of(2000, 1, 1, 0, 0)) == null) {
            throw invalid(cron, "This time never occurs.");
        }
    }

    private static ProblemException invalid(String cron, String why) {
        return new ProblemException(
                Problem.of(
                        ProblemKind.INVALID_SCHEDULE,
                        "“%s” is no schedule. %s".formatted(cron, why),
                        "Write minute, hour, day of the month, month and day of the week, such as 30 6 * * 1-5, or words: every weekday at 06:30."));
    }

    /** The next time after an instant; empty if there is none. */
    public Optional<Instant> after(Instant moment) {
        LocalDateTime local = moment.atOffset(rules.getOffset(moment)).toLocalDateTime();
        LocalDateTime place = local.minusHours(HOURS_AROUND);
        Optional<Instant> found = Optional.empty();
        LocalDateTime last = LocalDateTime.MAX;
        while (true) {
            place = times.next(place);
            if (place == null || place.isAfter(last)) {
                return found;
            }
            for (Instant one : moments(place)) {
                if (one.isAfter(moment) && (found.isEmpty() || one.isBefore(found.get()))) {
                    // A later local time may be an earlier instant when clocks are set back.
                    last = place.plusHours(HOURS_AROUND);
                    found = Optional.of(one);
                }
            }
        }
    }

    private List<Instant> moments(LocalDateTime local) {
        List<ZoneOffset> offsets = rules.getValidOffsets(local);
        if (offsets.isEmpty()) {
            return byTheHour ? List.of() : List.of(rules.getTransition(local).getInstant());
        }
        return offsets.stream()
                .limit(byTheHour ? offsets.size() : 1)
                .map(offset -> local.toInstant(offset).truncatedTo(ChronoUnit.SECONDS))
                .toList();
    }
}
