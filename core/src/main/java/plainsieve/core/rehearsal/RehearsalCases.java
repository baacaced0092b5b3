package plainsieve.core.rehearsal;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.value.Type;

/**
 * Choices that viewers will make sooner or later: nothing, everything, minimum and maximum, a quote, thousands
 * of values, a reversed range, two blanks at once.
 */
public final class RehearsalCases {
    private static final int MANY = 10_000;
    private static final int SEVERAL = 3;
    private static final String QUOTE = "O'Brien \"the\" `last`; --";
    private static final String WILDCARD = "50%_off\\";
    private static final String FOREIGN = "Þórvík – 港 🌊";

    private final List<RehearsalCase> cases = new ArrayList<>();

    private RehearsalCases() {}

    /** All cases for these parameters: each parameter alone, its range, then pairs of blanks. */
    public static List<RehearsalCase> of(List<RehearsalParameter> parameters) {
        RehearsalCases made = new RehearsalCases();
        for (RehearsalParameter one : parameters) {
            one.openOther(parameters)
                    .ifPresentOrElse(
                            other -> made.alone(one, Map.of(other, ChoiceText.blank())),
                            () -> made.alone(one, Map.of()));
        }
        for (RehearsalParameter lower : parameters) {
            parameters.stream()
                    .filter(other -> other.parameter().name().equals(lower.rangeEnd()))
                    .forEach(upper -> made.range(lower, upper));
        }
        made.pairsOfBlanks(parameters);
        return List.copyOf(made.cases);
    }

    private void add(RehearsalParameter rehearsalParameter, String name, ChoiceText choice, boolean refusal) {
        cases.add(new RehearsalCase(name, Map.of(rehearsalParameter.parameter().name(), choice), refusal));
    }

    /** @param beside the other end of its range, which is blank: otherwise a minimum would reverse the range */
    private void add(RehearsalParameter rehearsalParameter, String name, String value, Map<String, ChoiceText> beside) {
        Map<String, ChoiceText> choices = new HashMap<>(beside);
        choices.put(rehearsalParameter.parameter().name(), ChoiceText.of(value));
        cases.add(new RehearsalCase(name, choices, false));
    }

    private void alone(RehearsalParameter rehearsalParameter, Map<String, ChoiceText> beside) {
        Parameter parameter = rehearsalParameter.parameter();
        add(rehearsalParameter, "blank", ChoiceText.blank(), needsValue(parameter));
        List<String> values = values(rehearsalParameter);
        if (!values.isEmpty()) {
            add(rehearsalParameter, "one value", values.get(values.size() / 2), beside);
            add(rehearsalParameter, "minimum", extreme(rehearsalParameter, values, false), beside);
            add(rehearsalParameter, "maximum", extreme(rehearsalParameter, values, true), beside);
        }
        if (parameter.multiple()) {
            many(rehearsalParameter, values);
        }
        if (rehearsalParameter.hasList()) {
            unlisted(rehearsalParameter, values);
        } else if (parameter.type() == Type.TEXT) {
            add(rehearsalParameter, "a quote", ChoiceText.of(QUOTE), false);
            add(rehearsalParameter, "a wildcard", ChoiceText.of(WILDCARD), false);
            add(rehearsalParameter, "other scripts", ChoiceText.of(FOREIGN), false);
        }
    }

    private static boolean needsValue(Parameter parameter) {
        return parameter.blankRule() == BlankRule.NOT_ALLOWED;
    }

    private void many(RehearsalParameter rehearsalParameter, List<String> values) {
        if (values.size() > 1) {
            add(
                    rehearsalParameter,
                    "several values",
                    ChoiceText.of(values.subList(0, Math.min(SEVERAL, values.size()))),
                    false);
        }
        if (rehearsalParameter.hasList()) {
            add(rehearsalParameter, "all", ChoiceText.all(), false);
            if (!values.isEmpty()) {
                add(rehearsalParameter, "every listed value", ChoiceText.of(values), false);
            }
        } else {
            List<String> made = IntStream.range(0, MANY)
                    .mapToObj(i -> generated(rehearsalParameter.parameter().type(), i))
                    .distinct()
                    .toList();
            add(rehearsalParameter, "%,d values".formatted(made.size()), ChoiceText.of(made), false);
        }
    }

    private void unlisted(RehearsalParameter rehearsalParameter, List<String> values) {
        String strange = rehearsalParameter.parameter().type() == Type.TEXT
                        || rehearsalParameter.parameter().type() == Type.NAME
                ? FOREIGN
                : beyond(rehearsalParameter.parameter().type());
        if (!values.contains(strange) && rehearsalParameter.parameter().type() != Type.BOOLEAN) {
            add(rehearsalParameter, "not on the list", ChoiceText.of(strange), true);
        }
        awkward(values, "'").ifPresent(value -> add(rehearsalParameter, "a quote", ChoiceText.of(value), false));
        awkward(values, "[%_]").ifPresent(value -> add(rehearsalParameter, "a wildcard", ChoiceText.of(value), false));
        awkward(values, "[^\\p{ASCII}]")
                .ifPresent(value -> add(rehearsalParameter, "other scripts", ChoiceText.of(value), false));
    }

    private static Optional<String> awkward(List<String> values, String pattern) {
        return values.stream()
                .filter(value -> value.matches("(?s).*" + pattern + ".*"))
                .findFirst();
    }

    /** Listed values, otherwise the default, otherwise a value of the type within its bounds. */
    private static List<String> values(RehearsalParameter rehearsalParameter) {
        if (!rehearsalParameter.listed().isEmpty()) {
            return rehearsalParameter.listed();
        }
        if (!rehearsalParameter.usual().values().isEmpty()) {
            return rehearsalParameter.usual().values();
        }
        return rehearsalParameter.hasList()
                ? List.of()
                : List.of(
                        rehearsalParameter.minimum().isEmpty()
                                ? generated(rehearsalParameter.parameter().type(), 1)
                                : rehearsalParameter.minimum());
    }

    private static String extreme(RehearsalParameter rehearsalParameter, List<String> values, boolean largest) {
        String limit = largest ? rehearsalParameter.maximum() : rehearsalParameter.minimum();
        if (!rehearsalParameter.hasList() && !limit.isEmpty()) {
            return limit;
        }
        Type type = rehearsalParameter.parameter().type();
        if (!rehearsalParameter.hasList()) {
            return switch (type) {
                case INTEGER ->
                    rehearsalParameter.minimum().isEmpty()
                                    && rehearsalParameter.maximum().isEmpty()
                                    && !isCount(rehearsalParameter)
                            ? (largest ? "2147483647" : "-2147483648")
                            : (largest ? "2147483647" : "0");
                case DECIMAL -> largest ? "999999999.99" : "-999999999.99";
                case DATE -> largest ? "9998-12-31" : "1900-01-01";
                case DATETIME -> largest ? "9998-12-31T23:59:59" : "1900-01-01T00:00";
                default -> largest ? values.get(values.size() - 1) : values.get(0);
            };
        }
        Comparator<String> order = order(type);
        return largest
                ? values.stream().max(order).orElseThrow()
                : values.stream().min(order).orElseThrow();
    }

    /** A row limit counts rows, and no count is below zero. */
    private static boolean isCount(RehearsalParameter rehearsalParameter) {
        return rehearsalParameter.parameter().unlimitedValue().isPresent();
    }

    private static Comparator<String> order(Type type) {
        return type == Type.INTEGER || type == Type.DECIMAL
                ? Comparator.comparing(BigDecimal::new)
                : Comparator.naturalOrder();
    }

    private static String generated(Type type, int number) {
        return switch (type) {
            case TEXT, NAME -> "value " + number;
            case INTEGER -> Integer.toString(number);
            case DECIMAL -> number + ".5";
            case DATE -> LocalDate.of(2000, 1, 1).plusDays(number).toString();
            case DATETIME ->
                LocalDateTime.of(2000, 1, 1, 6, 40).plusHours(number).toString();
            case BOOLEAN -> Boolean.toString(number % 2 == 1);
        };
    }

    private static String beyond(Type type) {
        return switch (type) {
            case DATE -> "1850-02-03";
            case DATETIME -> "1850-02-03T04:05";
            case DECIMAL -> "-98765.25";
            default -> "-987654";
        };
    }

    private void range(RehearsalParameter lower, RehearsalParameter upper) {
        String from = lower.parameter().name();
        String to = upper.parameter().name();
        List<String> low = values(lower);
        List<String> high = values(upper);
        cases.add(new RehearsalCase(
                "only from",
                Map.of(from, ChoiceText.of(low.get(0)), to, ChoiceText.blank()),
                needsValue(upper.parameter())));
        cases.add(new RehearsalCase(
                "only to",
                Map.of(from, ChoiceText.blank(), to, ChoiceText.of(high.get(high.size() - 1))),
                needsValue(lower.parameter())));
        cases.add(new RehearsalCase(
                "turned round",
                Map.of(
                        from, ChoiceText.of(extreme(upper, high, true)),
                        to, ChoiceText.of(extreme(lower, low, false))),
                true));
    }

    private void pairsOfBlanks(List<RehearsalParameter> parameters) {
        for (int i = 0; i < parameters.size(); i++) {
            for (int j = i + 1; j < parameters.size(); j++) {
                Parameter one = parameters.get(i).parameter();
                Parameter other = parameters.get(j).parameter();
                if (!needsValue(one) && !needsValue(other)) {
                    cases.add(new RehearsalCase(
                            "both blank",
                            Map.of(one.name(), ChoiceText.blank(), other.name(), ChoiceText.blank()),
                            false));
                }
            }
        }
    }
}
