package plainsieve.server.project;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import plainsieve.core.parameter.AllowedValues;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Formula;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.value.Nearest;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.core.value.ValueReader;
import plainsieve.server.records.QueryRecords;

/** Refuses a parameter that would fail later: by its name, type, list, default, range, formula or trial value. */
@Component
class ParameterCheck {
    private final QueryRecords queries;
    private final ParameterGraph graph;

    ParameterCheck(QueryRecords queries, ParameterGraph graph) {
        this.queries = queries;
        this.graph = graph;
    }

    void check(ParameterDefinition definition, Map<String, ParameterDefinition> all) {
        Optional<AllowedValues> typed = typedList(definition);
        Parameter parameter = definition.toParameter(typed);
        checkWords(definition);
        typed.ifPresent(list -> list.written()
                .forEach(value -> readAny(definition.toParameter(Optional.empty()), ChoiceText.of(value), "list")));
        checkList(definition);
        checkRange(definition, all);
        checkFormula(definition.formula(), definition, all);
        checkFormula(definition.start().formula(), definition, all);
        Type type = definition.typeOrRefuse();
        readBound(definition, type, definition.least());
        readBound(definition, type, definition.most());
        readAny(parameter, definition.start().choice().toText(), "default");
        readAny(parameter, definition.trialChoice().toText(), "trial value");
        Map<String, ParameterDefinition> after = new HashMap<>(all);
        after.put(definition.name(), definition);
        graph.of(after).circleThrough(definition.name()).ifPresent(problem -> {
            throw new ProblemException(problem);
        });
    }

    private static void checkWords(ParameterDefinition definition) {
        oneOf(definition, "all rule", definition.allRule(), List.of("leave-out", "send-each"));
        oneOf(definition, "rule for values that are gone", definition.whenGone(), List.of("keep", "drop"));
        oneOf(definition, "kind of list", definition.list().kind(), List.of("any", "typed", "column", "query"));
        oneOf(definition, "kind of default", definition.start().kind(), List.of("choice", "formula", "query"));
    }

    private static void oneOf(ParameterDefinition definition, String what, String word, List<String> known) {
        if (!known.contains(word)) {
            throw definition.refused("“%s” is no %s.".formatted(word, what), "Use " + String.join(", ", known) + ".");
        }
    }

    private void checkList(ParameterDefinition definition) {
        ListDefinition list = definition.list();
        if (list.kind().equals("query")) {
            findQuery(list.queryId());
        }
        if (definition.start().kind().equals("query")) {
            findQuery(definition.start().queryId());
        }
        if (list.kind().equals("column")
                && (list.column().sourceId().isEmpty()
                        || list.column().table().isEmpty()
                        || list.column().column().isEmpty())) {
            throw definition.refused("The list names no column.", "Choose a source, a table and a column.");
        }
        if (list.keptSeconds() < 0) {
            throw definition.refused("A list cannot be kept for less than no time.", "Write 0 to ask each time.");
        }
    }

    private void findQuery(String id) {
        if (queries.find(id).isEmpty()) {
            throw new NotFound("query", id, List.of());
        }
    }

    private static void checkRange(ParameterDefinition definition, Map<String, ParameterDefinition> all) {
        if (definition.rangeEnd().isEmpty()) {
            return;
        }
        ParameterDefinition end = all.get(definition.rangeEnd());
        if (end == null) {
            throw definition.refused(
                    "There is no parameter :%s to end the range.".formatted(definition.rangeEnd()),
                    "Choose one of the project's parameters, or none.");
        }
        boolean fits = end.type().equals(definition.type()) && !end.many() && !definition.many();
        if (!fits || end.name().equals(definition.name()) || end.isComputed() != definition.isComputed()) {
            throw definition.refused(
                    ":%s and :%s cannot be the ends of one range.".formatted(definition.name(), end.name()),
                    "Both must take one value of the same type.");
        }
    }

    private static void checkFormula(
            String formula, ParameterDefinition definition, Map<String, ParameterDefinition> all) {
        if (formula.isEmpty()) {
            return;
        }
        Set<String> names = Formula.read(formula).parameters();
        names.stream()
                .filter(name -> !all.containsKey(name) && !name.equals(definition.name()))
                .findFirst()
                .ifPresent(name -> {
                    String advice = Nearest.to(name, all.keySet())
                            .map("Did you mean :%s?"::formatted)
                            .orElse("Make it first.");
                    throw new ProblemException(Problem.of(
                                    "unknown-parameter",
                                    "The formula mentions :%s, which is no parameter.".formatted(name),
                                    advice)
                            .about(definition.name()));
                });
    }

    private static void readBound(ParameterDefinition definition, Type type, String bound) {
        if (!bound.isEmpty()) {
            try {
                ValueReader.read(type, bound);
            } catch (ProblemException e) {
                throw definition.refused(
                        "In the limits: " + e.first().message(), e.first().advice());
            }
        }
    }

    /** Reads a choice whose blank is allowed whatever the rule: nothing has to be chosen while a parameter is made. */
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

    private static Optional<AllowedValues> typedList(ParameterDefinition definition) {
        return definition.list().kind().equals("typed")
                ? Optional.of(AllowedValues.of(definition.list().values().stream()
                        .map(ListedValue::value)
                        .toList()))
                : Optional.empty();
    }
}
