package plainsieve.core.evidence;

import java.util.Locale;

/** Where a condition or a row limit was evaluated, according to the plan. */
public enum ExecutionSite {
    /** An index was entered with it; rows outside were never touched. */
    BY_INDEX,
    /** Files or partitions that cannot have such rows were never opened. */
    BY_PART,
    /** The store under a distributed engine was asked with it; other rows never reached the engine. */
    PUSHED_DOWN,
    /** Each row of a table was read and tested as it was read. */
    WHILE_SCANNING,
    /** Tested on rows that had been joined already. */
    AFTER_JOIN,
    /** Tested on groups, after their rows had been counted or summed. */
    AFTER_GROUP,
    /** Tested on what an inner query had made: behind a limit, a window or a named query. */
    ON_INNER_RESULT,
    /** The database stops reading when there are enough rows. */
    STOPS_EARLY,
    /** Few rows leave, but all that match are read first, to be sorted or grouped. */
    AFTER_SORTING,
    /** Handed to the database outside conditions, as an argument or a name: nothing is tested with it. */
    AT_SOURCE,
    /** Asked of a service, as a part of the request. */
    AT_SERVICE,
    /** Tested here, by an engine of this server, on rows that had to be fetched from where they are first. */
    HERE,
    /** Not sent. */
    LEFT_OUT,
    /** The plan does not say it in a form that is understood here. Never a guess. */
    NOT_KNOWN;

    /** The place in a few words: "by index". */
    public String inWords() {
        return name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }
}
