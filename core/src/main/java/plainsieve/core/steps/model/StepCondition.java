package plainsieve.core.steps.model;

import java.util.List;

/** A condition of a step. */
public sealed interface StepCondition {
    record And(List<StepCondition> all) implements StepCondition {
        public And {
            all = List.copyOf(all);
        }
    }

    record Or(List<StepCondition> any) implements StepCondition {
        public Or {
            any = List.copyOf(any);
        }
    }

    record Not(StepCondition condition) implements StepCondition {}

    /** One comparison. @param others the operands: none, one, two or several, depending on the operator */
    record Comparison(StepExpression left, ComparisonOperator verb, List<StepExpression> others, LineSpan at)
            implements StepCondition {
        public Comparison {
            others = List.copyOf(others);
        }
    }

    /** {@code departed_at is in the last 7 days}, this day included. */
    record Recent(StepExpression left, StepExpression amount, TimeUnit unit, LineSpan at) implements StepCondition {}
}
