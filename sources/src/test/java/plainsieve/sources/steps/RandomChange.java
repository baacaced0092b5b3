package plainsieve.sources.steps;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.List;
import java.util.SplittableRandom;
import java.util.function.Function;
import plainsieve.core.value.Type;

/** Text that converts to numbers and dates in some rows. */
final class RandomChange {
    private static final List<String> NUMBERS = List.of(
            "12",
            " 7 ",
            "-3",
            "-",
            "4-",
            "1.9",
            "-0.5",
            "1.",
            ".5",
            "1.2.3",
            "1e3",
            "+4",
            "007",
            "12x",
            "",
            "123456789012345678",
            "1234567890123456789",
            "--2",
            "1 2");
    private static final List<String> DAYS = List.of(
            "2026-03-05",
            " 2026-03-05 ",
            "2026-02-31",
            "2024-02-29",
            "2025-02-29",
            "2000-02-29",
            "1900-02-29",
            "0000-01-01",
            "2026-3-5",
            "2026-03-05 10:00",
            "2026-03-05T10:00",
            "2026-03-05x",
            "2026-13-01",
            "2026-00-10",
            "2026-04-31",
            "x");

    private final SplittableRandom random;
    private final RandomExpression expressions;

    RandomChange(SplittableRandom random, RandomExpression expressions) {
        this.random = random;
        this.expressions = expressions;
    }

    TextExpression whole(int depth) {
        TextExpression text = text(NUMBERS, depth);
        TextExpression fallback = expressions.fixed(Type.INTEGER);
        return changed("whole number of ", text, fallback, RandomChange::number);
    }

    TextExpression day(int depth) {
        TextExpression text = text(DAYS, depth);
        return changed("date of ", text, expressions.fixed(Type.DATE), RandomChange::day);
    }

    private TextExpression text(List<String> fixed, int depth) {
        if (random.nextInt(3) == 0) {
            return expressions.of(Type.TEXT, depth - 1);
        }
        String text = fixed.get(random.nextInt(fixed.size()));
        return new TextExpression("'" + text + "'", Type.TEXT, true, row -> text);
    }

    private TextExpression changed(
            String words, TextExpression text, TextExpression fallback, Function<String, Object> read) {
        boolean replaced = random.nextBoolean();
        String behind = replaced ? " or else " + fallback.within() : "";
        return new TextExpression(words + text.within() + behind, fallback.type(), false, row -> {
            Object of = text.value().apply(row);
            Object value = of == null ? null : read.apply((String) of);
            return of != null && value == null && replaced ? fallback.value().apply(row) : value;
        });
    }

    private static Object number(String text) {
        String bare = blanksOff(text);
        return bare.matches("-?[0-9]{1,18}([.][0-9]{1,20})?")
                ? (Object) Long.valueOf(bare.replaceFirst("[.].*", ""))
                : null;
    }

    private static Object day(String text) {
        String bare = blanksOff(text);
        if (!bare.matches("[0-9]{4}-[0-9]{2}-[0-9]{2}([ T].*)?") || bare.startsWith("0000")) {
            return null;
        }
        try {
            return LocalDate.parse(bare.substring(0, 10));
        } catch (DateTimeException e) {
            return null;
        }
    }

    private static String blanksOff(String text) {
        return text.replaceAll("^ +| +$", "");
    }
}
