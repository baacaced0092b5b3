package plainsieve.server.api.body;

import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.DefaultDefinition;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;

/**
 * What a report opens with, on the wire.
 *
 * @param kind choice, formula, or query
 * @param choice the default itself; where readers get it, also what a formula or a query gave
 * @param formula worked out each time: {@code first day of last month}; else empty
 * @param queryId the query whose first column has the default; else empty
 */
public record DefaultBody(String kind, ChoiceBody choice, String formula, String queryId) {
    public DefaultBody {
        kind = Absent.orElse(kind, "choice");
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

    private static String kind(DefaultDefinition start) {
        return start.accept(new DefaultDefinition.Visitor<>() {
            @Override
            public String fixed(DefaultDefinition.FixedChoice fixed) {
                return "choice";
            }

            @Override
            public String formula(DefaultDefinition.Formula formula) {
                return "formula";
            }

            @Override
            public String ofQuery(DefaultDefinition.FromQuery query) {
                return "query";
            }
        });
    }

    public DefaultDefinition toDefinition() {
        return switch (kind) {
            case "choice" -> new DefaultDefinition.FixedChoice(choice.toText());
            case "formula" ->
                formula.isEmpty()
                        ? new DefaultDefinition.FixedChoice(ChoiceText.blank())
                        : new DefaultDefinition.Formula(formula);
            case "query" -> new DefaultDefinition.FromQuery(ListBody.named(queryId, "query"));
            default ->
                throw new ProblemException(Problem.of(
                        "bad-parameter",
                        "Unknown kind of default “%s”.".formatted(kind),
                        "Use choice, formula, query."));
        };
    }
}
