package plainsieve.server.body;

import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.DefaultDefinition;

/**
 * A default in the API.
 *
 * @param choice the default itself; for readers also the current value of a formula or query
 * @param formula evaluated each time: {@code first day of last month}; otherwise empty
 * @param queryId the query whose first column contains the default; otherwise empty
 */
public record DefaultBody(DefaultKind kind, ChoiceBody choice, String formula, String queryId) {
    /** How a default is defined. */
    public enum DefaultKind {
        CHOICE,
        FORMULA,
        QUERY
    }

    public DefaultBody {
        kind = kind == null ? DefaultKind.CHOICE : kind;
        choice = choice == null ? ChoiceBody.of(ChoiceText.blank()) : choice;
        formula = Absent.orEmpty(formula);
        queryId = Absent.orEmpty(queryId);
    }

    public static DefaultBody of(DefaultDefinition start) {
        return new DefaultBody(kind(start), ChoiceBody.of(start.choice()), start.formulaText(), start.queryId());
    }

    /** For readers: the current value, however it is defined. */
    static DefaultBody now(DefaultDefinition start, ChoiceText now) {
        return new DefaultBody(kind(start), ChoiceBody.of(now), "", "");
    }

    private static DefaultKind kind(DefaultDefinition start) {
        return start.accept(new DefaultDefinition.Visitor<>() {
            @Override
            public DefaultKind fixed(DefaultDefinition.FixedChoice fixed) {
                return DefaultKind.CHOICE;
            }

            @Override
            public DefaultKind formula(DefaultDefinition.Formula formula) {
                return DefaultKind.FORMULA;
            }

            @Override
            public DefaultKind ofQuery(DefaultDefinition.FromQuery query) {
                return DefaultKind.QUERY;
            }
        });
    }

    public DefaultDefinition toDefinition() {
        return switch (kind) {
            case CHOICE -> new DefaultDefinition.FixedChoice(choice.toText());
            case FORMULA ->
                formula.isEmpty()
                        ? new DefaultDefinition.FixedChoice(ChoiceText.blank())
                        : new DefaultDefinition.Formula(formula);
            case QUERY -> new DefaultDefinition.FromQuery(ListBody.named(queryId, "query"));
        };
    }
}
