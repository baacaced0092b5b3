package plainsieve.server.body;

import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.DefaultDefinition;

/**
 * What a report opens with, on the wire.
 *
 * @param choice the default itself; where readers get it, also what a formula or a query gave
 * @param formula worked out each time: {@code first day of last month}; else empty
 * @param queryId the query whose first column has the default; else empty
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

    /** As readers get it: as it is now, however it was found. */
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
