package plainsieve.core.evidence;

import java.util.Locale;

/** Where a condition or a row limit was evaluated, according to the plan. */
public enum ExecutionSite {
    /** An index was entered with it; rows outside were never touched. */
    BY_INDEX,
    /** Files or partitions that cannot have such rows were never opened. */
    BY_PART,
    /** Evaluated by the storage under a distributed engine; other rows never reached the engine. */
    PUSHED_DOWN,
    /** Each row of a table was read and tested as it was read. */
    WHILE_SCANNING,
    /** Tested on rows that had been joined already. */
    AFTER_JOIN,
    /** Tested on groups, after their rows had been counted or summed. */
    AFTER_GROUP,
    /** Evaluated on the result of an inner query: after a limit, a window or a named query. */
    ON_INNER_RESULT,
    /** Reading stops when there are enough rows. */
    STOPS_EARLY,
    /** Few rows leave, but all that match are read first, to be sorted or grouped. */
    AFTER_SORTING,
    /** Handed to the database outside conditions, as an argument or a name: nothing is tested with it. */
    AT_SOURCE,
    /** Asked of a service, as a part of the request. */
    AT_SERVICE,
    /** Evaluated by an engine of this server on rows fetched from their source. */
    HERE,
    /** Not sent. */
    LEFT_OUT,
    /** The plan does not show it in a known form. Never a guess. */
    NOT_KNOWN;

    /** A short description: "by index". */
    public String inWords() {
        return name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }
}
