package plainsieve.server.definitions.edits;

import plainsieve.core.parameter.DefaultDefinition;
import plainsieve.core.parameter.ParameterDefinition;

/** A parameter's references to other parameters after a renaming: the end of its range, its formulas, exempt lists. */
public final class ParameterReferences {
    private ParameterReferences() {}

    public static ParameterDefinition renamed(ParameterDefinition definition, String from, String to) {
        String end = definition.rangeEnd();
        return definition
                .withOpenListRenamed(from, to)
                .withReferences(
                        end.equals(from) ? to : end,
                        renamed(definition.formula(), from, to),
                        definition.start() instanceof DefaultDefinition.Formula start
                                ? new DefaultDefinition.Formula(renamed(start.formulaText(), from, to))
                                : definition.start());
    }

    private static String renamed(String formula, String from, String to) {
        return formula.replaceAll(":" + from + "(?![A-Za-z0-9_])", ":" + to);
    }
}
