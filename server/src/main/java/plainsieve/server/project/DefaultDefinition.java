package plainsieve.server.project;

/**
 * What a report opens with.
 *
 * @param kind choice, formula, or query
 * @param choice the default itself; where readers get it, also what a formula or a query gave
 * @param formula worked out each time: {@code first day of last month}; else empty
 * @param queryId the query whose first column has the default; else empty
 */
public record DefaultDefinition(String kind, ChoiceBody choice, String formula, String queryId) {
    public DefaultDefinition {
        kind = kind == null ? "choice" : kind;
        choice = choice == null ? ChoiceBody.blank() : choice;
        formula = formula == null ? "" : formula;
        queryId = queryId == null ? "" : queryId;
    }

    public static DefaultDefinition of(ChoiceBody choice) {
        return new DefaultDefinition("choice", choice, "", "");
    }
}
