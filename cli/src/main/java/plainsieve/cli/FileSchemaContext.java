package plainsieve.cli;

import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import plainsieve.core.steps.compile.RemoteQuery;
import plainsieve.core.steps.compile.SchemaContext;
import plainsieve.core.steps.federated.FederatedSteps;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.files.ProjectFile;
import plainsieve.files.ProjectFolder;

/**
 * The queries of a project folder, for steps that reference them. Tables are unknown because no source is available.
 *
 * @param source id of the steps' source
 * @param path the queries being resolved, for cycle detection
 */
record FileSchemaContext(ProjectFolder folder, String source, Set<String> path) implements SchemaContext {
    static FileSchemaContext of(ProjectFolder folder, String source) {
        return new FileSchemaContext(folder, source, Set.of());
    }

    /** By its name, or by its ID where several queries have the name. */
    private Optional<ProjectFile.QueryEntry> entry(String name) {
        List<ProjectFile.QueryEntry> named = matching(query -> query.name().equals(name));
        return (named.size() == 1 ? named : matching(query -> query.id().equals(name)))
                .stream().findFirst();
    }

    private List<ProjectFile.QueryEntry> matching(Predicate<ProjectFile.QueryEntry> wanted) {
        return folder.file().queries().stream().filter(wanted).toList();
    }

    private String referenceTo(ProjectFile.QueryEntry query) {
        return entry(query.name()).filter(query::equals).isPresent() ? query.name() : query.id();
    }

    private String text(ProjectFile.QueryEntry query) {
        return folder.texts().get(query.file());
    }

    @Override
    public Optional<RemoteQuery> elsewhere(String name) {
        Optional<ProjectFile.QueryEntry> query = entry(name);
        Optional<ProjectFile.SourceEntry> there = query.flatMap(found -> folder.file().sources().stream()
                .filter(one -> one.id().equals(found.source()))
                .findFirst());
        if (there.isEmpty()) {
            return Optional.empty();
        }
        if (path.contains(query.get().id())) {
            throw RemoteQuery.circle(name);
        }
        Set<String> deeper = new HashSet<>(path);
        deeper.add(query.get().id());
        String text = text(query.get());
        FileSchemaContext around = new FileSchemaContext(folder, query.get().source(), deeper);
        boolean own = query.get().source().equals(source) && !FederatedSteps.isOne(text, around);
        return own
                ? Optional.empty()
                : Optional.of(new RemoteQuery(
                        around.source(),
                        RewriteSession.dialect(there.get().dialect()),
                        text,
                        Optional.empty(),
                        around));
    }

    @Override
    public Map<String, String> queriesElsewhere() {
        Map<String, String> others = new LinkedHashMap<>();
        folder.file().queries().stream()
                .filter(query -> !query.source().equals(source))
                .forEach(query -> others.put(referenceTo(query), query.source()));
        return others;
    }

    @Override
    public boolean mayTravel(String from, String to) {
        return from.equals(to)
                || folder.file().transferPolicies().contains(new ProjectFile.TransferPolicyEntry(from, to, true));
    }

    @Override
    public Optional<List<KnownColumn>> columns(String schema, String table) {
        return Optional.empty();
    }

    @Override
    public Collection<String> tables() {
        return List.of();
    }

    @Override
    public Optional<String> query(String name) {
        return entry(name).filter(query -> query.source().equals(source)).map(this::text);
    }

    @Override
    public Collection<String> queries() {
        return folder.file().queries().stream()
                .filter(query -> query.source().equals(source))
                .map(this::referenceTo)
                .toList();
    }
}
