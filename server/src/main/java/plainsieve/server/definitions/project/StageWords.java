package plainsieve.server.definitions.project;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.DefaultDefinition;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.server.definitions.model.Stage;

/** Describes the settings of a stage, a clause for each. */
public final class StageWords {
    private StageWords() {}

    /** All settings, by the names that authors use. */
    public static List<String> of(Project project, Stage stage) {
        List<String> clauses = new ArrayList<>();
        stage.sources().forEach((from, to) -> clauses.add("source %s instead of %s".formatted(to, from)));
        stage.values().forEach((name, value) -> clauses.add(":%s is %s".formatted(name, value(project, name, value))));
        clauses.addAll(limits(stage.limits()));
        return clauses;
    }

    /** The row limit and the timeout. */
    public static List<String> limits(Stage.Limits limits) {
        List<String> clauses = new ArrayList<>();
        limits.rows().ifPresent(rows -> clauses.add("row limit %,d".formatted(rows)));
        limits.longest().ifPresent(longest -> clauses.add("timeout %d s".formatted(longest.toSeconds())));
        return clauses;
    }

    /** The default of a parameter, by its labels. */
    public static String value(Project project, String name, DefaultDefinition value) {
        ParameterDefinition definition = project.parameters().get(name);
        if (!value.formulaText().isEmpty()) {
            return value.formulaText();
        }
        ChoiceText choice = value.choice();
        String blank = definition == null || definition.words().blankLabel().isEmpty()
                ? "blank"
                : definition.words().blankLabel();
        return switch (choice.kind()) {
            case BLANK -> blank;
            case ALL -> "everything";
            case VALUES -> values(definition, choice);
        };
    }

    private static String values(ParameterDefinition definition, ChoiceText choice) {
        boolean every = definition != null
                && definition.isRowLimit()
                && choice.values()
                        .equals(List.of(Long.toString(
                                definition.meaning().unlimitedValue().getAsLong())));
        String unit = definition == null || definition.words().unit().isEmpty()
                ? ""
                : " " + definition.words().unit();
        String values = choice.values().stream().map(value -> value + unit).collect(Collectors.joining(", "));
        String without = choice.values().isEmpty() ? "no value" : " or no value";
        return every ? "every row" : values + (choice.withoutValue() ? without : "");
    }
}
