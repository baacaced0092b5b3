package plainsieve.sources.engine;

import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.catalog.CellFormat;

/**
 * SQL that tests and converts cells of a format. Detection accepts only unambiguous formats: {@code 007} is not a number and
 * {@code 01/02/2026} not a date unless declared. Declared formats are parsed more leniently.
 *
 * @param type of the values; empty for numbers, whose type depends on their digits
 * @param looking tests whether a text has the format
 * @param reading converts it; null if impossible
 */
record CellFormatSql(CellFormat form, String type, String looking, String reading) {
    private static final Map<CellFormat, CellFormatSql> ALL = new EnumMap<>(CellFormat.class);

    static {
        put(
                CellFormat.BOOLEAN,
                "boolean",
                "lower(%s) in ('true', 'false')",
                "case when lower(%1$s) in ('true', 'yes', 'y', '1') then true when lower(%1$s) in ('false', 'no', 'n', '0') then false end");
        put(
                CellFormat.INTEGER,
                "bigint",
                "regexp_full_match(%s, '-?(0|[1-9][0-9]*)')",
                "case when regexp_full_match(%1$s, '[+-]?[0-9]+') then try_cast(%1$s as bigint) end");
        put(
                CellFormat.DECIMAL,
                "",
                "regexp_full_match(%s, '-?(0|[1-9][0-9]*)(\\.[0-9]+)?([eE][+-]?[0-9]+)?')",
                "case when regexp_full_match(%1$s, '[+-]?([0-9]+\\.?[0-9]*|\\.[0-9]+)([eE][+-]?[0-9]+)?') then try_cast(%1$s as double) end");
        put(
                CellFormat.DECIMAL_WITH_COMMA,
                "",
                "regexp_full_match(%s, '-?(0|[1-9][0-9]*|[1-9][0-9]{0,2}(\\.[0-9]{3})+)(,[0-9]+)?')",
                "case when regexp_full_match(%1$s, '[+-]?[0-9.]+(,[0-9]+)?') then try_cast(replace(replace(%1$s, '.', ''), ',', '.') as double) end");
        put(
                CellFormat.DATE,
                "date",
                "regexp_full_match(%s, '[0-9]{4}-[0-9]{2}-[0-9]{2}')",
                "try_strptime(%s, '%%Y-%%m-%%d')");
        put(
                CellFormat.DATE_WITH_DOTS,
                "date",
                "regexp_full_match(%s, '[0-9]{1,2}\\.[0-9]{1,2}\\.[0-9]{4}')",
                "try_strptime(%s, '%%d.%%m.%%Y')");
        put(
                CellFormat.DATE_DAY_FIRST,
                "date",
                "regexp_full_match(%s, '[0-9]{1,2}/[0-9]{1,2}/[0-9]{4}')",
                "try_strptime(%s, '%%d/%%m/%%Y')");
        put(
                CellFormat.DATE_MONTH_FIRST,
                "date",
                "regexp_full_match(%s, '[0-9]{1,2}/[0-9]{1,2}/[0-9]{4}')",
                "try_strptime(%s, '%%m/%%d/%%Y')");
        put(
                CellFormat.TIMESTAMP,
                "timestamp",
                "regexp_full_match(%s, '[0-9]{4}-[0-9]{2}-[0-9]{2}([ T][0-9]{2}:[0-9]{2}(:[0-9]{2}(\\.[0-9]{1,6})?)?)?')",
                "case when not regexp_matches(%1$s, '[zZ]$|:[0-9]{2}[+-][0-9]') then try_cast(%1$s as timestamp) end");
        put(
                CellFormat.TIMESTAMP_WITH_DOTS,
                "timestamp",
                "regexp_full_match(%s, '[0-9]{1,2}\\.[0-9]{1,2}\\.[0-9]{4}( [0-9]{1,2}:[0-9]{2}(:[0-9]{2})?)?')",
                "try_strptime(%s, ['%%d.%%m.%%Y %%H:%%M:%%S', '%%d.%%m.%%Y %%H:%%M', '%%d.%%m.%%Y'])");
        put(
                CellFormat.TIMESTAMP_WITH_ZONE,
                "timestamp with time zone",
                "regexp_full_match(%s, '[0-9]{4}-[0-9]{2}-[0-9]{2}[ T][0-9]{2}:[0-9]{2}(:[0-9]{2}(\\.[0-9]{1,6})?)?([zZ]|[+-][0-9]{2}(:?[0-9]{2})?)')",
                "try_cast(%s as timestamptz)");
        put(CellFormat.TEXT, "varchar", "true", "%s");
    }

    private static void put(CellFormat form, String type, String looking, String reading) {
        ALL.put(form, new CellFormatSql(form, type, looking, reading));
    }

    static CellFormatSql of(CellFormat form) {
        return ALL.get(form);
    }

    /** The detectable formats, narrowest first; text otherwise. */
    static List<CellFormatSql> found() {
        return Arrays.stream(CellFormat.values())
                .filter(form -> form != CellFormat.TEXT)
                .map(CellFormatSql::of)
                .toList();
    }

    /** SQL of whether a text is written in this form. @param text SQL of a text that is not empty */
    String looks(String text) {
        return looking.formatted(text);
    }

    /** SQL of the value of a text; no value when unreadable in this form. */
    String read(String text) {
        return reading.formatted(text);
    }

    boolean isNumber() {
        return form == CellFormat.DECIMAL || form == CellFormat.DECIMAL_WITH_COMMA;
    }

    /** SQL of a number as a text with a point. */
    String withPoint(String text) {
        return form == CellFormat.DECIMAL_WITH_COMMA ? "replace(replace(" + text + ", '.', ''), ',', '.')" : text;
    }

    /** The format that includes this one and converts its values equally. */
    Optional<CellFormat> wider() {
        return switch (form) {
            case INTEGER -> Optional.of(CellFormat.DECIMAL);
            case DATE -> Optional.of(CellFormat.TIMESTAMP);
            case DATE_WITH_DOTS -> Optional.of(CellFormat.TIMESTAMP_WITH_DOTS);
            default -> Optional.empty();
        };
    }
}
