package plainsieve.sources.engine;

import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.catalogue.CellForm;

/**
 * How texts of a form look, and how they are read, as SQL of the engine. What is found by itself has only one meaning: {@code 007}
 * is no number, and {@code 01/02/2026} no day, until an author says so. What an author has said is read more freely.
 *
 * @param type of the values; empty for numbers, whose type is as wide as they are
 * @param looking whether a text is written so
 * @param reading its value; no value when it cannot be read so
 */
record FormSql(CellForm form, String type, String looking, String reading) {
    private static final Map<CellForm, FormSql> ALL = new EnumMap<>(CellForm.class);

    static {
        put(
                CellForm.YES_OR_NO,
                "boolean",
                "lower(%s) in ('true', 'false')",
                "case when lower(%1$s) in ('true', 'yes', 'y', '1') then true when lower(%1$s) in ('false', 'no', 'n', '0') then false end");
        put(
                CellForm.WHOLE,
                "bigint",
                "regexp_full_match(%s, '-?(0|[1-9][0-9]*)')",
                "case when regexp_full_match(%1$s, '[+-]?[0-9]+') then try_cast(%1$s as bigint) end");
        put(
                CellForm.NUMBER,
                "",
                "regexp_full_match(%s, '-?(0|[1-9][0-9]*)(\\.[0-9]+)?([eE][+-]?[0-9]+)?')",
                "case when regexp_full_match(%1$s, '[+-]?([0-9]+\\.?[0-9]*|\\.[0-9]+)([eE][+-]?[0-9]+)?') then try_cast(%1$s as double) end");
        put(
                CellForm.NUMBER_WITH_COMMA,
                "",
                "regexp_full_match(%s, '-?(0|[1-9][0-9]*|[1-9][0-9]{0,2}(\\.[0-9]{3})+)(,[0-9]+)?')",
                "case when regexp_full_match(%1$s, '[+-]?[0-9.]+(,[0-9]+)?') then try_cast(replace(replace(%1$s, '.', ''), ',', '.') as double) end");
        put(
                CellForm.DAY,
                "date",
                "regexp_full_match(%s, '[0-9]{4}-[0-9]{2}-[0-9]{2}')",
                "try_strptime(%s, '%%Y-%%m-%%d')");
        put(
                CellForm.DAY_WITH_DOTS,
                "date",
                "regexp_full_match(%s, '[0-9]{1,2}\\.[0-9]{1,2}\\.[0-9]{4}')",
                "try_strptime(%s, '%%d.%%m.%%Y')");
        put(
                CellForm.DAY_BEFORE_MONTH,
                "date",
                "regexp_full_match(%s, '[0-9]{1,2}/[0-9]{1,2}/[0-9]{4}')",
                "try_strptime(%s, '%%d/%%m/%%Y')");
        put(
                CellForm.MONTH_BEFORE_DAY,
                "date",
                "regexp_full_match(%s, '[0-9]{1,2}/[0-9]{1,2}/[0-9]{4}')",
                "try_strptime(%s, '%%m/%%d/%%Y')");
        put(
                CellForm.MOMENT,
                "timestamp",
                "regexp_full_match(%s, '[0-9]{4}-[0-9]{2}-[0-9]{2}([ T][0-9]{2}:[0-9]{2}(:[0-9]{2}(\\.[0-9]{1,6})?)?)?')",
                "case when not regexp_matches(%1$s, '[zZ]$|:[0-9]{2}[+-][0-9]') then try_cast(%1$s as timestamp) end");
        put(
                CellForm.MOMENT_WITH_DOTS,
                "timestamp",
                "regexp_full_match(%s, '[0-9]{1,2}\\.[0-9]{1,2}\\.[0-9]{4}( [0-9]{1,2}:[0-9]{2}(:[0-9]{2})?)?')",
                "try_strptime(%s, ['%%d.%%m.%%Y %%H:%%M:%%S', '%%d.%%m.%%Y %%H:%%M', '%%d.%%m.%%Y'])");
        put(
                CellForm.MOMENT_WITH_ZONE,
                "timestamp with time zone",
                "regexp_full_match(%s, '[0-9]{4}-[0-9]{2}-[0-9]{2}[ T][0-9]{2}:[0-9]{2}(:[0-9]{2}(\\.[0-9]{1,6})?)?([zZ]|[+-][0-9]{2}(:?[0-9]{2})?)')",
                "try_cast(%s as timestamptz)");
        put(CellForm.TEXT, "varchar", "true", "%s");
    }

    private static void put(CellForm form, String type, String looking, String reading) {
        ALL.put(form, new FormSql(form, type, looking, reading));
    }

    static FormSql of(CellForm form) {
        return ALL.get(form);
    }

    /** Those that are found by themselves, the narrowest first; text is what is none of them. */
    static List<FormSql> found() {
        return Arrays.stream(CellForm.values())
                .filter(form -> form != CellForm.TEXT)
                .map(FormSql::of)
                .toList();
    }

    /** SQL of whether a text is written in this form. @param text SQL of a text that is not empty */
    String looks(String text) {
        return looking.formatted(text);
    }

    /** SQL of the value of a text; no value when it cannot be read in this form. */
    String read(String text) {
        return reading.formatted(text);
    }

    boolean isNumber() {
        return form == CellForm.NUMBER || form == CellForm.NUMBER_WITH_COMMA;
    }

    /** SQL of a number as a text with a point. */
    String withPoint(String text) {
        return form == CellForm.NUMBER_WITH_COMMA ? "replace(replace(" + text + ", '.', ''), ',', '.')" : text;
    }

    /** What also holds values that this one does not, and reads the same from those that it does. */
    Optional<CellForm> wider() {
        return switch (form) {
            case WHOLE -> Optional.of(CellForm.NUMBER);
            case DAY -> Optional.of(CellForm.MOMENT);
            case DAY_WITH_DOTS -> Optional.of(CellForm.MOMENT_WITH_DOTS);
            default -> Optional.empty();
        };
    }
}
