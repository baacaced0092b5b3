package plainsieve.bench;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.statement.Statement;

/** The statement of a query with choices. */
final class RewriteResult {
    private RewriteResult() {}

    /** @param chosen by the names of parameters; others are blank */
    static Statement of(String query, List<Parameter> parameters, Map<String, ChoiceText> chosen, Dialect dialect) {
        Map<String, Parameter> known = new LinkedHashMap<>();
        Map<String, ChoiceText> choices = new LinkedHashMap<>();
        for (Parameter parameter : parameters) {
            known.put(parameter.name(), parameter);
            choices.put(parameter.name(), chosen.getOrDefault(parameter.name(), ChoiceText.blank()));
        }
        return PreparedQuery.of(query, dialect)
                .rewrite(
                        new Choices(known, ChoiceReader.readAll(known, choices)),
                        ResultShape.allRows(),
                        Statement.NO_CAP);
    }
}
