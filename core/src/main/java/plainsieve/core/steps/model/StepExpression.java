package plainsieve.core.steps.model;

import java.util.List;
import plainsieve.core.dialect.DatePart;
import plainsieve.core.value.Value;

/** An expression of a step. */
public sealed interface StepExpression {
    /** Where it is. */
    LineSpan at();

    /** A column. @param theirs whether it belongs to the joined rows in a join condition */
    record Column(String name, boolean theirs, LineSpan at) implements StepExpression {}

    /** A fixed value. */
    record Literal(Value value, LineSpan at) implements StepExpression {}

    /** The value of a parameter. */
    record ParameterValue(String parameter, LineSpan at) implements StepExpression {}

    /** The day on which the query runs, by the clock of the database. */
    record Today(LineSpan at) implements StepExpression {}

    /** No value. */
    record NullValue(LineSpan at) implements StepExpression {}

    /** {@code a + b}, {@code a & b}. */
    record BinaryOperation(Sign sign, StepExpression left, StepExpression right) implements StepExpression {
        @Override
        public LineSpan at() {
            return left.at().to(right.at());
        }
    }

    /** Signs between two expressions. */
    enum Sign {
        PLUS("+"),
        MINUS("-"),
        TIMES("*"),
        /** Always with fraction digits; division by zero is null. */
        BY("/"),
        /** Puts two texts together. */
        JOINED("&");

        private final String written;

        Sign(String written) {
            this.written = written;
        }

        public String written() {
            return written;
        }
    }

    /** {@code departed_at - 7 days}. @param back whether it is subtracted */
    record TimeOffset(StepExpression from, boolean back, StepExpression amount, TimeUnit unit, LineSpan at)
            implements StepExpression {}

    /** {@code start of month of departed_at}. @param last whether its last day is meant */
    record PeriodBoundary(DatePart part, boolean last, StepExpression of, LineSpan at) implements StepExpression {}

    /** {@code days from a to b}: integers, negative if b is before a. */
    record TimeDifference(TimeUnit unit, StepExpression from, StepExpression to, LineSpan at)
            implements StepExpression {}

    /** A named function of one or more expressions. */
    record Call(StepFunction function, List<StepExpression> arguments, LineSpan at) implements StepExpression {
        public Call {
            arguments = List.copyOf(arguments);
        }
    }

    /** {@code if … then … else …}. */
    record Conditional(List<Branch> branches, StepExpression fallback, LineSpan at) implements StepExpression {
        public Conditional {
            branches = List.copyOf(branches);
        }
    }

    /** One {@code if … then …}. */
    record Branch(StepCondition when, StepExpression then) {}
}
