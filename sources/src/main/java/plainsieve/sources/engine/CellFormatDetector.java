package plainsieve.sources.engine;

import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import plainsieve.core.catalog.CellFormat;
import plainsieve.sources.DetectedColumn;

/**
 * Detects the format of staged cells. A column has a format if every non-empty cell matches it; a declared format is always used,
 * and mismatches are counted. The first rows determine the candidates, all rows the result.
 */
public final class CellFormatDetector {
    private static final int BEGINNING = 10_000;
    private static final int EXAMPLES = 3;
    private static final int MOST_DIGITS = 38;

    /** A text column in which most cells are numbers, dates or timestamps is reported as a possible one. */
    private static final double MOST = 0.5;

    private final CellStaging staging;

    public CellFormatDetector(CellStaging staging) {
        this.staging = staging;
    }

    /** A column with the SQL of its values. */
    public record Column(DetectedColumn found, String sql) {}

    private record FormatCount(CellFormat form, long filled, long fit) {
        boolean all() {
            return fit == filled;
        }
    }

    public List<Column> find(List<String> names, Map<String, CellFormat> said) throws SQLException {
        List<CellFormat> likely = said.keySet().containsAll(names) ? List.of() : likely(names.size());
        List<Column> columns = new ArrayList<>();
        for (int i = 0; i < names.size(); i++) {
            Optional<CellFormat> form = Optional.ofNullable(said.get(names.get(i)));
            boolean isSaid = form.isPresent();
            columns.add(isSaid ? declaredColumn(i, names.get(i), form.get()) : found(i, names.get(i), likely.get(i)));
        }
        return columns;
    }

    private static String filled(int column) {
        return "nullif(trim(" + CellStaging.cell(column) + "), '')";
    }

    /** SQL of whether a cell that is not empty is of a form. */
    private static String fits(CellFormat said, int column) {
        String cell = filled(column);
        CellFormatSql form = CellFormatSql.of(said);
        return "(" + form.looks(cell) + " and " + form.read(cell) + " is not null)";
    }

    /** The form that fits most of the first cells of each column that have something in them, the narrowest of them. */
    private List<CellFormat> likely(int columns) throws SQLException {
        List<CellFormat> likely =
                new ArrayList<>(likely(IntStream.range(0, columns).boxed().toList(), "cells"));
        for (int i = 0; i < columns; i++) {
            if (likely.get(i) == CellFormat.TEXT) {
                String filled = "(from cells where " + filled(i) + " is not null)";
                likely.set(i, likely(List.of(i), filled).get(0));
            }
        }
        return likely;
    }

    private List<CellFormat> likely(List<Integer> columns, String rows) throws SQLException {
        List<CellFormatSql> forms = CellFormatSql.found();
        String counts = columns.stream()
                .flatMap(i -> forms.stream().map(form -> "count(*) filter (where " + fits(form.form(), i) + ")"))
                .collect(Collectors.joining(", "));
        List<Long> row =
                staging.query("select %s from (from %s limit %d)".formatted(counts, rows, BEGINNING)).get(0).stream()
                        .map(Long::valueOf)
                        .toList();
        return IntStream.range(0, columns.size())
                .mapToObj(i -> narrowest(row.subList(i * forms.size(), (i + 1) * forms.size())))
                .toList();
    }

    /** @param fits how many cells fit each of the forms */
    private static CellFormat narrowest(List<Long> fits) {
        long most = Collections.max(fits);
        return most == 0
                ? CellFormat.TEXT
                : CellFormatSql.found().get(fits.indexOf(most)).form();
    }

    private Column found(int column, String name, CellFormat likely) throws SQLException {
        FormatCount first = countMatches(column, likely);
        Optional<CellFormat> wider =
                first.all() ? Optional.empty() : CellFormatSql.of(likely).wider();
        FormatCount second = wider.isPresent() ? countMatches(column, wider.get()) : first;
        FormatCount counted = second.fit() > first.fit() ? second : first;
        CellFormat form = counted.form();
        if (form != CellFormat.TEXT && counted.all() && hasOneMeaning(column, form)) {
            return new Column(
                    new DetectedColumn(name, form.words(), counted.filled(), 0, List.of(), Optional.empty()),
                    value(column, form));
        }
        boolean almost = form != CellFormat.TEXT && counted.fit() >= MOST * counted.filled();
        DetectedColumn text = new DetectedColumn(
                name,
                CellFormat.TEXT.words(),
                counted.filled(),
                0,
                almost ? examples(column, "not " + fits(form, column)) : List.of(),
                almost ? Optional.of(form.words()) : Optional.empty());
        return new Column(text, CellStaging.cell(column));
    }

    private FormatCount countMatches(int column, CellFormat form) throws SQLException {
        List<String> row = staging.query("select count(%s), count(*) filter (where %s) from cells"
                        .formatted(filled(column), fits(form, column)))
                .get(0);
        return new FormatCount(form, Long.parseLong(row.get(0)), Long.parseLong(row.get(1)));
    }

    /*
     * 01/02/2026 may be either day. 1,234 may be more than a thousand, and so it is left a text as long as no cell has another
     * number of digits after the comma.
     */
    private boolean hasOneMeaning(int column, CellFormat form) throws SQLException {
        String cell = filled(column);
        if (form == CellFormat.DATE_DAY_FIRST || form == CellFormat.DATE_MONTH_FIRST) {
            CellFormat other =
                    form == CellFormat.DATE_DAY_FIRST ? CellFormat.DATE_MONTH_FIRST : CellFormat.DATE_DAY_FIRST;
            return !countMatches(column, other).all();
        }
        return form != CellFormat.DECIMAL_WITH_COMMA
                || staging.query("select 1 from cells where regexp_matches(%s, ',([0-9]{1,2}|[0-9]{4,})$') limit 1"
                                        .formatted(cell))
                                .size()
                        > 0;
    }

    private Column declaredColumn(int column, String name, CellFormat form) throws SQLException {
        if (form == CellFormat.TEXT) {
            FormatCount counted = countMatches(column, form);
            DetectedColumn found =
                    new DetectedColumn(name, form.words(), counted.filled(), 0, List.of(), Optional.empty());
            return new Column(found, CellStaging.cell(column));
        }
        String cell = filled(column);
        String misfit = cell + " is not null and " + CellFormatSql.of(form).read(cell) + " is null";
        List<String> row = staging.query(
                        "select count(%s), count(*) filter (where %s) from cells".formatted(cell, misfit))
                .get(0);
        long misfits = Long.parseLong(row.get(1));
        DetectedColumn found = new DetectedColumn(
                name,
                form.words(),
                Long.parseLong(row.get(0)),
                misfits,
                misfits == 0 ? List.of() : examples(column, misfit),
                Optional.empty());
        return new Column(found, value(column, form));
    }

    private List<String> examples(int column, String where) throws SQLException {
        return staging
                .query(
                        "select left(%1$s, 60) from cells where %1$s is not null and %2$s group by 1 order by count(*) desc, 1 limit %3$d"
                                .formatted(filled(column), where, EXAMPLES))
                .stream()
                .map(row -> row.get(0))
                .toList();
    }

    private String value(int column, CellFormat said) throws SQLException {
        CellFormatSql form = CellFormatSql.of(said);
        String cell = filled(column);
        return form.isNumber()
                ? "case when %s is not null then cast(%s as %s) end"
                        .formatted(form.read(cell), form.withPoint(cell), numberType(column, form))
                : "cast(" + form.read(cell) + " as " + form.type() + ")";
    }

    /** A decimal that holds every digit; DOUBLE if there would be too many. */
    private String numberType(int column, CellFormatSql form) throws SQLException {
        String text = "ltrim(" + form.withPoint(filled(column)) + ", '-+')";
        List<String> row = staging.query(
                        "select coalesce(max(length(split_part(%1$s, '.', 1))), 1), coalesce(max(length(split_part(%1$s, '.', 2))), 0), count(*) filter (where regexp_matches(%1$s, '[eE]')) from cells where %2$s is not null"
                                .formatted(text, form.read(filled(column))))
                .get(0);
        int whole = Integer.parseInt(row.get(0));
        int scale = Integer.parseInt(row.get(1));
        boolean binary = whole + scale > MOST_DIGITS || !row.get(2).equals("0");
        return binary ? "double" : "decimal(%d, %d)".formatted(Math.max(18, whole + scale), scale);
    }
}
