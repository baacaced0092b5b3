package plainsieve.sources.steps;

import java.math.BigDecimal;
import java.math.MathContext;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.time.temporal.TemporalAdjusters;
import java.util.List;
import java.util.SplittableRandom;
import java.util.function.BinaryOperator;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import plainsieve.core.value.Type;

/** Random expressions on a row. */
final class RandomExpression {
    private static final List<String> TEXTS = List.of("ab", "b", "bcd", "o''x", "z_b", "c%d", "");
    private final SplittableRandom random;
    private final Grid grid;

    RandomExpression(SplittableRandom random, Grid grid) {
        this.random = random;
        this.grid = grid;
    }

    /** Of a type, or a literal where no column has it. */
    TextExpression of(Type type, int depth) {
        List<Grid.Column> columns = grid.of(type);
        if (depth > 0 && random.nextInt(3) > 0) {
            return made(type, depth);
        }
        return columns.isEmpty() || random.nextInt(5) == 0
                ? fixed(type)
                : column(columns.get(random.nextInt(columns.size())));
    }

    TextExpression column(Grid.Column column) {
        int at = grid.at(column.name());
        return new TextExpression(column.name(), column.type(), true, row -> row.get(at));
    }

    TextExpression fixed(Type type) {
        switch (type) {
            case INTEGER -> {
                long number = random.nextInt(-3, 6);
                return new TextExpression(Long.toString(number), type, number >= 0, row -> number);
            }
            case DECIMAL -> {
                BigDecimal number = new BigDecimal(random.nextInt(1, 40)).movePointLeft(1);
                return new TextExpression(number.toPlainString(), type, true, row -> number);
            }
            case DATE -> {
                LocalDate day = LocalDate.of(2026, 1, 1).plusDays(random.nextInt(120));
                return new TextExpression(day.toString(), type, true, row -> day);
            }
            case DATETIME -> {
                LocalDateTime moment = LocalDate.of(2026, 1, 1).atTime(0, 0).plusHours(random.nextInt(2000));
                return new TextExpression(moment.toString(), type, true, row -> moment);
            }
            default -> {
                String text = TEXTS.get(random.nextInt(TEXTS.size()));
                return new TextExpression("'" + text + "'", type, true, row -> text.replace("''", "'"));
            }
        }
    }

    private TextExpression made(Type type, int depth) {
        if (random.nextInt(6) == 0) {
            return depending(type, depth);
        }
        return switch (type) {
            case INTEGER -> whole(depth);
            case DECIMAL -> decimal(depth);
            case TEXT -> text(depth);
            case DATE -> day(depth);
            default -> fixed(type);
        };
    }

    private TextExpression depending(Type type, int depth) {
        RandomCondition.TextExpression when = new RandomCondition(random, grid).of(1);
        TextExpression then = of(type, depth - 1);
        TextExpression fallback = of(type, depth - 1);
        return new TextExpression(
                "if " + when.words() + " then " + then.within() + " else " + fallback.within(),
                type,
                false,
                row -> Boolean.TRUE.equals(when.value().apply(row))
                        ? then.value().apply(row)
                        : fallback.value().apply(row));
    }

    private TextExpression whole(int depth) {
        switch (random.nextInt(7)) {
            case 6 -> {
                return new RandomChange(random, this).whole(depth);
            }
            case 0 -> {
                return both(
                        of(Type.INTEGER, depth - 1), "+", of(Type.INTEGER, depth - 1), Type.INTEGER, BigDecimal::add);
            }
            case 1 -> {
                return both(
                        of(Type.INTEGER, depth - 1),
                        "-",
                        of(Type.INTEGER, depth - 1),
                        Type.INTEGER,
                        BigDecimal::subtract);
            }
            case 2 -> {
                return one(
                        "length of ", of(Type.TEXT, depth - 1), Type.INTEGER, text -> (long) ((String) text).length());
            }
            case 3 -> {
                return one("month of ", time(), Type.INTEGER, time ->
                        (long) Grid.moment(time).getMonthValue());
            }
            case 4 -> {
                return one("weekday of ", time(), Type.INTEGER, time ->
                        (long) Grid.moment(time).getDayOfWeek().getValue());
            }
            default -> {
                return elapsed();
            }
        }
    }

    private TextExpression time() {
        return of(random.nextBoolean() ? Type.DATE : Type.DATETIME, 0);
    }

    private TextExpression elapsed() {
        TextExpression from = time();
        TextExpression to = time();
        return new TextExpression(
                "days from " + from.within() + " to " + to.within(),
                Type.INTEGER,
                true,
                row -> ofBoth(
                        row,
                        from,
                        to,
                        (a, b) -> ChronoUnit.DAYS.between(
                                Grid.moment(a).toLocalDate(), Grid.moment(b).toLocalDate())));
    }

    private TextExpression decimal(int depth) {
        TextExpression left = of(random.nextBoolean() ? Type.INTEGER : Type.DECIMAL, depth - 1);
        TextExpression right = of(random.nextBoolean() ? Type.INTEGER : Type.DECIMAL, depth - 1);
        switch (random.nextInt(3)) {
            case 0 -> {
                return both(left, "*", right, Type.DECIMAL, BigDecimal::multiply);
            }
            case 1 -> {
                return both(left, "/", right, Type.DECIMAL, (a, b) -> a.divide(b, MathContext.DECIMAL64));
            }
            default -> {
                return one("absolute value of ", left, Type.DECIMAL, number -> Grid.number(number)
                        .abs());
            }
        }
    }

    private TextExpression text(int depth) {
        TextExpression of = of(Type.TEXT, depth - 1);
        switch (random.nextInt(5)) {
            case 0 -> {
                TextExpression other = of(Type.TEXT, depth - 1);
                return new TextExpression(
                        of.within() + " & " + other.within(),
                        Type.TEXT,
                        false,
                        row -> ofBoth(row, of, other, (a, b) -> (String) a + b));
            }
            case 1 -> {
                return one("lower case of ", of, Type.TEXT, text -> text);
            }
            case 2 -> {
                return one("first 2 characters of ", of, Type.TEXT, text -> cut((String) text, true));
            }
            case 3 -> {
                return one("text of ", of(Type.INTEGER, depth - 1), Type.TEXT, Object::toString);
            }
            default -> {
                TextExpression other = of(Type.TEXT, depth - 1);
                return new TextExpression(
                        "coalesce(" + of.words() + ", " + other.words() + ")",
                        Type.TEXT,
                        true,
                        row -> of.value().apply(row) == null
                                ? other.value().apply(row)
                                : of.value().apply(row));
            }
        }
    }

    private static String cut(String text, boolean front) {
        return text.length() <= 2 ? text : front ? text.substring(0, 2) : text.substring(text.length() - 2);
    }

    private TextExpression day(int depth) {
        TextExpression of = of(Type.DATE, depth - 1);
        switch (random.nextInt(6)) {
            case 5 -> {
                return new RandomChange(random, this).day(depth);
            }
            case 0 -> {
                return one("start of month of ", time(), Type.DATE, time -> Grid.moment(time)
                        .toLocalDate()
                        .withDayOfMonth(1));
            }
            case 1 -> {
                return one("end of month of ", time(), Type.DATE, time -> Grid.moment(time)
                        .toLocalDate()
                        .with(TemporalAdjusters.lastDayOfMonth()));
            }
            case 2 -> {
                return one("start of quarter of ", time(), Type.DATE, time -> {
                    LocalDate day = Grid.moment(time).toLocalDate();
                    return day.withDayOfMonth(1).withMonth((day.getMonthValue() - 1) / 3 * 3 + 1);
                });
            }
            case 3 -> {
                long days = random.nextInt(1, 40);
                boolean back = random.nextBoolean();
                return new TextExpression(
                        of.within() + (back ? " - " : " + ") + days + " days",
                        Type.DATE,
                        false,
                        row -> ofOne(row, of, day -> ((LocalDate) day).plusDays(back ? -days : days)));
            }
            default -> {
                return one("start of week of ", time(), Type.DATE, time -> {
                    LocalDate day = Grid.moment(time).toLocalDate();
                    return day.minusDays(day.getDayOfWeek().getValue() - 1L);
                });
            }
        }
    }

    private static TextExpression one(String words, TextExpression of, Type type, UnaryOperator<Object> how) {
        return new TextExpression(words + of.within(), type, true, row -> ofOne(row, of, how));
    }

    private static Object ofOne(List<Object> row, TextExpression of, Function<Object, Object> how) {
        Object value = of.value().apply(row);
        return value == null ? null : how.apply(value);
    }

    private static Object ofBoth(
            List<Object> row, TextExpression left, TextExpression right, BinaryOperator<Object> how) {
        Object a = left.value().apply(row);
        Object b = right.value().apply(row);
        return a == null || b == null ? null : how.apply(a, b);
    }

    private static TextExpression both(
            TextExpression left, String sign, TextExpression right, Type type, BinaryOperator<BigDecimal> how) {
        return new TextExpression(
                left.within() + " " + sign + " " + right.within(),
                type,
                false,
                row -> ofBoth(
                        row,
                        left,
                        right,
                        (a, b) -> sign.equals("/") && Grid.number(b).signum() == 0
                                ? null
                                : plain(how.apply(Grid.number(a), Grid.number(b)), type)));
    }

    private static Object plain(BigDecimal number, Type type) {
        return type == Type.INTEGER
                ? (Object) number.setScale(0, RoundingMode.UNNECESSARY).longValue()
                : number;
    }
}
