package plainsieve.server.jobs.schedules;

import java.time.DateTimeException;
import java.time.ZoneId;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.files.forms.ScheduleForm;

/** Converts schedules to forms and back. */
public final class ScheduleForms {
    private ScheduleForms() {}

    public static ScheduleForm form(Schedule schedule) {
        return schedule.times()
                .map(times -> new ScheduleForm(
                        ScheduleDescription.describe(times.cron()),
                        times.cron(),
                        times.zone().getId(),
                        times.missed(),
                        ""))
                .orElseGet(() -> ScheduleForm.NONE.after(schedule.prerequisite().orElse("")));
    }

    /**
     * The schedule. Throws {@link ProblemException} for invalid times and time zones.
     *
     * @param usual the time zone if the form has none
     */
    public static Schedule schedule(ScheduleForm form, ZoneId usual) {
        String times = form.every().isEmpty() ? form.cron() : form.every();
        if (!times.isEmpty()) {
            return new Schedule.Times(
                    ScheduleDescription.cron(times),
                    form.timeZone().isEmpty() ? usual : zone(form.timeZone()),
                    form.missedRuns());
        }
        return form.after().isEmpty() ? new Schedule.ByHand() : new Schedule.After(form.after());
    }

    private static ZoneId zone(String name) {
        try {
            return ZoneId.of(name);
        } catch (DateTimeException e) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_SCHEDULE,
                    "Unknown time zone “%s”.".formatted(name),
                    "Write one such as Europe/Lisbon or UTC."));
        }
    }
}
