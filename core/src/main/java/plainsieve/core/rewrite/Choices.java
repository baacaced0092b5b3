package plainsieve.core.rewrite;

import java.util.Map;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Parameter;

/** The parameters a query may use, and what is chosen for each. A parameter without a choice is blank. */
public record Choices(Map<String, Parameter> parameters, Map<String, Choice> chosen) {
    public Choices {
        parameters = Map.copyOf(parameters);
        chosen = Map.copyOf(chosen);
    }

    Parameter parameter(String name) {
        return parameters.get(name);
    }

    Choice of(String name) {
        return chosen.getOrDefault(name, new Choice.Blank());
    }
}
