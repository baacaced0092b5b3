package plainsieve.core.parameter;

/** The initial value of a parameter in a report. */
public sealed interface DefaultDefinition {
    /** Gives what the visitor has for this kind of default. */
    <R> R accept(Visitor<R> visitor);

    /** An answer for every kind of default. It has no defaults itself, so that a new kind does not compile until all have one. */
    interface Visitor<R> {
        R fixed(FixedChoice start);

        R formula(Formula start);

        R ofQuery(FromQuery start);
    }

    /** The formula it is worked out by each time; empty when it is not. */
    default String formulaText() {
        return "";
    }

    /** The query whose first column has it; empty when none has. */
    default String queryId() {
        return "";
    }

    /** The choice itself; blank when it is found each time. */
    default ChoiceText choice() {
        return ChoiceText.blank();
    }

    static DefaultDefinition of(ChoiceText choice) {
        return new FixedChoice(choice);
    }

    /** Always the same choice. */
    record FixedChoice(ChoiceText choice) implements DefaultDefinition {
        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.fixed(this);
        }
    }

    /** Worked out each time: {@code first day of last month}. */
    record Formula(String formulaText) implements DefaultDefinition {
        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.formula(this);
        }
    }

    /** The first column of a query's answer. */
    record FromQuery(String queryId) implements DefaultDefinition {
        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.ofQuery(this);
        }
    }
}
