package plainsieve.server.results.runs;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.parameter.AllowedValues;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.DefaultDefinition;
import plainsieve.core.parameter.Dependencies;
import plainsieve.core.parameter.Formula;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.parameter.Range;
import plainsieve.core.parameter.RestrictedChoice;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Value;
import plainsieve.core.value.ValueReader;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.sources.lists.ListScope;
import plainsieve.server.sources.lists.ValueLists;
import plainsieve.sources.SourceFailure;

/** One pass over the parameters of a request, parents first. */
final class ChoiceResolution {
    private final Map<String, ParameterDefinition> known;
    private final Dependencies dependencies;
    private final RequestedChoices requested;
    private final ListScope scope;
    private final ValueLists lists;
    private final LocalDate today;
    private final Set<String> staged;
    private final Map<String, ChoiceText> given = new LinkedHashMap<>();
    private final Map<String, ChoiceText> fixed = new LinkedHashMap<>();
    private final Map<String, Parameter> parameters = new LinkedHashMap<>();
    private final Map<String, Choice> choices = new LinkedHashMap<>();
    private final Map<String, ChoiceText> texts = new LinkedHashMap<>();
    private final Map<String, List<String>> dropped = new HashMap<>();
    private final Map<String, RestrictedChoice> held = new HashMap<>();
    private final List<Problem> problems = new ArrayList<>();

    ChoiceResolution(Project project, RequestedChoices requested, ValueLists lists, LocalDate today) {
        this.known = project.parameters();
        this.dependencies = project.dependencies();
        this.requested = requested;
        this.scope = new ListScope(project, requested.caller());
        this.lists = lists;
        this.today = today;
        this.staged = project.stage().values().keySet();
        Map<String, String> former = project.formerNames();
        requested.choices().forEach((name, text) -> {
            String current = former.getOrDefault(name, name);
            String now = requested.mayChoose().contains(name) ? name : current;
            if (given.putIfAbsent(now, text) != null) {
                problems.add(Problem.of(
                                ProblemKind.INVALID_CHOICE,
                                ":%s is chosen twice, once by a former name.".formatted(now),
                                "Remove one of them from the link.")
                        .about(now));
            }
        });
        requested.caller().fixed().forEach((name, text) -> fixed.put(former.getOrDefault(name, name), text));
    }

    ResolvedChoices choose(Set<String> needed) {
        strangers();
        Set<String> names = new LinkedHashSet<>();
        for (String name : needed) {
            if (known.containsKey(name)) {
                names.add(name);
                names.addAll(dependencies.allOf(name));
            }
        }
        names.retainAll(known.keySet());
        for (String name : dependencies.inOrder(List.copyOf(names))) {
            chooseOne(known.get(name));
        }
        ranges(names);
        return new ResolvedChoices(parameters, choices, texts, dropped, held, problems);
    }

    /** Choices for undefined parameters, and for those that require a signed link. */
    private void strangers() {
        Map<String, Parameter> selectable = new LinkedHashMap<>();
        requested.mayChoose().stream()
                .filter(name -> known.containsKey(name) && !known.get(name).isComputed())
                .forEach(name -> selectable.put(name, known.get(name).toParameter()));
        for (String name : given.keySet()) {
            boolean computed = requested.mayChoose().contains(name)
                    && known.containsKey(name)
                    && known.get(name).isComputed();
            if (computed) {
                problems.add(Problem.of(
                                ProblemKind.INVALID_CHOICE,
                                ":%s is computed and cannot be chosen.".formatted(name),
                                "Choose the parameters that it is computed from.")
                        .about(name));
            } else if (!selectable.containsKey(name)) {
                problems.add(ChoiceReader.unknown(name, selectable));
            } else if (fixed.containsKey(name) && !fixed.get(name).equals(given.get(name))) {
                String by = requested.caller().fixedBy();
                problems.add(Problem.of(
                                ProblemKind.SIGNED_LINK_REQUIRED,
                                "%s fixes :%s.".formatted(by, name),
                                "Remove the other choice from the link.")
                        .about(name));
            }
        }
    }

    private void chooseOne(ParameterDefinition definition) {
        String name = definition.name();
        try {
            if (definition.isComputed()) {
                computed(definition);
                return;
            }
            Optional<RestrictedChoice> theirs = lists.restriction(definition, scope, texts);
            theirs.ifPresent(all -> held.put(name, all));
            ChoiceText text = ChoiceReader.asWritten(definition.toParameter(), restrict(theirs, definition));
            texts.put(name, text);
            if (given.containsKey(name)) {
                ChoiceReader.refuseRepeats(name, text);
            }
            if (requested.signedOnly().contains(name) && !fixed.containsKey(name)) {
                throw new ProblemException(Problem.of(
                        ProblemKind.SIGNED_LINK_REQUIRED,
                        "“%s” is set by a signed link.".formatted(definition.label()),
                        "Open the link that you received, or ask the report's author for one."));
            }
            Parameter parameter = definition.toParameter(allowed(definition, text));
            text = droppingWhatIsGone(definition, parameter, text);
            text = theirs.isEmpty() ? text : theirs.get().listed(text, parameter.allowed());
            texts.put(name, text);
            parameters.put(name, parameter);
            Choice choice = read(parameter, text);
            choices.put(name, theirs.isEmpty() ? choice : theirs.get().sent(choice));
            bounds(definition);
        } catch (ProblemException e) {
            parameters.putIfAbsent(name, definition.toParameter());
            e.problems().forEach(problem -> problems.add(problem.about(name)));
        } catch (SourceFailure e) {
            parameters.putIfAbsent(name, definition.toParameter());
            problems.add(Problem.of(
                            ProblemKind.LIST_UNAVAILABLE,
                            "Could not load the values of :%s: %s".formatted(name, e.getMessage()),
                            e.advice())
                    .about(name));
        }
    }

    private ChoiceText restrict(Optional<RestrictedChoice> theirs, ParameterDefinition definition) {
        ChoiceText text = text(definition);
        boolean said = given.containsKey(definition.name()) || fixed.containsKey(definition.name());
        return theirs.map(all -> said ? all.chosen(text) : all.opening(text)).orElse(text);
    }

    private void computed(ParameterDefinition definition) {
        Optional<Value> value = work(definition.formula(), definition);
        parameters.put(definition.name(), definition.toParameter());
        texts.put(definition.name(), value.map(v -> ChoiceText.of(v.written())).orElseGet(ChoiceText::blank));
        choices.put(definition.name(), read(parameters.get(definition.name()), texts.get(definition.name())));
    }

    private Optional<Value> work(String formula, ParameterDefinition definition) {
        return Formula.read(formula)
                .value(
                        today,
                        requested.caller().viewer().name(),
                        name -> choices.getOrDefault(name, new Choice.Blank()))
                .map(value -> Formula.as(definition.type(), value));
    }

    private ChoiceText text(ParameterDefinition definition) {
        String name = definition.name();
        if (fixed.containsKey(name)) {
            return fixed.get(name);
        }
        if (given.containsKey(name)) {
            return given.get(name);
        }
        boolean trial =
                requested.trial() && (definition.trial().kind() != ChoiceText.Kind.BLANK || !staged.contains(name));
        return trial ? definition.trial() : defaultText(definition);
    }

    private ChoiceText defaultText(ParameterDefinition definition) {
        return definition.start().accept(new DefaultDefinition.Visitor<>() {
            @Override
            public ChoiceText fixed(DefaultDefinition.FixedChoice start) {
                return start.choice();
            }

            @Override
            public ChoiceText formula(DefaultDefinition.Formula start) {
                return work(start.formulaText(), definition)
                        .map(value -> ChoiceText.of(value.written()))
                        .orElseGet(ChoiceText::blank);
            }

            @Override
            public ChoiceText ofQuery(DefaultDefinition.FromQuery start) {
                return lists.defaultOf(definition, scope, texts);
            }
        });
    }

    /** A list is only loaded to check a value, or for all values. */
    private Optional<AllowedValues> allowed(ParameterDefinition definition, ChoiceText text) {
        boolean looksUp = !text.values().isEmpty() || text.kind() == ChoiceText.Kind.ALL;
        return looksUp && definition.list().exists()
                ? lists.allowed(definition, scope, texts, text.values())
                : Optional.empty();
    }

    private ChoiceText droppingWhatIsGone(ParameterDefinition definition, Parameter parameter, ChoiceText text) {
        if (definition.maintenance().whenUnlisted() == ParameterDefinition.MissingValuePolicy.KEEP
                || parameter.allowed().isEmpty()) {
            return text;
        }
        AllowedValues allowed = parameter.allowed().get();
        List<String> kept = text.values().stream().filter(allowed::allow).toList();
        if (kept.size() == text.values().size()) {
            return text;
        }
        dropped.put(
                definition.name(),
                text.values().stream().filter(value -> !allowed.allow(value)).toList());
        return kept.isEmpty() && !text.withoutValue()
                ? ChoiceText.blank()
                : new ChoiceText(ChoiceText.Kind.VALUES, kept, text.withoutValue());
    }

    /** On the bench, a missing required value is reported by the run, as for readers. */
    private static Choice read(Parameter parameter, ChoiceText text) {
        return ChoiceReader.readAll(Map.of(parameter.name(), parameter), Map.of(parameter.name(), text))
                .get(parameter.name());
    }

    private void bounds(ParameterDefinition definition) {
        Choice choice = choices.get(definition.name());
        List<Value> values = choice instanceof Choice.One one
                ? List.of(one.value())
                : choice instanceof Choice.Many many ? many.values() : List.of();
        for (Value value : values) {
            if (isBeyond(definition, value)) {
                String limits = definition.bounds().maximum().isEmpty()
                        ? "at least " + definition.bounds().minimum()
                        : definition.bounds().minimum().isEmpty()
                                ? "at most " + definition.bounds().maximum()
                                : "between " + definition.bounds().minimum() + " and "
                                        + definition.bounds().maximum();
                throw new ProblemException(Problem.of(
                        ProblemKind.INVALID_CHOICE,
                        "%s is not allowed for :%s.".formatted(value.written(), definition.name()),
                        "Choose %s.".formatted(limits)));
            }
        }
    }

    private static boolean isBeyond(ParameterDefinition definition, Value value) {
        return isReversed(definition, definition.bounds().minimum(), value.written())
                || isReversed(definition, value.written(), definition.bounds().maximum());
    }

    private static boolean isReversed(ParameterDefinition definition, String low, String high) {
        return !low.isEmpty()
                && !high.isEmpty()
                && new Range("low", "high")
                        .check(Map.of("low", parseSingle(definition, low), "high", parseSingle(definition, high)))
                        .isPresent();
    }

    private static Choice parseSingle(ParameterDefinition definition, String written) {
        return new Choice.One(ValueReader.read(definition.type(), written));
    }

    private void ranges(Set<String> names) {
        for (String name : names) {
            String end = known.get(name).rangeEnd();
            if (!end.isEmpty() && names.contains(end)) {
                new Range(name, end).check(choices).ifPresent(problems::add);
            }
        }
    }
}
