package plainsieve.sources.differential;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.stream.LongStream;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.rewrite.filter.PickedValueType;
import plainsieve.core.value.Type;
import plainsieve.sources.Column;
import plainsieve.sources.TestDatabases.Answered;

/**
 * A filter on the first column with values that it contains.
 *
 * @param name the column name in an outer query
 * @param byHand the same with literals
 */
record OnTopFilter(AddedFilter added, String name, String byHand, Choices choices) {
    private static final int KINDS = 8;
    private static final Set<Type> STRAY = EnumSet.of(Type.INTEGER, Type.DECIMAL, Type.BOOLEAN);

    /** The picked values of a column and its name. */
    private record Picked(String column, String name, Parameter parameter, List<Object> values, List<String> literals) {
        List<String> written() {
            return values.stream().map(OnTopFilter::written).toList();
        }
    }

    static OnTopFilter of(Answered answered, SplittableRandom random, Dialect dialect) {
        Column column = answered.columns().get(0);
        List<Object> values = values(answered, type(column.kind()), random);
        Type type = PickedValueType.of(
                type(column.kind()), values.stream().map(OnTopFilter::written).toList());
        if (!values.isEmpty() && random.nextInt(10) == 0) {
            others(type).forEach(values::add);
        }
        Picked picked = new Picked(
                column.name(),
                dialect.quoteName(column.name()),
                Parameter.of("f", type),
                values,
                values.stream().map(value -> literal(value, column, dialect)).toList());
        boolean without = random.nextInt(3) == 0 || values.isEmpty();
        int kind = random.nextInt(KINDS);
        return !values.isEmpty() && kind >= KINDS - 2
                ? compared(
                        picked,
                        random.nextBoolean()
                                ? AddedFilter.Comparison.GREATER_OR_EQUAL
                                : AddedFilter.Comparison.NOT_EQUAL)
                : amongValues(picked, kind == 0, without);
    }

    private static List<Object> values(Answered answered, Type told, SplittableRandom random) {
        List<Object> shown = answered.rows().stream().map(row -> row.get(0)).toList();
        List<Object> values = new ArrayList<>();
        for (int i = random.nextInt(3); i >= 0 && !shown.isEmpty(); i--) {
            Object value = shown.get(random.nextInt(shown.size()));
            // SQLite columns contain any type; a text among numbers cannot be chosen as a number.
            boolean stray = value instanceof String && STRAY.contains(told);
            if (value != null && !stray) {
                values.add(value);
            }
        }
        return values;
    }

    private static OnTopFilter compared(Picked picked, AddedFilter.Comparison comparison) {
        return new OnTopFilter(
                AddedFilter.compared(picked.column(), comparison, "f"),
                picked.name(),
                picked.name() + " " + comparison.symbol() + " "
                        + picked.literals().get(0),
                choices(
                        picked.parameter(),
                        ChoiceText.of(written(picked.values().get(0)))));
    }

    private static OnTopFilter amongValues(Picked picked, boolean none, boolean without) {
        String name = picked.name();
        return new OnTopFilter(
                none
                        ? AddedFilter.noneOf(picked.column(), "f")
                        : without
                                ? AddedFilter.anyOf(picked.column(), "f")
                                : AddedFilter.anyValueOf(picked.column(), "f"),
                name,
                none
                        ? byHand(picked.literals(), without, name + " not in (", " and ", name + " is not null")
                        : byHand(picked.literals(), without, name + " in (", " or ", name + " is null"),
                choices(
                        picked.parameter().asMultiple(),
                        new ChoiceText(ChoiceText.Kind.VALUES, picked.written(), without)));
    }

    private static String byHand(List<String> literals, boolean without, String test, String word, String missing) {
        String in = literals.isEmpty() ? "" : test + String.join(", ", literals) + ")";
        return !without ? in : in.isEmpty() ? missing : "(" + in + word + missing + ")";
    }

    private static Choices choices(Parameter parameter, ChoiceText text) {
        Map<String, Parameter> parameters = Map.of("f", parameter);
        Map<String, Choice> chosen = ChoiceReader.readAll(parameters, Map.of("f", text));
        return new Choices(parameters, chosen);
    }

    /** So many absent values that the list becomes a long one. */
    private static List<Object> others(Type type) {
        return switch (type) {
            case INTEGER ->
                LongStream.range(5_000, 5_070)
                        .<Object>mapToObj(number -> number)
                        .toList();
            case DECIMAL ->
                LongStream.range(5_000, 5_070)
                        .<Object>mapToObj(number -> BigDecimal.valueOf(number, 2))
                        .toList();
            case DATE ->
                LongStream.range(0, 70)
                        .<Object>mapToObj(day -> LocalDate.of(2030, 1, 1).plusDays(day))
                        .toList();
            case DATETIME ->
                LongStream.range(0, 70)
                        .<Object>mapToObj(
                                day -> LocalDateTime.of(2030, 1, 1, 7, 0).plusDays(day))
                        .toList();
            default -> List.of();
        };
    }

    /** With the type that the product derives from the picked column. */
    private static Type type(Column.Kind kind) {
        return switch (kind) {
            case INTEGER -> Type.INTEGER;
            case DECIMAL -> Type.DECIMAL;
            case DATE -> Type.DATE;
            case DATETIME -> Type.DATETIME;
            case BOOLEAN -> Type.BOOLEAN;
            case TEXT, OTHER -> Type.TEXT;
        };
    }

    private static String written(Object value) {
        return value instanceof Double number ? new BigDecimal(number.toString()).toPlainString() : value.toString();
    }

    /** A choice is the displayed value; a bare 0.1 is not what a short binary fraction displays as 0.1. */
    private static String literal(Object value, Column column, Dialect dialect) {
        if (dialect.name().equals("trino")) {
            return typed(value, column);
        }
        String text = "'" + written(value) + "'";
        return switch (column.kind()) {
            case INTEGER, BOOLEAN -> written(value);
            case DECIMAL -> dialect.name().equals("postgresql") ? text : written(value);
            case DATETIME -> text.replace('T', ' ');
            case DATE, TEXT, OTHER -> text;
        };
    }

    /** Trino converts text implicitly to no other type. */
    private static String typed(Object value, Column column) {
        String text = "'" + written(value) + "'";
        return switch (column.kind()) {
            case DATE -> "date " + text;
            case DATETIME ->
                "timestamp "
                        + text.replace('T', ' ')
                                .replaceFirst("([+-]\\d\\d:\\d\\d|Z)'$", " $1'")
                                .replace(" Z'", " UTC'");
            case OTHER -> column.type().equals("uuid") ? "uuid " + text : text;
            default -> value instanceof String ? text : written(value);
        };
    }
}
