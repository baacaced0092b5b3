package plainsieve.server.definitions.project;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.LinkedHashSet;
import java.util.Optional;
import java.util.Set;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.steps.compile.RemoteQuery;
import plainsieve.core.steps.compile.SchemaContext;
import plainsieve.core.steps.federated.FederatedSteps;
import plainsieve.core.steps.parse.StepLines;
import plainsieve.core.steps.parse.StepReferences;
import plainsieve.core.value.ProblemException;

/** Parsed query texts: SQL, and steps as their compiled SQL. */
@Component
public final class QueryTextCache {
    private static final int MOST_PREPARED = 2_000;

    private final Cache<TextInDialect, PreparedQuery> prepared =
            Caffeine.newBuilder().maximumSize(MOST_PREPARED).build();
    private final ObjectProvider<TableCache> tables;
    private final ObjectProvider<QueryColumnCache> queries;

    /** @param made whether it was generated from steps: such a text may be federated, an author's text never is */
    private record TextInDialect(String text, String dialect, boolean made) {}

    /** Both are resolved lazily because of cyclic dependencies. */
    QueryTextCache(ObjectProvider<TableCache> tables, ObjectProvider<QueryColumnCache> queries) {
        this.tables = tables;
        this.queries = queries;
    }

    /** The schema without the output columns of queries. */
    SchemaContext around(ProjectParts parts, String sourceId) {
        return new ProjectSchemaContext(
                parts, new ProjectSchemaContext.KnownSchema(tables.getObject(), query -> Optional.empty()), sourceId);
    }

    SchemaContext around(Project project, String sourceId) {
        ProjectSchemaContext.KnownSchema known = new ProjectSchemaContext.KnownSchema(
                tables.getObject(), query -> queries.getObject().columns(project, query));
        return new ProjectSchemaContext(project.parts(), known, sourceId);
    }

    /** A text read by the rules of a dialect. Throws {@link ProblemException} when unreadable. */
    public PreparedQuery prepare(String text, Dialect dialect, SchemaContext schema) {
        boolean steps = StepLines.isSteps(text);
        return prepare(
                steps ? FederatedSteps.of(text, dialect, schema).statement().sql() : text, dialect, steps);
    }

    private PreparedQuery prepare(String sql, Dialect dialect, boolean made) {
        return prepared.get(
                new TextInDialect(sql, dialect.name(), made),
                key -> key.made()
                        ? PreparedQuery.ofAny(key.text(), Dialects.of(key.dialect()))
                        : PreparedQuery.of(key.text(), Dialects.of(key.dialect())));
    }

    /**
     * The parameters in a text, including those of referenced queries; empty for an unreadable
     * text.
     */
    Set<String> mentioned(String text, Dialect dialect, SchemaContext schema) {
        return mentioned(text, dialect, schema, Set.of());
    }

    /** @param path the queries being resolved; a cycle ends there */
    private Set<String> mentioned(String text, Dialect dialect, SchemaContext schema, Set<String> path) {
        if (!StepLines.isSteps(text)) {
            return mentionedInSql(text, dialect);
        }
        Set<String> names = new LinkedHashSet<>(StepReferences.parameters(text));
        for (StepReferences.QueryReference taken : StepReferences.queries(text)) {
            if (path.contains(taken.name())) {
                continue;
            }
            Set<String> deeper = new LinkedHashSet<>(path);
            deeper.add(taken.name());
            Optional<String> own = schema.query(taken.name());
            Optional<RemoteQuery> other = own.isPresent() ? Optional.empty() : elsewhere(taken.name(), schema);
            Optional<Set<String>> found = own.map(theirs -> mentioned(theirs, dialect, schema, deeper))
                    .or(() -> other.map(theirs -> mentioned(theirs.text(), theirs.dialect(), theirs.around(), deeper)));
            if (found.isPresent()) {
                Set<String> theirs = new LinkedHashSet<>(found.get());
                theirs.removeAll(taken.arguments());
                names.addAll(theirs);
            }
        }
        return names;
    }

    private static Optional<RemoteQuery> elsewhere(String name, SchemaContext schema) {
        try {
            return schema.elsewhere(name);
        } catch (ProblemException e) {
            // A cycle.
            return Optional.empty();
        }
    }

    private Set<String> mentionedInSql(String text, Dialect dialect) {
        try {
            return prepare(text, dialect, false).parameterNames();
        } catch (ProblemException e) {
            return Set.of();
        }
    }
}
