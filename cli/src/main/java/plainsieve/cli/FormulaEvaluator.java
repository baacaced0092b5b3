package plainsieve.cli;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Dependencies;
import plainsieve.core.parameter.Formula;
import plainsieve.core.parameter.Parameter;
import plainsieve.files.forms.ParameterForm;

/** Evaluates computed parameters and formula defaults, parents first. */
final class FormulaEvaluator {
    private final Map<String, ParameterForm> entries = new LinkedHashMap<>();
    private final Map<String, Parameter> parameters;
    private final LocalDate today;

    FormulaEvaluator(List<ParameterForm> entries, Map<String, Parameter> parameters, LocalDate today) {
        entries.forEach(entry -> this.entries.put(entry.name(), entry));
        this.parameters = parameters;
        this.today = today;
    }

    /** The choices, completed by the values of formulas; explicit choices take precedence. */
    Map<String, ChoiceText> workOut(Map<String, ChoiceText> made) {
        Map<String, Set<String>> needs = new HashMap<>();
        entries.forEach((name, entry) -> {
            String formula = formula(entry, made);
            needs.put(name, formula.isEmpty() ? Set.of() : Formula.read(formula).parameters());
        });
        Map<String, ChoiceText> all = new LinkedHashMap<>(made);
        for (String name : new Dependencies(needs).inOrder(List.copyOf(entries.keySet()))) {
            ParameterForm entry = entries.get(name);
            String formula = formula(entry, made);
            if (!formula.isEmpty()) {
                all.put(name, value(formula, entry, all));
            } else {
                all.putIfAbsent(name, entry.fixedDefault());
            }
        }
        return all;
    }

    private static String formula(ParameterForm entry, Map<String, ChoiceText> made) {
        return made.containsKey(entry.name())
                ? ""
                : entry.formula().isEmpty() ? entry.start().formula() : entry.formula();
    }

    private ChoiceText value(String formula, ParameterForm entry, Map<String, ChoiceText> all) {
        return Formula.read(formula)
                .value(today, "", name -> choice(name, all))
                .map(value -> Formula.as(parameters.get(entry.name()).type(), value))
                .map(value -> ChoiceText.of(value.written()))
                .orElseGet(ChoiceText::blank);
    }

    private Choice choice(String name, Map<String, ChoiceText> all) {
        if (!parameters.containsKey(name)) {
            return new Choice.Blank();
        }
        return ChoiceReader.readAll(
                        Map.of(name, parameters.get(name)), Map.of(name, all.getOrDefault(name, ChoiceText.blank())))
                .get(name);
    }
}
