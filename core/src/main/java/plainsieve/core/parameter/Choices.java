package plainsieve.core.parameter;

import java.util.Map;

/** The parameters that a query may use, and the choice for each. A parameter without a choice is blank. */
public record Choices(Map<String, Parameter> parameters, Map<String, Choice> chosen) {
    public Choices {
        parameters = Map.copyOf(parameters);
        chosen = Map.copyOf(chosen);
    }

    public Parameter parameter(String name) {
        return parameters.get(name);
    }

    public Choice of(String name) {
        return chosen.getOrDefault(name, new Choice.Blank());
    }
}
