package plainsieve.server.definitions.edits;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.parameter.AllowedValues;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Formula;
import plainsieve.core.parameter.ListDefinition;
import plainsieve.core.parameter.ListedValue;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.parameter.RowAccessRule;
import plainsieve.core.value.NearestName;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.SingleLine;
import plainsieve.core.value.ValueReader;
import plainsieve.server.definitions.project.Project;

/** Refuses a parameter that would fail later: by its list, default, range, formula or trial value. */
final class ParameterCheck {
    private final Project project;
    private final ParameterDefinition definition;

    private ParameterCheck(Project project, ParameterDefinition definition) {
        this.project = project;
        this.definition = definition;
    }

    /** Throws {@link ProblemException} when the parameter cannot be in the project. */
    static void check(Project project, ParameterDefinition definition) {
        ParameterCheck check = new ParameterCheck(project, definition);
        SingleLine.of(definition.words().label());
        check.list();
        check.range();
        check.formula(definition.formula());
        check.formula(definition.start().formulaText());
        check.bound(definition.bounds().minimum());
        check.bound(definition.bounds().maximum());
        check.choices();
        check.checkRowAccess();
        check.circle();
    }

    private void choices() {
        List<String> typed =
                definition.list().typedValues().stream().map(ListedValue::value).toList();
        typed.forEach(value -> readAny(definition.toParameter(), ChoiceText.of(value), "list"));
        Parameter parameter = definition.toParameter(
                definition.list() instanceof ListDefinition.Typed
                        ? Optional.of(AllowedValues.of(typed))
                        : Optional.empty());
        readAny(parameter, definition.start().choice(), "default");
        readAny(parameter, definition.trial(), "trial value");
    }

    private void circle() {
        project.with(definition).dependencies().circleThrough(definition.name()).ifPresent(problem -> {
            throw new ProblemException(problem);
        });
    }

    private void list() {
        query(definition.list().queryId());
        query(definition.start().queryId());
        if (definition.list() instanceof ListDefinition.FromColumn list) {
            if (!list.column().isNamed()) {
                throw definition.invalid("The list names no column.", "Choose a source, a table and a column.");
            }
            project.source(list.column().sourceId());
        }
        if (definition.list().cacheTime().isNegative()) {
            throw definition.invalid("A cache time cannot be negative.", "Write 0 to disable caching.");
        }
    }

    private void checkRowAccess() {
        query(definition.rowAccess().queryId());
        if (definition.rowAccess().holds() && definition.isComputed()) {
            throw definition.invalid(
                    "A computed parameter cannot have a row access rule.",
                    "Set the rule on the parameters that it is computed from.");
        }
        boolean needsOne = definition.rowAccess().by() == RowAccessRule.By.QUERY
                || definition.rowAccess().by() == RowAccessRule.By.CLAIM;
        if (needsOne && definition.rowAccess().of().isEmpty()) {
            throw definition.invalid("The row access rule is incomplete.", "Name the query, or the claim.");
        }
    }

    private void query(String id) {
        if (!id.isEmpty()) {
            project.query(id);
        }
    }

    private void range() {
        String name = definition.rangeEnd();
        if (!name.isEmpty()) {
            ParameterDefinition end = project.parameters().get(name);
            if (end == null) {
                throw definition.invalid(
                        "Unknown parameter :%s for the end of the range.".formatted(name),
                        "Choose one of the project's parameters, or none.");
            }
            refuseUnlike(definition, end);
        }
        project.parameters().values().stream()
                .filter(other -> other.rangeEnd().equals(definition.name()))
                .forEach(start -> refuseUnlike(start, definition));
    }

    private void refuseUnlike(ParameterDefinition start, ParameterDefinition end) {
        boolean fits = end.type() == start.type() && !end.many() && !start.many();
        if (!fits || end.name().equals(start.name()) || end.isComputed() != start.isComputed()) {
            throw definition.invalid(
                    ":%s and :%s cannot form a range.".formatted(start.name(), end.name()),
                    "Both must take one value of the same type.");
        }
    }

    private void formula(String formula) {
        if (formula.isEmpty()) {
            return;
        }
        Set<String> known = project.parameters().keySet();
        Formula.read(formula).parameters().stream()
                .filter(name -> !known.contains(name) && !name.equals(definition.name()))
                .findFirst()
                .ifPresent(name -> {
                    String advice = NearestName.of(name, known)
                            .map("Did you mean :%s?"::formatted)
                            .orElse("Create it first.");
                    throw new ProblemException(Problem.of(
                                    ProblemKind.UNKNOWN_PARAMETER,
                                    "The formula references the unknown parameter :%s.".formatted(name),
                                    advice)
                            .about(definition.name()));
                });
    }

    private void bound(String bound) {
        if (!bound.isEmpty()) {
            try {
                ValueReader.read(definition.type(), bound);
            } catch (ProblemException e) {
                throw definition.invalid(
                        "In the limits: " + e.first().message(), e.first().advice());
            }
        }
    }

    /** Reads a choice; blank is allowed regardless of the blank rule, as a new parameter has no choice yet. */
    private static void readAny(Parameter parameter, ChoiceText text, String what) {
        try {
            ChoiceReader.readAll(
                    Map.of(parameter.name(), parameter.withBlankRule(BlankRule.NO_FILTER)),
                    Map.of(parameter.name(), text));
        } catch (ProblemException e) {
            Problem first = e.first();
            throw new ProblemException(
                    Problem.of(first.kind(), "In the %s: %s".formatted(what, first.message()), first.advice())
                            .about(parameter.name()));
        }
    }
}
