package plainsieve.core.steps.step;

import java.util.List;
import plainsieve.core.dialect.DatePart;
import plainsieve.core.value.Value;

/** What a step reckons with, as it is written in its line. */
public sealed interface Expression {
    /** Where it stands. */
    At at();

    /** A column of the rows so far. @param theirs whether it is one of the other rows, in the match of a join */
    record Column(String name, boolean theirs, At at) implements Expression {}

    /** A fixed value. */
    record Fixed(Value value, At at) implements Expression {}

    /** What is chosen for a parameter. */
    record Chosen(String parameter, At at) implements Expression {}

    /** The day on which the query runs, by the clock of the database. */
    record Today(At at) implements Expression {}

    /** No value. */
    record Nothing(At at) implements Expression {}

    /** {@code a + b}, {@code a & b}. */
    record Calculated(Sign sign, Expression left, Expression right) implements Expression {
        @Override
        public At at() {
            return left.at().to(right.at());
        }
    }

    /** Signs between two expressions. */
    enum Sign {
        PLUS("+"),
        MINUS("-"),
        TIMES("*"),
        /** Always with a fraction; by nought there is no value. */
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

    /** {@code departed_at - 7 days}. @param back whether it goes towards the past */
    record Moved(Expression from, boolean back, Expression amount, TimeUnit unit, At at) implements Expression {}

    /** {@code start of month of departed_at}. @param last whether its last day is meant */
    record Stretch(DatePart part, boolean last, Expression of, At at) implements Expression {}

    /** {@code days from a to b}: whole ones, less than nothing when b comes before a. */
    record Elapsed(TimeUnit unit, Expression from, Expression to, At at) implements Expression {}

    /** A named function of one or more expressions. */
    record Call(Function function, List<Expression> arguments, At at) implements Expression {
        public Call {
            arguments = List.copyOf(arguments);
        }
    }

    /** {@code if … then … else …}. */
    record Depending(List<Branch> branches, Expression otherwise, At at) implements Expression {
        public Depending {
            branches = List.copyOf(branches);
        }
    }

    /** One {@code if … then …}. */
    record Branch(Condition when, Expression then) {}
}
