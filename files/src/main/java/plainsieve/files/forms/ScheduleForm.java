package plainsieve.files.forms;

/**
 * When something runs automatically; without a time and a prerequisite, on request only.
 *
 * @param every in words, such as <em>every day at 06:30</em>; a request may have it, or an expression, instead of {@code cron}
 * @param cron a cron expression with five fields: minute, hour, day of the month, month, day of the week
 * @param timeZone an IANA name; empty for the server's own
 * @param after the ID of the stored copy after which it runs; otherwise empty
 */
public record ScheduleForm(@ApiOnly String every, String cron, String timeZone, MissedRuns missedRuns, String after)
        implements Form {
    /** No schedule. */
    public static final ScheduleForm NONE = new ScheduleForm("", "", "", MissedRuns.CATCH_UP, "");

    /** What happens to times at which the server was down. */
    public enum MissedRuns {
        /** Done once, however many they were. */
        CATCH_UP,
        /** Skipped: the next time will do. */
        LEAVE
    }

    public ScheduleForm {
        every = Absent.orEmpty(every);
        cron = Absent.orEmpty(cron);
        timeZone = Absent.orEmpty(timeZone);
        missedRuns = missedRuns == null ? MissedRuns.CATCH_UP : missedRuns;
        after = Absent.orEmpty(after);
    }

    /** The same times, after another object; empty for none. */
    public ScheduleForm after(String other) {
        return new ScheduleForm(every, cron, timeZone, missedRuns, other);
    }
}
