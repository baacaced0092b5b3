package plainsieve.server.editing.refactoring;

import java.time.LocalDate;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.hardcoded.HardCodedValue;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.DefaultDefinition;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.sql.lexer.TextEdit;
import plainsieve.core.steps.parse.StepLines;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.TextLocation;
import plainsieve.core.value.Type;
import plainsieve.server.definitions.edits.ParameterEdits;
import plainsieve.server.definitions.edits.QueryEdits;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.Usage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.StageWords;
import plainsieve.server.people.Caller;
import plainsieve.server.results.evidence.AnswerDigest;
import plainsieve.server.results.runs.RequestedChoices;

/** Converts hard-coded values to parameters, and back. */
@Service
public class HardCodedValueConversion {
    private final ParameterEdits parameters;
    private final QueryEdits queries;
    private final HardCodedParameters definitions;
    private final RowsBeforeAndAfter rowsBeforeAndAfter;
    private final MatchingParameters serving;

    HardCodedValueConversion(
            ParameterEdits parameters,
            QueryEdits queries,
            HardCodedParameters definitions,
            RowsBeforeAndAfter rowsBeforeAndAfter,
            MatchingParameters serving) {
        this.parameters = parameters;
        this.queries = queries;
        this.definitions = definitions;
        this.rowsBeforeAndAfter = rowsBeforeAndAfter;
        this.serving = serving;
    }

    /**
     * A hard-coded value that could become a parameter.
     *
     * @param places each literal, in text order
     * @param description of the parameter: ":port, many texts, as p.name is"
     * @param existingParameters matching parameters of the project; empty if there are none
     * @param existingIn the query that uses them
     */
    public record HardCodedOccurrence(
            List<TextLocation> places,
            String description,
            List<String> names,
            List<String> existingParameters,
            String existingIn) {}

    /**
     * The result of a conversion.
     *
     * @param text the query with the parameters
     * @param names of created parameters
     * @param reusedNames of existing parameters
     * @param differingDefaults those whose default differs from the former value
     * @param equality whether the rows are known to be the same
     * @param namedAfter the word in the query's name that was one of the values; empty if there is none
     */
    public record ConversionResult(
            String text,
            List<String> names,
            List<String> reusedNames,
            List<DifferingDefault> differingDefaults,
            AnswerDigest.ResultSummary before,
            AnswerDigest.ResultSummary after,
            RowsBeforeAndAfter.Equality equality,
            String namedAfter) {}

    /**
     * A parameter whose default differs from the replaced value: reports open with other rows than before.
     *
     * @param defaultText its default as text
     * @param valueText the former value as text
     * @param values the former value as a choice
     * @param reports of the query
     */
    public record DifferingDefault(
            String parameter,
            String defaultText,
            String valueText,
            List<String> values,
            List<ReportReference> reports) {}

    public record ReportReference(String id, String name) {}

    /** Every fixed value of a text; none while the text cannot be read. */
    public List<HardCodedOccurrence> of(Project project, Query query, PreparedQuery prepared) {
        return serving.in(project, query, prepared).stream()
                .map(found -> new HardCodedOccurrence(
                        found.value().places(),
                        words(found.value()),
                        found.value().placeholders().stream()
                                .map(HardCodedValue.Placeholder::name)
                                .toList(),
                        found.by().map(MatchingParameters.Match::names).orElse(List.of()),
                        found.by().map(MatchingParameters.Match::queryName).orElse("")))
                .toList();
    }

    private static String words(HardCodedValue value) {
        String names = value.placeholders().stream()
                .map(placeholder -> ":" + placeholder.name())
                .collect(Collectors.joining(" and "));
        HardCodedValue.Placeholder first = value.placeholders().get(0);
        String type = (first.many() ? "many, each a " : "a ") + first.type().inWords();
        String like = value.column()
                .filter(column -> column.type().filter(first.type()::equals).isPresent())
                .map(column -> ", as " + column.expression() + " is")
                .orElse("");
        String places = value.places().size() > value.placeholders().size() ? ", everywhere" : "";
        return names + ", " + type + like + places;
    }

    /**
     * A draft on the bench.
     *
     * @param text possibly not saved yet
     * @param choices the current trial values
     */
    public record Draft(Caller caller, Query query, String text, Map<String, ChoiceText> choices) {
        RequestedChoices asked(Project project) {
            return RequestedChoices.onTheBench(caller, project.parameters().keySet(), choices);
        }
    }

    /**
     * A selection of hard-coded values.
     *
     * @param starts their offsets; empty for all
     * @param createNew whether each becomes a new parameter, even where one of the project matches
     */
    public record Wanted(Set<Integer> starts, boolean createNew) {}

    /**
     * Converts hard-coded values to new or matching parameters, and runs the query before and after.
     * Changes nothing if it does not run afterwards.
     */
    public ConversionResult make(Project project, Draft draft, Wanted wanted) {
        if (StepLines.isSteps(draft.text())) {
            throw new ProblemException(Problem.of(
                    ProblemKind.NOT_CONVERTIBLE,
                    "The query consists of steps, in which each value is edited separately.",
                    "Choose “let viewers choose it” at the value."));
        }
        List<MatchingParameters.MatchedValue> replaced = replaced(project, draft, wanted);
        boolean usesSome = replaced.stream().anyMatch(one -> one.by().isPresent());
        try {
            return make(project, draft, replaced);
        } catch (ProblemException e) {
            if (!usesSome) {
                throw e;
            }
            // An existing parameter may reject the former value, by its list or bounds; a new one never does.
            return make(project, draft, replaced(project, draft, new Wanted(wanted.starts(), true)));
        }
    }

    private List<MatchingParameters.MatchedValue> replaced(Project project, Draft draft, Wanted wanted) {
        return serving.in(project, draft).stream()
                .filter(found -> wanted.starts().isEmpty()
                        || found.value().places().stream()
                                .map(TextLocation::start)
                                .anyMatch(wanted.starts()::contains))
                .map(found -> wanted.createNew() ? found.withoutMatch() : found)
                .toList();
    }

    private ConversionResult make(Project project, Draft draft, List<MatchingParameters.MatchedValue> replaced) {
        String after = TextEdit.apply(
                draft.text(),
                replaced.stream().flatMap(one -> one.edits().stream()).toList());
        List<HardCodedValue> values =
                replaced.stream().map(MatchingParameters.MatchedValue::value).toList();
        RowsBeforeAndAfter.RunDigest before = rowsBeforeAndAfter.before(project, draft);
        List<String> made = new ArrayList<>();
        Map<String, ChoiceText> fixed = fixedChoices(replaced);
        Map<String, ChoiceText> choices = new HashMap<>(draft.choices());
        choices.putAll(fixed);
        try {
            Project now = project;
            for (MatchingParameters.MatchedValue one : replaced) {
                if (one.by().isEmpty()) {
                    for (ParameterDefinition definition : definitions.of(project, draft, one.value())) {
                        now = now.with(parameters.add(now, definition));
                        made.add(definition.name());
                    }
                }
            }
            RowsBeforeAndAfter.RunDigest later = rowsBeforeAndAfter.after(
                    now, new Draft(draft.caller(), draft.query(), draft.text(), choices), after, before);
            RowsBeforeAndAfter.Equality same = rowsBeforeAndAfter.compare(project, draft, before, later);
            fixed.forEach((name, choice) ->
                    parameters.change(project, project.parameter(name).withTrial(choice)));
            return new ConversionResult(
                    after,
                    made,
                    used(replaced),
                    differing(project, draft.query(), fixed),
                    before.side(),
                    later.side(),
                    same,
                    namedAfter(draft.query().name(), values));
        } catch (RuntimeException e) {
            made.forEach(name -> parameters.removeUnused(project, name));
            throw e;
        }
    }

    private static List<String> used(List<MatchingParameters.MatchedValue> replaced) {
        return replaced.stream()
                .flatMap(one -> one.by().stream())
                .flatMap(serving -> serving.names().stream())
                .toList();
    }

    private static List<DifferingDefault> differing(Project project, Query query, Map<String, ChoiceText> fixed) {
        List<ReportReference> reports = project.reports().stream()
                .filter(report -> report.queryIds().contains(query.id()))
                .map(report -> new ReportReference(report.id(), report.name()))
                .toList();
        return fixed.entrySet().stream()
                .sorted(Map.Entry.comparingByKey())
                .filter(one -> !project.parameter(one.getKey()).start().equals(DefaultDefinition.of(one.getValue())))
                .map(one -> new DifferingDefault(
                        one.getKey(),
                        StageWords.value(
                                project,
                                one.getKey(),
                                project.parameter(one.getKey()).start()),
                        StageWords.value(project, one.getKey(), DefaultDefinition.of(one.getValue())),
                        one.getValue().values(),
                        reports))
                .toList();
    }

    /* An existing parameter gets the former value as its trial value, so that the bench shows the same rows. */
    private static Map<String, ChoiceText> fixedChoices(List<MatchingParameters.MatchedValue> replaced) {
        Map<String, ChoiceText> choices = new HashMap<>();
        for (MatchingParameters.MatchedValue one : replaced) {
            List<String> names = one.by().map(MatchingParameters.Match::names).orElse(List.of());
            for (int i = 0; i < names.size(); i++) {
                choices.put(
                        names.get(i),
                        ChoiceText.of(one.value().placeholders().get(i).values()));
            }
        }
        return choices;
    }

    /** A query called "March crossings" is called wrongly once viewers choose the month. */
    private static String namedAfter(String name, List<HardCodedValue> values) {
        Set<String> words = values.stream()
                .flatMap(value -> value.placeholders().stream())
                .flatMap(placeholder ->
                        placeholder.values().stream().flatMap(value -> saidAs(placeholder.type(), value)))
                .map(word -> word.toLowerCase(Locale.ROOT))
                .collect(Collectors.toSet());
        return Arrays.stream(name.split("[^\\p{L}\\p{N}]+"))
                .filter(word -> word.length() > 2 && words.contains(word.toLowerCase(Locale.ROOT)))
                .findFirst()
                .orElse("");
    }

    private static Stream<String> saidAs(Type type, String value) {
        if (type != Type.DATE && type != Type.DATETIME) {
            return Stream.of(value);
        }
        LocalDate day = LocalDate.parse(value.substring(0, "2026-03-01".length()));
        return Stream.of(
                Integer.toString(day.getYear()),
                day.getMonth().getDisplayName(TextStyle.FULL, Locale.ENGLISH),
                day.getMonth().getDisplayName(TextStyle.SHORT, Locale.ENGLISH));
    }

    /** Undoes a conversion: the former text, without created parameters that are otherwise unused. All or nothing. */
    @Transactional
    public Query takeBack(Project project, Query query, String text, List<String> names) {
        Query changed = queries.changeDraft(project, query, text);
        Project after = project.with(changed);
        remove(after, names);
        return changed;
    }

    /* The lower end of a range was created last and is removed first, because it references the upper one. */
    private void remove(Project project, List<String> names) {
        Set<String> gone = new HashSet<>();
        for (int i = names.size() - 1; i >= 0; i--) {
            String name = names.get(i);
            boolean used = project.uses(name).stream()
                    .anyMatch(usage -> usage.kind() != Usage.Kind.PARAMETER || !gone.contains(usage.id()));
            if (project.parameters().containsKey(name) && !used) {
                parameters.removeUnused(project, name);
                gone.add(name);
            }
        }
    }
}
