package plainsieve.core.parameter;

/** The initial value of a parameter in a report. */
public sealed interface DefaultDefinition {
    /** Applies the visitor's method for this kind of default. */
    <R> R accept(Visitor<R> visitor);

    /** A function on every kind of default. No method has a default, so that a new kind does not compile until all handle it. */
    interface Visitor<R> {
        R fixed(FixedChoice start);

        R formula(Formula start);

        R ofQuery(FromQuery start);
    }

    /** The formula, evaluated each time; empty for other kinds. */
    default String formulaText() {
        return "";
    }

    /** The query whose first column contains it; empty for other kinds. */
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
