package plainsieve.core.steps.read;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import plainsieve.core.dialect.DatePart;
import plainsieve.core.steps.step.At;
import plainsieve.core.steps.step.Condition;
import plainsieve.core.steps.step.Expression;
import plainsieve.core.steps.step.Function;
import plainsieve.core.steps.step.TimeUnit;
import plainsieve.core.value.Value;

/** Reads functions by their words: {@code year of …}, {@code end of month of …}, {@code days from … to …}. */
final class FunctionReader {
    private static final String OF = " of";

    private final Cursor cursor;
    private final ExpressionReader expressions;

    FunctionReader(Cursor cursor, ExpressionReader expressions) {
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
    Optional<Expression> read() {
        int start = cursor.start();
        for (String end : List.of("start", "end")) {
            Optional<DatePart> part = stretch(end);
            if (part.isPresent()) {
                cursor.takes(end + OF + " " + part.get().word() + OF);
                Expression of = expressions.single();
                return Optional.of(new Expression.Stretch(part.get(), end.equals("end"), of, from(start)));
            }
        }
        Optional<TimeUnit> unit = elapsed();
        if (unit.isPresent()) {
            cursor.takes(unit.get().word() + "s from");
            Expression from = expressions.single();
            cursor.must("to");
            return Optional.of(new Expression.Elapsed(unit.get(), from, expressions.single(), from(start)));
        }
        if (isOfLetters("first")) {
            return Optional.of(letters(Function.FIRST_LETTERS));
        }
        if (isOfLetters("last")) {
            return Optional.of(letters(Function.LAST_LETTERS));
        }
        if (cursor.takes("first value of")) {
            return Optional.of(new Expression.Call(Function.FIRST_VALUE, several(), from(start)));
        }
        return plain().map(this::called);
    }

    private At from(int start) {
        return new At(start, cursor.last().end());
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

    private Expression letters(Function function) {
        int start = cursor.start();
        cursor.take();
        Expression count = expressions.single();
        cursor.must("letters of");
        Expression of = expressions.single();
        return new Expression.Call(function, List.of(of, count), from(start));
    }

    private List<Expression> several() {
        List<Expression> all = new ArrayList<>();
        cursor.must("(");
        do {
            all.add(expressions.read());
        } while (cursor.takes(","));
        cursor.must(")");
        return all;
    }

    /** A function that is called by words in front of {@code of}. */
    private Optional<Function> plain() {
        return Arrays.stream(Function.values())
                .filter(function -> function != Function.FIRST_LETTERS
                        && function != Function.LAST_LETTERS
                        && function != Function.FIRST_VALUE)
                .filter(function -> cursor.sees(function.words() + OF))
                .findFirst();
    }

    private Expression called(Function function) {
        int start = cursor.start();
        cursor.takes(function.words() + OF);
        List<Expression> arguments = new ArrayList<>();
        arguments.add(expressions.single());
        switch (function) {
            case ROUNDED -> arguments.add(behind("to", new Expression.Fixed(new Value.Whole(0), cursor.last())));
            case BAND -> arguments.add(behind("by", new Expression.Fixed(new Value.Whole(10), cursor.last())));
            case FISCAL_YEAR ->
                arguments.add(behind("from month", new Expression.Fixed(new Value.Whole(4), cursor.last())));
            case AS_WHOLE, AS_NUMBER, AS_DAY -> {
                if (cursor.takes("or else")) {
                    arguments.add(expressions.compared(""));
                }
            }
            default -> {}
        }
        return new Expression.Call(function, arguments, from(start));
    }

    private Expression behind(String words, Expression otherwise) {
        return cursor.takes(words) ? expressions.single() : otherwise;
    }

    /** {@code if … then … else …}; without an else there is no value. */
    Expression depending() {
        int start = cursor.start();
        List<Expression.Branch> branches = new ArrayList<>();
        ConditionReader conditions = new ConditionReader(cursor, expressions);
        do {
            cursor.must("if");
            Condition when = conditions.read();
            cursor.must("then");
            branches.add(new Expression.Branch(when, expressions.compared("")));
        } while (cursor.takes("else") && cursor.sees("if"));
        boolean ended = cursor.text(cursor.last()).equalsIgnoreCase("else");
        Expression otherwise = ended ? expressions.compared("") : new Expression.Nothing(cursor.last());
        return new Expression.Depending(branches, otherwise, from(start));
    }
}
