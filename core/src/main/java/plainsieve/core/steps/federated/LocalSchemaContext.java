package plainsieve.core.steps.federated;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.steps.compile.RemoteQuery;
import plainsieve.core.steps.compile.SchemaContext;
import plainsieve.core.steps.compile.StepsAnalysis;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.steps.parse.StepLines;
import plainsieve.core.value.Type;

/** The schema of steps that run in this server after cross-source steps. All of their inputs are local tables. */
final class LocalSchemaContext implements SchemaContext {
    private final Dialect dialect;
    private final SchemaContext own;
    private final Optional<List<KnownColumn>> soFar;
    private final Map<String, String> names = new LinkedHashMap<>();

    /** @param soFar the output columns of the preceding steps; empty without such steps */
    LocalSchemaContext(Dialect dialect, SchemaContext own, Optional<List<KnownColumn>> soFar) {
        this.dialect = dialect;
        this.own = own;
        this.soFar = soFar;
    }

    /** The table name of the preceding steps' rows. */
    String rowsName() {
        return free("rows_at_" + own.source());
    }

    /** The table name of a query's rows. */
    String nameOf(String query) {
        return names.computeIfAbsent(query, this::free);
    }

    /** The query that is called so. */
    Optional<String> queryCalled(String name) {
        return names.entrySet().stream()
                .filter(entry -> entry.getValue().equalsIgnoreCase(name))
                .map(Map.Entry::getKey)
                .findFirst();
    }

    private String free(String name) {
        Set<String> taken = new TreeSet<>();
        own.tables().forEach(table -> taken.add(table.toLowerCase(Locale.ROOT)));
        String free = name;
        while (taken.contains(free.toLowerCase(Locale.ROOT))) {
            free += "_";
        }
        return free;
    }

    @Override
    public Optional<List<KnownColumn>> columns(String schema, String table) {
        if (schema.isEmpty() && table.equals(rowsName())) {
            return soFar.filter(columns -> !columns.isEmpty());
        }
        Optional<String> query = schema.isEmpty() ? queryCalled(table) : Optional.empty();
        return query.isPresent() ? ofQuery(query.get()) : own.columns(schema, table);
    }

    private Optional<List<KnownColumn>> ofQuery(String id) {
        Optional<RemoteQuery> elsewhere = own.elsewhere(id);
        if (elsewhere.isEmpty()) {
            return known(StepsAnalysis.of(PartTexts.rowsOf(id), dialect, own));
        }
        Optional<List<KnownColumn>> read = StepLines.isSteps(elsewhere.get().text())
                ? known(FederatedSteps.of(
                        elsewhere.get().text(),
                        elsewhere.get().dialect(),
                        elsewhere.get().around()))
                : Optional.empty();
        return read.or(() -> elsewhere.get().columns());
    }

    private static Optional<List<KnownColumn>> known(StepsAnalysis analysis) {
        return Optional.of(analysis.columns()).filter(columns -> !columns.isEmpty());
    }

    @Override
    public List<Set<String>> keys(String schema, String table) {
        return own.keys(schema, table);
    }

    /** Empty until the source has loaded its metadata: before, a missing table cannot be reported. */
    @Override
    public Collection<String> tables() {
        if (own.tables().isEmpty()) {
            return List.of();
        }
        List<String> tables = new ArrayList<>(own.tables());
        tables.add(rowsName());
        tables.addAll(names.values());
        return tables;
    }

    /** Every query is a local table of this name. */
    @Override
    public Optional<String> query(String id) {
        boolean known = own.elsewhere(id).isPresent() || own.query(id).isPresent();
        return known ? Optional.of(StepLines.HEADER + "\nfrom " + FederatedSteps.name(nameOf(id))) : Optional.empty();
    }

    @Override
    public Collection<String> queries() {
        return own.queries();
    }

    @Override
    public Map<String, String> queriesElsewhere() {
        return own.queriesElsewhere();
    }

    @Override
    public Optional<Type> parameter(String name) {
        return own.parameter(name);
    }
}
