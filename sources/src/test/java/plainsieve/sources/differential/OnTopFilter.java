package plainsieve.sources.differential;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.value.Type;

/**
 * A filter on the column {@code k} with values that it shows.
 *
 * @param byHand the same with literals
 */
record OnTopFilter(AddedFilter added, String byHand, Choices choices) {
    private static final int KINDS = 8;

    static OnTopFilter of(List<List<Object>> rows, SplittableRandom random, Dialect dialect) {
        List<Object> shown = rows.stream().map(row -> row.get(0)).toList();
        List<Object> values = new ArrayList<>();
        for (int i = random.nextInt(3); i >= 0 && !shown.isEmpty(); i--) {
            Object value = shown.get(random.nextInt(shown.size()));
            if (value != null) {
                values.add(value);
            }
        }
        Type type = values.isEmpty() ? Type.TEXT : type(values.get(values.size() - 1));
        List<String> literals =
                values.stream().map(value -> literal(value, dialect)).toList();
        boolean without = random.nextInt(3) == 0 || values.isEmpty();
        int kind = random.nextInt(KINDS);
        boolean single = !values.isEmpty() && kind >= KINDS - 2;
        if (single) {
            AddedFilter.Comparison comparison =
                    random.nextBoolean() ? AddedFilter.Comparison.GREATER_OR_EQUAL : AddedFilter.Comparison.NOT_EQUAL;
            return new OnTopFilter(
                    AddedFilter.compared("k", comparison, "f"),
                    "k " + comparison.symbol() + " " + literals.get(0),
                    choices(Parameter.of("f", type), ChoiceText.of(written(values.get(0)))));
        }
        boolean none = kind == 0;
        ChoiceText text = new ChoiceText(
                ChoiceText.Kind.VALUES,
                values.stream().map(OnTopFilter::written).toList(),
                without);
        return new OnTopFilter(
                none ? AddedFilter.noneOf("k", "f") : AddedFilter.anyOf("k", "f"),
                none
                        ? byHand(literals, without, "k not in (", " and ", "k is not null")
                        : byHand(literals, without, "k in (", " or ", "k is null"),
                choices(Parameter.of("f", type).takingMany(), text));
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

    private static Type type(Object value) {
        if (value instanceof Long) {
            return Type.INTEGER;
        }
        return value instanceof Number ? Type.DECIMAL : value instanceof Boolean ? Type.BOOLEAN : Type.TEXT;
    }

    private static String written(Object value) {
        return value instanceof Double number ? new BigDecimal(number.toString()).toPlainString() : value.toString();
    }

    /** A choice is what is shown; a bare 0.1 is not what a short binary fraction shows as 0.1. */
    private static String literal(Object value, Dialect dialect) {
        Type type = type(value);
        boolean quoted =
                type == Type.TEXT || type == Type.DECIMAL && dialect.name().equals("postgresql");
        return quoted ? "'" + written(value) + "'" : written(value);
    }
}
