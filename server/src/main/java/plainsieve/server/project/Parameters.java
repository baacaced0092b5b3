package plainsieve.server.project;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import plainsieve.core.parameter.AllowedValues;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.server.records.ParameterRecords;
import plainsieve.server.records.ParameterRow;
import plainsieve.server.records.QueryRecords;

/** The parameters of the project: kept, changed, checked. */
@Service
public class Parameters {
    private final ParameterRecords records;
    private final QueryRecords queries;
    private final Json json;

    Parameters(ParameterRecords records, QueryRecords queries, Json json) {
        this.records = records;
        this.queries = queries;
        this.json = json;
    }

    /** All parameters by name, in the project's order. */
    public Map<String, ParameterDefinition> all() {
        Map<String, ParameterDefinition> all = new LinkedHashMap<>();
        records.all().forEach(row -> all.put(row.name(), definition(row)));
        return all;
    }

    public ParameterDefinition get(String name) {
        return Optional.ofNullable(all().get(name)).orElseThrow(() -> new NotFound("parameter", name, all().keySet()));
    }

    public ParameterDefinition add(ParameterDefinition definition) {
        check(definition);
        refuseTaken(definition.name());
        records.add(row(definition, records.nextPosition()));
        return get(definition.name());
    }

    /** Changes everything but the name. Throws {@link Changed} when the version is no longer the newest. */
    public ParameterDefinition change(ParameterDefinition definition) {
        get(definition.name());
        check(definition);
        if (records.change(row(definition, 0)) == 0) {
            throw new Changed("Parameter :" + definition.name());
        }
        return get(definition.name());
    }

    /** Changes only the name; what uses the parameter is {@link Renaming}'s to change. */
    void rename(String from, String to) {
        ParameterDefinition definition = get(from);
        refuseTaken(to);
        Parameter.of(to, definition.typeOrRefuse());
        records.rename(from, to);
    }

    private void refuseTaken(String name) {
        if (records.find(name).isPresent()) {
            throw new ProblemException(Problem.of(
                            "name-taken",
                            "There is already a parameter “%s”.".formatted(name),
                            "Use it, or choose another name.")
                    .about(name));
        }
    }

    /** Removes a parameter that nothing uses. */
    public void remove(String name, List<String> users) {
        get(name);
        if (!users.isEmpty()) {
            throw new StillUsed(":" + name, users);
        }
        records.remove(name);
    }

    /** Everything that could make a parameter fail later is refused now: its name, type, list, default and trial value. */
    private void check(ParameterDefinition definition) {
        Optional<AllowedValues> typed = typedList(definition);
        Parameter parameter = definition.toParameter(typed);
        typed.ifPresent(list -> list.written()
                .forEach(value -> readAny(definition.toParameter(Optional.empty()), ChoiceText.of(value), "list")));
        if (definition.list().kind().equals("query")
                && queries.find(definition.list().queryId()).isEmpty()) {
            throw new NotFound("query", definition.list().queryId(), List.of());
        }
        readAny(parameter, definition.defaultChoice().toText(), "default");
        readAny(parameter, definition.trialChoice().toText(), "trial value");
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

    static Optional<AllowedValues> typedList(ParameterDefinition definition) {
        return definition.list().kind().equals("typed")
                ? Optional.of(AllowedValues.of(definition.list().values().stream()
                        .map(ListedValue::value)
                        .toList()))
                : Optional.empty();
    }

    private ParameterDefinition definition(ParameterRow row) {
        List<ListedValue> values = Arrays.asList(json.read(row.listValues(), ListedValue[].class));
        return new ParameterDefinition(
                row.name(),
                row.label(),
                row.hint(),
                row.type(),
                row.many(),
                row.blankRule(),
                row.blankWords(),
                row.unit(),
                new ListDefinition(row.listKind(), values, row.listQueryId() == null ? "" : row.listQueryId()),
                row.everyRow() == null ? "" : row.everyRow().toString(),
                json.read(row.defaultChoice(), ChoiceBody.class),
                json.read(row.trialChoice(), ChoiceBody.class),
                row.version());
    }

    private ParameterRow row(ParameterDefinition definition, int position) {
        return new ParameterRow(
                definition.name(),
                definition.label(),
                definition.hint(),
                definition.type(),
                definition.many(),
                definition.blankRule(),
                definition.blankWords(),
                definition.unit(),
                definition.list().kind(),
                json.write(definition.list().values()),
                definition.list().queryId().isEmpty() ? null : definition.list().queryId(),
                definition.everyRow().isEmpty() ? null : Long.valueOf(definition.everyRow()),
                json.write(definition.defaultChoice()),
                json.write(definition.trialChoice()),
                position,
                definition.version());
    }
}
