package plainsieve.core.steps.compile.block;

import java.util.Locale;
import java.util.Set;
import java.util.regex.Pattern;
import plainsieve.core.dialect.Dialect;

/** Quotes identifiers only where necessary. */
public final class IdentifierQuoting {
    private static final Pattern PLAIN = Pattern.compile("[A-Za-z_][A-Za-z0-9_]*");

    /** Words that are not valid as unquoted names in some supported database. */
    private static final Set<String> RESERVED =
            Set.of(("accessible add all alter analyse analyze and anti any array as asc asof asymmetric authorization "
                            + "autoincrement before between bigint binary blob both by call cascade case cast change char character check collate "
                            + "column columns concurrently condition constraint continue convert create cross cube current_catalog current_date "
                            + "current_role current_schema current_time current_timestamp current_user cursor database databases day_hour dec "
                            + "decimal declare default deferrable delayed delete desc describe distinct distinctrow div do double drop dual "
                            + "each else elseif enclosed end escape escaped except exists exit explain false fetch filter float for force "
                            + "foreign freeze from full fulltext function general glob grant group grouping groups having high_priority if "
                            + "ignore ilike in index indexed infile initially inner inout insert int integer intersect interval into is "
                            + "isnull iterate join key keys kill lambda lateral leading leave left like limit linear lines load localtime "
                            + "localtimestamp lock long loop low_priority match mediumint minus mod modifies natural no not notnull null "
                            + "nulls numeric of offset on only optimize option optionally or order out outer outfile over overlaps "
                            + "partition pivot placing portion precision primary procedure purge qualify range rank read reads real "
                            + "recursive references regexp release rename repeat replace require resignal restrict return returning "
                            + "revoke right rlike row row_number rows schema schemas select semi sensitive separator session_user set "
                            + "show signal similar smallint some spatial specific sql starting straight_join summarize symmetric table "
                            + "tablesample terminated then tinyint to trailing transaction trigger true undo union unique unlock "
                            + "unpivot unsigned update usage use user using values varchar variadic varying verbose when where while "
                            + "window with within without write xor zerofill")
                    .split(" "));

    private IdentifierQuoting() {}

    public static String of(String name, Dialect dialect) {
        boolean plain = PLAIN.matcher(name).matches()
                && dialect.folded(name).equals(name)
                && !RESERVED.contains(name.toLowerCase(Locale.ROOT));
        return plain ? name : dialect.quoteName(name);
    }
}
