package plainsieve.core.steps.convert;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import plainsieve.core.dialect.Syntax.Feature;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.steps.model.LineSpan;
import plainsieve.core.steps.model.StepCondition;
import plainsieve.core.steps.model.StepExpression;
import plainsieve.core.steps.model.StepExpression.Sign;
import plainsieve.core.steps.model.StepFunction;
import plainsieve.core.steps.model.TimeUnit;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;
import plainsieve.core.value.ValueReader;

/** Converts SQL expressions that have an exact equivalent in steps. */
final class SqlExpressionReader {
    private static final LineSpan NOWHERE = SqlTables.NOWHERE;
    private static final Map<String, StepFunction> FUNCTIONS = Map.of(
            "lower",
            StepFunction.LOWER,
            "upper",
            StepFunction.UPPER,
            "trim",
            StepFunction.TRIMMED,
            "abs",
            StepFunction.ABSOLUTE);

    private final SqlTokenReader words;
    private final SqlTables tables;
    private final SqlFigures figures;
    private final boolean joinsTexts;
    private final boolean dayAfterIsCalled;
    private int on = -1;

    SqlExpressionReader(SqlTokenReader words, SqlTables tables) {
        this.words = words;
        this.tables = tables;
        this.figures = new SqlFigures(words, this);
        this.joinsTexts = !words.dialect().syntax().has(Feature.PIPES_MEAN_OR);
        this.dayAfterIsCalled = words.dialect().dayAfter("").startsWith("date(");
    }

    SqlTokenReader words() {
        return words;
    }

    SqlFigures figures() {
        return figures;
    }

    /** In a join condition, columns of this table are those of the joined rows. */
    void joining(int table) {
        on = table;
    }

    StepExpression read() {
        StepExpression left = product();
        while (true) {
            if (words.takesSymbol("+")) {
                left = words.isWord("interval")
                        ? dayAfter(left)
                        : new StepExpression.BinaryOperation(Sign.PLUS, left, product());
            } else if (words.takesSymbol("-")) {
                left = new StepExpression.BinaryOperation(Sign.MINUS, left, product());
            } else if (joinsTexts && words.takesSymbol("||")) {
                left = new StepExpression.BinaryOperation(Sign.JOINED, left, product());
            } else {
                return left;
            }
        }
    }

    /** The only supported date arithmetic: the end of a whole last day. */
    private StepExpression dayAfter(StepExpression day) {
        words.must("interval");
        String amount = words.consume();
        boolean whole =
                amount.equals("'1 day'") || (amount.equals("1") || amount.equals("'1'")) && words.consumeIf("day");
        if (!whole) {
            throw words.unsupported("In steps, a date plus an interval may have another type.");
        }
        return dayAfterOf(day);
    }

    private static StepExpression dayAfterOf(StepExpression day) {
        return new StepExpression.TimeOffset(
                day, false, new StepExpression.Literal(new Value.Whole(1), NOWHERE), TimeUnit.DAY, NOWHERE);
    }

    private StepExpression product() {
        StepExpression left = single();
        while (words.takesSymbol("*")) {
            left = new StepExpression.BinaryOperation(Sign.TIMES, left, single());
        }
        if (words.isSymbol(0, "/") || words.isSymbol(0, "%")) {
            throw words.unsupported(
                    "Division in steps is never integer division, and division by zero yields no value.");
        }
        return left;
    }

    private StepExpression single() {
        if (words.takesBracket('(')) {
            StepExpression within = read();
            words.mustBracket(')');
            return within;
        }
        if (words.is(TokenKind.PARAMETER)) {
            return new StepExpression.ParameterValue(words.parameter(), NOWHERE);
        }
        if (words.is(TokenKind.NUMBER)) {
            return number("");
        }
        if (words.isSymbol(0, "-")) {
            words.takesSymbol("-");
            return number("-");
        }
        if (words.is(TokenKind.STRING)) {
            return new StepExpression.Literal(new Value.Text(text()), NOWHERE);
        }
        return named();
    }

    private StepExpression number(String sign) {
        if (!words.is(TokenKind.NUMBER)) {
            throw words.notHere();
        }
        String written = words.consume();
        if (!written.matches("\\d{1,18}(\\.\\d+)?")) {
            throw words.unsupported("Steps write numbers plainly.");
        }
        Type type = written.contains(".") ? Type.DECIMAL : Type.INTEGER;
        return new StepExpression.Literal(ValueReader.read(type, sign + written), NOWHERE);
    }

    /** A text between its quotes. */
    private String text() {
        String written = words.consume();
        if (!written.startsWith("'") || written.contains("\\") || written.contains("\n")) {
            throw words.unsupported("Steps write texts plainly.");
        }
        return written.substring(1, written.length() - 1).replace("''", "'");
    }

    private StepExpression named() {
        if (words.consumeIf("null")) {
            return new StepExpression.NullValue(NOWHERE);
        } else if (words.isWord("true") || words.isWord("false")) {
            return new StepExpression.Literal(new Value.Truth(words.consume().equalsIgnoreCase("true")), NOWHERE);
        } else if (words.consumeIf("current_date")) {
            words.takesBracket('(');
            words.takesBracket(')');
            return new StepExpression.Today(NOWHERE);
        } else if (words.consumeIf("case")) {
            return depending();
        } else if (isTyped("date")) {
            words.consume();
            return fixed(Type.DATE);
        } else if (isTyped("timestamp")) {
            words.consume();
            return fixed(Type.DATETIME);
        }
        return words.is(TokenKind.WORD) && words.opens(1) ? called() : column();
    }

    private boolean isTyped(String word) {
        int here = words.at();
        boolean typed = words.consumeIf(word) && words.is(TokenKind.STRING);
        words.goTo(here);
        return typed;
    }

    private StepExpression fixed(Type type) {
        try {
            return new StepExpression.Literal(ValueReader.read(type, text().replace(' ', 'T')), NOWHERE);
        } catch (ProblemException e) {
            throw words.unsupported("Steps write days as 2026-03-31.");
        }
    }

    private StepExpression column() {
        String name = words.name();
        if (!words.takesSymbol(".")) {
            return tables.column(name, on);
        }
        return tables.column(name, words.name(), on);
    }

    private StepExpression called() {
        if (figures.begins()) {
            return figures.read();
        }
        String name = words.consume().toLowerCase(Locale.ROOT);
        words.mustBracket('(');
        if (name.equals("date") && dayAfterIsCalled) {
            return calledDayAfter();
        }
        List<StepExpression> arguments = new ArrayList<>();
        do {
            arguments.add(read());
        } while (words.takesComma());
        words.mustBracket(')');
        if (name.equals("coalesce")) {
            return new StepExpression.Call(StepFunction.COALESCE, arguments, NOWHERE);
        }
        StepFunction function = FUNCTIONS.get(name);
        if (function == null || arguments.size() != 1) {
            throw words.unsupported("Steps have no exact equivalent of the function “%s”.".formatted(name));
        }
        return new StepExpression.Call(function, arguments, NOWHERE);
    }

    private StepExpression calledDayAfter() {
        StepExpression day = read();
        boolean whole = words.takesComma()
                && words.is(TokenKind.STRING)
                && words.consume().equals("'+1 day'");
        if (!whole) {
            throw words.unsupported("In steps, a date plus an interval may have another type.");
        }
        words.mustBracket(')');
        return dayAfterOf(day);
    }

    private StepExpression depending() {
        SqlConditionReader conditions = new SqlConditionReader(this);
        List<StepExpression.Branch> branches = new ArrayList<>();
        while (words.consumeIf("when")) {
            StepCondition when = conditions.read();
            words.must("then");
            branches.add(new StepExpression.Branch(when, read()));
        }
        StepExpression fallback = words.consumeIf("else") ? read() : new StepExpression.NullValue(NOWHERE);
        words.must("end");
        if (branches.isEmpty()) {
            throw words.unsupported("In steps, each “if” needs a whole condition.");
        }
        return new StepExpression.Conditional(branches, fallback, NOWHERE);
    }
}
