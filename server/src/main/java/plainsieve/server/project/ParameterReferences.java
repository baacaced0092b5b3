package plainsieve.server.project;

import java.util.LinkedHashSet;
import java.util.Set;
import plainsieve.core.parameter.Formula;
import plainsieve.core.value.ProblemException;

/** What a parameter says about other parameters: the end of its range, its formulas. */
final class ParameterReferences {
    private ParameterReferences() {}

    /** The parameters in the formulas of a parameter. */
    static Set<String> inFormulas(ParameterDefinition definition) {
        Set<String> names = new LinkedHashSet<>();
        names.addAll(parameters(definition.formula()));
        names.addAll(parameters(definition.start().formula()));
        return names;
    }

    private static Set<String> parameters(String formula) {
        try {
            return formula.isEmpty() ? Set.of() : Formula.read(formula).parameters();
        } catch (ProblemException e) {
            return Set.of();
        }
    }

    static ParameterDefinition renamed(ParameterDefinition definition, String from, String to) {
        DefaultDefinition start = definition.start();
        return definition.withReferences(
                definition.rangeEnd().equals(from) ? to : definition.rangeEnd(),
                renamed(definition.formula(), from, to),
                new DefaultDefinition(
                        start.kind(), start.choice(), renamed(start.formula(), from, to), start.queryId()));
    }

    private static String renamed(String formula, String from, String to) {
        return formula.replaceAll(":" + from + "(?![A-Za-z0-9_])", ":" + to);
    }
}
