package plainsieve.core.steps.parse;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import plainsieve.core.dialect.DatePart;
import plainsieve.core.steps.model.LineSpan;
import plainsieve.core.steps.model.StepCondition;
import plainsieve.core.steps.model.StepExpression;
import plainsieve.core.steps.model.StepFunction;
import plainsieve.core.steps.model.TimeUnit;
import plainsieve.core.value.Value;

/** Reads functions by their words: {@code year of …}, {@code end of month of …}, {@code days from … to …}. */
final class StepFunctionParser {
    private static final String OF = " of";

    private final StepCursor cursor;
    private final StepExpressionParser expressions;

    StepFunctionParser(StepCursor cursor, StepExpressionParser expressions) {
        this.cursor = cursor;
        this.expressions = expressions;
    }

    /** Whether a function comes next. */
    boolean begins() {
        return stretch("start").isPresent()
                || stretch("end").isPresent()
                || elapsed().isPresent()
                || cursor.sees("first value of")
                || isOfLetters("first")
                || isOfLetters("last")
                || plain().isPresent();
    }

    /** The function that comes next, if one does. */
    Optional<StepExpression> read() {
        int start = cursor.start();
        for (String end : List.of("start", "end")) {
            Optional<DatePart> part = stretch(end);
            if (part.isPresent()) {
                cursor.takes(end + OF + " " + part.get().word() + OF);
                StepExpression of = expressions.single();
                return Optional.of(new StepExpression.PeriodBoundary(part.get(), end.equals("end"), of, from(start)));
            }
        }
        Optional<TimeUnit> unit = elapsed();
        if (unit.isPresent()) {
            cursor.takes(unit.get().word() + "s from");
            StepExpression from = expressions.single();
            cursor.must("to");
            return Optional.of(new StepExpression.TimeDifference(unit.get(), from, expressions.single(), from(start)));
        }
        if (isOfLetters("first")) {
            return Optional.of(letters(StepFunction.FIRST_LETTERS));
        }
        if (isOfLetters("last")) {
            return Optional.of(letters(StepFunction.LAST_LETTERS));
        }
        if (cursor.takes("first value of")) {
            return Optional.of(new StepExpression.Call(StepFunction.FIRST_VALUE, several(), from(start)));
        }
        return plain().map(this::called);
    }

    private LineSpan from(int start) {
        return new LineSpan(start, cursor.last().end());
    }

    private Optional<DatePart> stretch(String end) {
        return Arrays.stream(DatePart.values())
                .filter(DatePart::isStretch)
                .filter(part -> cursor.sees(end + OF + " " + part.word() + OF))
                .findFirst();
    }

    private Optional<TimeUnit> elapsed() {
        return List.of(TimeUnit.DAY, TimeUnit.HOUR, TimeUnit.MINUTE).stream()
                .filter(unit -> cursor.sees(unit.word() + "s from"))
                .findFirst();
    }

    /** {@code first 3 letters of …}. */
    private boolean isOfLetters(String which) {
        return cursor.sees(which) && cursor.peek(2).isWord("letters");
    }

    private StepExpression letters(StepFunction function) {
        int start = cursor.start();
        cursor.take();
        StepExpression count = expressions.single();
        cursor.must("letters of");
        StepExpression of = expressions.single();
        return new StepExpression.Call(function, List.of(of, count), from(start));
    }

    private List<StepExpression> several() {
        List<StepExpression> all = new ArrayList<>();
        cursor.must("(");
        do {
            all.add(expressions.read());
        } while (cursor.takes(","));
        cursor.must(")");
        return all;
    }

    /** A function that is called by words in front of {@code of}. */
    private Optional<StepFunction> plain() {
        return Arrays.stream(StepFunction.values())
                .filter(function -> function != StepFunction.FIRST_LETTERS
                        && function != StepFunction.LAST_LETTERS
                        && function != StepFunction.FIRST_VALUE)
                .filter(function -> cursor.sees(function.words() + OF))
                .findFirst();
    }

    private StepExpression called(StepFunction function) {
        int start = cursor.start();
        cursor.takes(function.words() + OF);
        List<StepExpression> arguments = new ArrayList<>();
        arguments.add(expressions.single());
        switch (function) {
            case ROUNDED -> arguments.add(operand("to", new StepExpression.Literal(new Value.Whole(0), cursor.last())));
            case BAND -> arguments.add(operand("by", new StepExpression.Literal(new Value.Whole(10), cursor.last())));
            case FISCAL_YEAR ->
                arguments.add(operand("from month", new StepExpression.Literal(new Value.Whole(4), cursor.last())));
            case AS_WHOLE, AS_NUMBER, AS_DAY -> {
                if (cursor.takes("or else")) {
                    arguments.add(expressions.compared(""));
                }
            }
            default -> {}
        }
        return new StepExpression.Call(function, arguments, from(start));
    }

    private StepExpression operand(String words, StepExpression otherwise) {
        return cursor.takes(words) ? expressions.single() : otherwise;
    }

    /** {@code if … then … else …}; without an else there is no value. */
    StepExpression depending() {
        int start = cursor.start();
        List<StepExpression.Branch> branches = new ArrayList<>();
        StepConditionParser conditions = new StepConditionParser(cursor, expressions);
        do {
            cursor.must("if");
            StepCondition when = conditions.read();
            cursor.must("then");
            branches.add(new StepExpression.Branch(when, expressions.compared("")));
        } while (cursor.takes("else") && cursor.sees("if"));
        boolean ended = cursor.text(cursor.last()).equalsIgnoreCase("else");
        StepExpression otherwise = ended ? expressions.compared("") : new StepExpression.NullValue(cursor.last());
        return new StepExpression.Conditional(branches, otherwise, from(start));
    }
}
