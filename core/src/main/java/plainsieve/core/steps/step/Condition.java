package plainsieve.core.steps.step;

import java.util.List;

/** What rows have to be, as it is written in a step. */
public sealed interface Condition {
    record And(List<Condition> all) implements Condition {
        public And {
            all = List.copyOf(all);
        }
    }

    record Or(List<Condition> any) implements Condition {
        public Or {
            any = List.copyOf(any);
        }
    }

    record Not(Condition condition) implements Condition {}

    /** One comparison. @param others what it is compared with: none, one, two or several, as the verb wants */
    record Test(Expression left, Verb verb, List<Expression> others, At at) implements Condition {
        public Test {
            others = List.copyOf(others);
        }
    }

    /** {@code departed_at is in the last 7 days}, this day among them. */
    record Recent(Expression left, Expression amount, TimeUnit unit, At at) implements Condition {}
}
