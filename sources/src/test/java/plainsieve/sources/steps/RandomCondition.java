package plainsieve.sources.steps;

import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import java.util.function.Function;
import java.util.stream.Collectors;
import plainsieve.core.value.Type;

/** Random conditions, true, false or unknown for a row. */
final class RandomCondition {
    private static final List<Type> TYPES =
            List.of(Type.INTEGER, Type.TEXT, Type.DATE, Type.DATETIME, Type.INTEGER, Type.TEXT);
    private final SplittableRandom random;
    private final Grid grid;
    private final RandomExpression expressions;

    /** @param value null if unknown */
    record TextExpression(String words, boolean simple, Function<List<Object>, Boolean> value) {
        String within() {
            return simple ? words : "(" + words + ")";
        }
    }

    RandomCondition(SplittableRandom random, Grid grid) {
        this.random = random;
        this.grid = grid;
        this.expressions = new RandomExpression(random, grid);
    }

    TextExpression of(int depth) {
        if (depth == 0 || random.nextInt(3) > 0) {
            return test();
        }
        TextExpression one = of(depth - 1);
        if (random.nextInt(4) == 0) {
            return new TextExpression(
                    "not (" + one.words() + ")", true, row -> not(one.value().apply(row)));
        }
        TextExpression other = of(depth - 1);
        boolean and = random.nextBoolean();
        return new TextExpression(
                one.within() + (and ? " and " : " or ") + other.within(),
                false,
                row -> and
                        ? and(one.value().apply(row), other.value().apply(row))
                        : not(and(not(one.value().apply(row)), not(other.value().apply(row)))));
    }

    static Boolean not(Boolean value) {
        return value == null ? null : !value;
    }

    static Boolean and(Boolean one, Boolean other) {
        if (Boolean.FALSE.equals(one) || Boolean.FALSE.equals(other)) {
            return false;
        }
        return one == null || other == null ? null : true;
    }

    private TextExpression test() {
        Type type = TYPES.get(random.nextInt(TYPES.size()));
        plainsieve.sources.steps.TextExpression left =
                grid.of(type).isEmpty() ? expressions.of(type, 1) : expressions.column(any(grid.of(type)));
        int how = random.nextInt(9);
        if (how == 0) {
            boolean has = random.nextBoolean();
            return new TextExpression(
                    left.within() + (has ? " has a value" : " has no value"),
                    true,
                    row -> (left.value().apply(row) != null) == has);
        }
        if (how == 1) {
            return list(left, type);
        }
        if (how == 2 && type == Type.TEXT) {
            return pattern(left);
        }
        if (how == 3 && (type == Type.DATE || type == Type.DATETIME)) {
            return ofDays(left);
        }
        return compared(left, expressions.of(type, random.nextInt(2)));
    }

    private <T> T any(List<T> all) {
        return all.get(random.nextInt(all.size()));
    }

    private TextExpression compared(
            plainsieve.sources.steps.TextExpression left, plainsieve.sources.steps.TextExpression right) {
        String verb = any(List.of("=", "<>", "<", "<=", ">", ">="));
        return new TextExpression(left.within() + " " + verb + " " + right.within(), true, row -> {
            Object a = left.value().apply(row);
            Object b = right.value().apply(row);
            return a == null || b == null ? null : holds(verb, Grid.compared(a, b));
        });
    }

    static boolean holds(String verb, int order) {
        return switch (verb) {
            case "=" -> order == 0;
            case "<>" -> order != 0;
            case "<" -> order < 0;
            case "<=" -> order <= 0;
            case ">" -> order > 0;
            default -> order >= 0;
        };
    }

    private TextExpression list(plainsieve.sources.steps.TextExpression left, Type type) {
        List<plainsieve.sources.steps.TextExpression> values = new ArrayList<>();
        for (int i = random.nextInt(1, 4); i > 0; i--) {
            values.add(expressions.fixed(type));
        }
        boolean any = random.nextBoolean();
        String words = values.stream()
                .map(plainsieve.sources.steps.TextExpression::words)
                .collect(Collectors.joining(", "));
        return new TextExpression(left.within() + (any ? " in (" : " not in (") + words + ")", true, row -> {
            Object a = left.value().apply(row);
            return a == null
                    ? null
                    : any
                            == values.stream()
                                    .anyMatch(value ->
                                            Grid.compared(a, value.value().apply(row)) == 0);
        });
    }

    private TextExpression pattern(plainsieve.sources.steps.TextExpression left) {
        String sought = any(List.of("a", "b", "_", "%", "''"));
        String verb = any(List.of("contains", "does not contain", "starts with", "ends with"));
        String plain = sought.replace("''", "'");
        return new TextExpression(left.within() + " " + verb + " '" + sought + "'", true, row -> {
            String text = (String) left.value().apply(row);
            if (text == null) {
                return null;
            }
            return switch (verb) {
                case "contains" -> text.contains(plain);
                case "does not contain" -> !text.contains(plain);
                case "starts with" -> text.startsWith(plain);
                default -> text.endsWith(plain);
            };
        });
    }

    private TextExpression ofDays(plainsieve.sources.steps.TextExpression left) {
        plainsieve.sources.steps.TextExpression day = expressions.fixed(Type.DATE);
        plainsieve.sources.steps.TextExpression last = expressions.fixed(Type.DATE);
        String verb = any(List.of("is on", "is after", "is on or before", "is before", "is from"));
        String words = verb.equals("is from")
                ? left.within() + " is from " + day.words() + " to the end of " + last.words()
                : left.within() + " " + verb + " " + day.words();
        return new TextExpression(words, true, row -> {
            Object value = left.value().apply(row);
            if (value == null) {
                return null;
            }
            int order = Grid.moment(value).toLocalDate().compareTo((java.time.LocalDate)
                    day.value().apply(row));
            return switch (verb) {
                case "is on" -> order == 0;
                case "is after" -> order > 0;
                case "is on or before" -> order <= 0;
                case "is before" -> order < 0;
                default ->
                    order >= 0
                            && Grid.moment(value).toLocalDate().compareTo((java.time.LocalDate)
                                            last.value().apply(row))
                                    <= 0;
            };
        });
    }
}
