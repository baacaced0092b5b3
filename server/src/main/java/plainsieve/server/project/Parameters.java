package plainsieve.server.project;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.server.records.ParameterRecords;
import plainsieve.server.records.ParameterRow;

/** The parameters of the project: kept, changed, checked. */
@Service
public class Parameters {
    private final ParameterRecords records;
    private final ParameterCheck check;
    private final Json json;
    private volatile Read lastRead = new Read(List.of(), Map.of());

    Parameters(ParameterRecords records, ParameterCheck check, Json json) {
        this.records = records;
        this.check = check;
        this.json = json;
    }

    /** All parameters by name, in the project's order. Read once for as long as the records stay the same. */
    public Map<String, ParameterDefinition> all() {
        List<ParameterRow> rows = records.all();
        Read last = lastRead;
        if (!last.rows().equals(rows)) {
            Map<String, ParameterDefinition> all = new LinkedHashMap<>();
            rows.forEach(row -> all.put(row.name(), definition(row)));
            last = new Read(List.copyOf(rows), Collections.unmodifiableMap(all));
            lastRead = last;
        }
        return last.all();
    }

    private record Read(List<ParameterRow> rows, Map<String, ParameterDefinition> all) {}

    public ParameterDefinition get(String name) {
        return Optional.ofNullable(all().get(name)).orElseThrow(() -> new NotFound("parameter", name, all().keySet()));
    }

    /** Every former name that nobody has now, with the name that took its place. */
    public Map<String, String> formerNames() {
        Map<String, ParameterDefinition> all = all();
        Map<String, String> former = new HashMap<>();
        all.values().forEach(definition -> definition.formerNames().stream()
                .filter(name -> !all.containsKey(name))
                .forEach(name -> former.put(name, definition.name())));
        return former;
    }

    public ParameterDefinition add(ParameterDefinition definition) {
        check.check(definition, all());
        refuseTaken(definition.name());
        records.add(row(definition, records.nextPosition()));
        return get(definition.name());
    }

    /** Changes everything but the name. Throws {@link Changed} when the version is no longer the newest. */
    public ParameterDefinition change(ParameterDefinition definition) {
        get(definition.name());
        check.check(definition, all());
        if (records.change(row(definition, 0)) == 0) {
            throw new Changed("Parameter :" + definition.name());
        }
        return get(definition.name());
    }

    /** Puts the parameters into this order; those that are not named stay behind them. */
    @Transactional
    public void order(List<String> names) {
        List<String> order = new ArrayList<>(names);
        all().keySet().stream().filter(name -> !order.contains(name)).forEach(order::add);
        for (int i = 0; i < order.size(); i++) {
            records.move(order.get(i), i + 1);
        }
    }

    /** Changes only the name, also in ranges and formulas; what else uses it is {@link Renaming}'s to change. */
    void rename(String from, String to) {
        ParameterDefinition definition = get(from);
        refuseTaken(to);
        Parameter.of(to, definition.typeOrRefuse());
        List<String> former = new ArrayList<>(definition.formerNames());
        former.remove(to);
        former.add(from);
        records.rename(from, to, json.write(kept(definition.renamed(to, former))));
        all().values().forEach(other -> {
            ParameterDefinition changed = ParameterReferences.renamed(other, from, to);
            if (!changed.equals(other)) {
                records.change(row(changed, 0));
            }
        });
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

    private ParameterDefinition definition(ParameterRow row) {
        return json.read(row.definition(), ParameterDefinition.class)
                .renamed(
                        row.name(),
                        json.read(row.definition(), ParameterDefinition.class).formerNames())
                .withVersion(row.version());
    }

    private ParameterRow row(ParameterDefinition definition, int position) {
        return new ParameterRow(definition.name(), json.write(kept(definition)), position, definition.version());
    }

    /** As it is kept: its name and version stand in columns of their own. */
    private static ParameterDefinition kept(ParameterDefinition definition) {
        return definition.withVersion(0);
    }
}
