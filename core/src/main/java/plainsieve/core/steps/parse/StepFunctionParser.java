package plainsieve.core.steps.parse;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.dialect.DatePart;
import plainsieve.core.steps.model.LineSpan;
import plainsieve.core.steps.model.StepCondition;
import plainsieve.core.steps.model.StepExpression;
import plainsieve.core.steps.model.StepFunction;
import plainsieve.core.steps.model.TimeUnit;
import plainsieve.core.value.Value;

/** Parses functions by their keywords: {@code year of …}, {@code end of month of …}, {@code days from … to …}. */
final class StepFunctionParser {
    private static final String OF = " of";

    /** SQL function names and their equivalents. Equal names need no entry. */
    private static final Map<String, StepFunction> SQL_FUNCTIONS = Map.of(
            "upper", StepFunction.UPPER,
            "lower", StepFunction.LOWER,
            "trim", StepFunction.TRIMMED,
            "abs", StepFunction.ABSOLUTE,
            "round", StepFunction.ROUNDED,
            "char_length", StepFunction.LENGTH);

    /** The types of {@code cast}, with the function that converts to them. */
    private static final Map<String, StepFunction> CAST_TYPES = Map.ofEntries(
            Map.entry("integer", StepFunction.AS_WHOLE),
            Map.entry("int", StepFunction.AS_WHOLE),
            Map.entry("bigint", StepFunction.AS_WHOLE),
            Map.entry("decimal", StepFunction.AS_NUMBER),
            Map.entry("numeric", StepFunction.AS_NUMBER),
            Map.entry("date", StepFunction.AS_DAY),
            Map.entry("text", StepFunction.AS_TEXT),
            Map.entry("varchar", StepFunction.AS_TEXT));

    private final StepCursor cursor;
    private final StepExpressionParser expressions;

    StepFunctionParser(StepCursor cursor, StepExpressionParser expressions) {
        this.cursor = cursor;
        this.expressions = expressions;
    }

    /** Whether a function is next. */
    boolean begins() {
        return stretch("start").isPresent()
                || stretch("end").isPresent()
                || elapsed().isPresent()
                || isCoalesce()
                || isSubstring("first")
                || isSubstring("last")
                || plain().isPresent()
                || isSqlCall();
    }

    /** The function, if one is next. */
    Optional<StepExpression> read() {
        int start = cursor.start();
        for (String end : List.of("start", "end")) {
            Optional<DatePart> part = stretch(end);
            if (part.isPresent()) {
                cursor.consumeIf(end + OF + " " + part.get().word() + OF);
                StepExpression of = expressions.single();
                return Optional.of(new StepExpression.PeriodBoundary(part.get(), end.equals("end"), of, from(start)));
            }
        }
        Optional<TimeUnit> unit = elapsed();
        if (unit.isPresent()) {
            cursor.consumeIf(unit.get().word() + "s from");
            StepExpression from = expressions.single();
            cursor.must("to");
            return Optional.of(new StepExpression.TimeDifference(unit.get(), from, expressions.single(), from(start)));
        }
        if (isSubstring("first")) {
            return Optional.of(substring(StepFunction.FIRST_CHARACTERS));
        }
        if (isSubstring("last")) {
            return Optional.of(substring(StepFunction.LAST_CHARACTERS));
        }
        if (isCoalesce()) {
            cursor.consume();
            return Optional.of(new StepExpression.Call(StepFunction.COALESCE, several(), from(start)));
        }
        return isSqlCall() ? Optional.of(sqlCall(start)) : plain().map(this::called);
    }

    private boolean isCoalesce() {
        return cursor.isNext("coalesce") && cursor.peek(1).isSign("(");
    }

    private boolean isSqlCall() {
        return cursor.peek().kind() == StepToken.Kind.WORD
                && cursor.peek(1).isSign("(")
                && (sqlFunction().isPresent()
                        || List.of("date_trunc", "extract", "cast").contains(word()));
    }

    private String word() {
        return cursor.peek().text().toLowerCase(Locale.ROOT);
    }

    private Optional<StepFunction> sqlFunction() {
        return Optional.ofNullable(SQL_FUNCTIONS.get(word())).or(() -> Arrays.stream(StepFunction.values())
                .filter(function -> function.isDatePart() || function == StepFunction.LENGTH)
                .filter(function -> function.words().equals(word()))
                .findFirst());
    }

    /** A function as SQL calls it, corrected to the phrase of steps. */
    private StepExpression sqlCall(int start) {
        String name = word();
        Optional<StepFunction> function = sqlFunction();
        cursor.consume();
        return switch (name) {
            case "date_trunc" -> dateTrunc(start);
            case "extract" -> extract(start);
            case "cast" -> cast(start);
            case "round" -> round(start);
            default -> {
                String phrase = function.orElseThrow().words() + OF + " ";
                yield expressions.unwrapCall(start, phrase, () -> {}, expressions::read);
            }
        };
    }

    /** {@code date_trunc('month', departed_at)}. */
    private StepExpression dateTrunc(int start) {
        String part = cursor.peek(1).text().toLowerCase(Locale.ROOT);
        boolean known = Arrays.stream(DatePart.values())
                .anyMatch(one -> one.isStretch() && one.word().equals(part));
        if (!known) {
            throw cursor.wrong("Steps cannot truncate to this unit.", "Use day, week, month, quarter or year.");
        }
        return expressions.unwrapCall(
                start,
                "start of " + part + OF + " ",
                () -> {
                    cursor.consume();
                    cursor.must(",");
                },
                expressions::read);
    }

    /** {@code extract(year from departed_at)}. */
    private StepExpression extract(int start) {
        String part = cursor.peek(1).text().toLowerCase(Locale.ROOT);
        boolean known = Arrays.stream(StepFunction.values())
                .anyMatch(function -> function.isDatePart() && function.words().equals(part));
        if (!known) {
            throw cursor.wrong("Steps cannot extract this part.", "Use year, quarter, month, day or hour.");
        }
        return expressions.unwrapCall(
                start,
                part + OF + " ",
                () -> {
                    cursor.consume();
                    cursor.must("from");
                },
                expressions::read);
    }

    /** {@code cast(code as integer)}. */
    private StepExpression cast(int start) {
        cursor.must("(");
        int from = cursor.start();
        StepExpression of = expressions.read();
        int end = cursor.last().end();
        cursor.must("as");
        StepFunction type = CAST_TYPES.get(word());
        if (type == null) {
            throw cursor.wrong("Steps cannot convert to this type.", "Use integer, decimal, date or text.");
        }
        cursor.consume();
        cursor.must(")");
        cursor.correct(new LineSpan(start, from), type.words() + OF + " (");
        cursor.correct(new LineSpan(end, cursor.last().end()), ")");
        return of;
    }

    /** {@code round(fare, 2)}. */
    private StepExpression round(int start) {
        cursor.must("(");
        int from = cursor.start();
        StepExpression of = expressions.read();
        cursor.correct(new LineSpan(start, from), StepFunction.ROUNDED.words() + OF + " (");
        if (cursor.consumeIf(",")) {
            cursor.correct(cursor.last(), ") to");
            expressions.single();
            cursor.correct(cursor.must(")"), "");
        } else {
            cursor.must(")");
        }
        return of;
    }

    private LineSpan from(int start) {
        return new LineSpan(start, cursor.last().end());
    }

    private Optional<DatePart> stretch(String end) {
        return Arrays.stream(DatePart.values())
                .filter(DatePart::isStretch)
                .filter(part -> cursor.isNext(end + OF + " " + part.word() + OF))
                .findFirst();
    }

    private Optional<TimeUnit> elapsed() {
        return List.of(TimeUnit.DAY, TimeUnit.HOUR, TimeUnit.MINUTE).stream()
                .filter(unit -> cursor.isNext(unit.word() + "s from"))
                .findFirst();
    }

    /** {@code first 3 characters of …}. */
    private boolean isSubstring(String which) {
        return cursor.isNext(which) && cursor.peek(2).isWord("characters");
    }

    private StepExpression substring(StepFunction function) {
        int start = cursor.start();
        cursor.consume();
        StepExpression count = expressions.single();
        cursor.must("characters of");
        StepExpression of = expressions.single();
        return new StepExpression.Call(function, List.of(of, count), from(start));
    }

    private List<StepExpression> several() {
        List<StepExpression> all = new ArrayList<>();
        cursor.must("(");
        do {
            all.add(expressions.read());
        } while (cursor.consumeIf(","));
        cursor.must(")");
        return all;
    }

    /** A function whose keywords precede {@code of}. */
    private Optional<StepFunction> plain() {
        return Arrays.stream(StepFunction.values())
                .filter(function -> function != StepFunction.FIRST_CHARACTERS
                        && function != StepFunction.LAST_CHARACTERS
                        && function != StepFunction.COALESCE)
                .filter(function -> cursor.isNext(function.words() + OF))
                .findFirst();
    }

    private StepExpression called(StepFunction function) {
        int start = cursor.start();
        cursor.consumeIf(function.words() + OF);
        List<StepExpression> arguments = new ArrayList<>();
        arguments.add(expressions.single());
        switch (function) {
            case ROUNDED -> arguments.add(operand("to", new StepExpression.Literal(new Value.Whole(0), cursor.last())));
            case BAND -> arguments.add(operand("by", new StepExpression.Literal(new Value.Whole(10), cursor.last())));
            case FISCAL_YEAR ->
                arguments.add(operand("from month", new StepExpression.Literal(new Value.Whole(4), cursor.last())));
            case AS_WHOLE, AS_NUMBER, AS_DAY -> {
                if (cursor.consumeIf("or else")) {
                    arguments.add(expressions.compared(""));
                }
            }
            default -> {}
        }
        return new StepExpression.Call(function, arguments, from(start));
    }

    private StepExpression operand(String words, StepExpression fallback) {
        return cursor.consumeIf(words) ? expressions.single() : fallback;
    }

    /** {@code if … then … else …}; without an else the value is null. */
    StepExpression depending() {
        int start = cursor.start();
        List<StepExpression.Branch> branches = new ArrayList<>();
        StepConditionParser conditions = new StepConditionParser(cursor, expressions);
        if (cursor.matches("case when")) {
            return sqlCase(conditions, start);
        }
        do {
            cursor.must("if");
            branches.add(branch(conditions));
        } while (cursor.consumeIf("else") && cursor.isNext("if"));
        boolean ended = cursor.text(cursor.last()).equalsIgnoreCase("else");
        StepExpression fallback = ended ? expressions.compared("") : new StepExpression.NullValue(cursor.last());
        return new StepExpression.Conditional(branches, fallback, from(start));
    }

    /** {@code case when … then … else … end} of SQL, corrected to {@code if … then … else …}. */
    private StepExpression sqlCase(StepConditionParser conditions, int start) {
        cursor.replace("case when", "if");
        List<StepExpression.Branch> branches = new ArrayList<>(List.of(branch(conditions)));
        while (cursor.matches("when")) {
            cursor.replace("when", "else if");
            branches.add(branch(conditions));
        }
        StepExpression fallback =
                cursor.consumeIf("else") ? expressions.compared("") : new StepExpression.NullValue(cursor.last());
        cursor.remove(cursor.must("end"));
        return new StepExpression.Conditional(branches, fallback, from(start));
    }

    private StepExpression.Branch branch(StepConditionParser conditions) {
        StepCondition when = conditions.read();
        cursor.must("then");
        return new StepExpression.Branch(when, expressions.compared(""));
    }
}
