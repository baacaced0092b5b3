package plainsieve.cli;

import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.steps.compile.RemoteQuery;
import plainsieve.core.steps.compile.SchemaContext;
import plainsieve.core.steps.federated.FederatedSteps;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.files.ProjectFile;
import plainsieve.files.ProjectFolder;

/**
 * The queries of a project folder, for steps that reference them. Tables are unknown because no source is available.
 *
 * @param source of the steps
 * @param path the queries whose rows are being taken
 */
record FileSchemaContext(ProjectFolder folder, String source, Set<String> path) implements SchemaContext {
    static FileSchemaContext of(ProjectFolder folder, String source) {
        return new FileSchemaContext(folder, source, Set.of());
    }

    private Optional<ProjectFile.QueryEntry> entry(String id) {
        return folder.file().queries().stream()
                .filter(query -> query.id().equals(id))
                .findFirst();
    }

    private String text(ProjectFile.QueryEntry query) {
        return folder.texts().get(query.file());
    }

    @Override
    public Optional<RemoteQuery> elsewhere(String id) {
        Optional<ProjectFile.QueryEntry> query = entry(id);
        Optional<ProjectFile.SourceEntry> there = query.flatMap(found -> folder.file().sources().stream()
                .filter(one -> one.id().equals(found.source()))
                .findFirst());
        if (there.isEmpty()) {
            return Optional.empty();
        }
        if (path.contains(id)) {
            throw RemoteQuery.circle(id);
        }
        Set<String> deeper = new HashSet<>(path);
        deeper.add(id);
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
                .forEach(query -> others.put(query.id(), query.source()));
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
    public Optional<String> query(String id) {
        return entry(id).filter(query -> query.source().equals(source)).map(this::text);
    }

    @Override
    public Collection<String> queries() {
        return folder.file().queries().stream()
                .filter(query -> query.source().equals(source))
                .map(ProjectFile.QueryEntry::id)
                .toList();
    }
}
