package plainsieve.server.definitions.edits;

import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.parameter.Dependencies;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.server.definitions.forms.StoredForms;
import plainsieve.server.definitions.model.CachePolicy;
import plainsieve.server.definitions.model.EditConflictException;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.StillUsedException;
import plainsieve.server.definitions.model.Usage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.QueryReferences;
import plainsieve.server.definitions.project.SourceChoice;
import plainsieve.server.records.definitions.DefinitionKind;
import plainsieve.server.records.definitions.DefinitionRecords;
import plainsieve.server.records.definitions.DefinitionRow;

/** Adds, changes and removes the queries of a project. A changed query states the version it is based on. */
@Service
public class QueryEdits implements Restoration {
    private static final String THE_QUERY = "The query";

    private final DefinitionRecords records;
    private final StoredForms forms;
    private final RemovedObjects removedObjects;

    QueryEdits(DefinitionRecords records, StoredForms forms, RemovedObjects removedObjects) {
        this.records = records;
        this.forms = forms;
        this.removedObjects = removedObjects;
    }

    /** Creates a query on a source. Its ID is derived from its name. */
    @Transactional
    public Query add(Project project, String name, String sourceId, String text) {
        project.source(sourceId);
        String called = Ids.name("A query", name);
        Query query = Query.of(Ids.of(called, "query", project::hasQuery), called, sourceId, text);
        records.add(row(project, query));
        correctReferences(project, project.with(query), Set.of(query.id()));
        return query;
    }

    /** Duplicates a query, draft and published text. */
    @Transactional
    public Query duplicate(Project project, Query of) {
        String name = Ids.name("A query", of.name() + " copy");
        String id = Ids.of(name, "query", project::hasQuery);
        Query copy =
                of.named(id, name).withCachePolicy(new CachePolicy.EachTime()).atVersion(1);
        records.add(row(project, copy));
        correctReferences(project, project.with(copy), Set.of());
        return copy;
    }

    /** Keeps a draft, whole or broken. Throws {@link EditConflictException} when the version is no longer the newest. */
    public Query changeDraft(Project project, Query query, String text) {
        return change(project, query.drafted(text));
    }

    /** Renames a query, also in the steps that read its rows. Its ID, used in links, stays. */
    @Transactional
    public Query rename(Project project, Query query, String name) {
        Query renamed = change(project, query.named(query.id(), Ids.name(THE_QUERY, name)));
        correctReferences(project, project.with(renamed), Set.of());
        return renamed;
    }

    /** Keeps the references in steps of other queries valid after queries were added or renamed. @param written those with new texts */
    public void correctReferences(Project before, Project after, Set<String> written) {
        QueryReferences.corrected(before, after, written).forEach(query -> change(after, query));
    }

    /**
     * Sets the parameter that selects the source: its value is the ID of a source on its list. Empty for the query's own
     * source.
     *
     * @throws ProblemException if its values are not restricted to a list of sources of the same kind
     */
    public Query chooseSource(Project project, Query query, String parameter) {
        if (!parameter.isEmpty() && !SourceChoice.canBeSaidBy(project.parameter(parameter))) {
            throw new ProblemException(Problem.of(
                            "bad-source-choice",
                            ":%s cannot choose the source.".formatted(parameter),
                            "It must be a single name with a list of sources.")
                    .about(parameter));
        }
        Query changed = query.withSourceParameter(parameter);
        refuseCircle(project.with(changed));
        return change(project, changed);
    }

    /** Sets how reports get the rows of a query. */
    public Query setCachePolicy(Project project, Query query, CachePolicy how) {
        return change(project, query.withCachePolicy(how));
    }

    /** Gives the draft to the reports, once it can be read and all its parameters exist and need each other in no circle. */
    public Query publish(Project project, Query query) {
        PreparedQuery draft = project.prepare(query, query.draftText());
        draft.parameterNames().stream()
                .filter(name -> !project.parameters().containsKey(name))
                .findFirst()
                .ifPresent(name -> {
                    throw new ProblemException(Problem.of(
                            "unknown-parameter", "Unknown parameter :%s.".formatted(name), "Create it first."));
                });
        Query live = query.saying(query.draftText(), query.draftText());
        Project after = project.with(live);
        refuseCircle(after);
        // Steps may reference other queries, and these may reference this one.
        after.prepare(live, live.liveText());
        return change(project, live);
    }

    /** A list query with a new parameter could create a dependency cycle. */
    private static void refuseCircle(Project after) {
        Dependencies dependencies = after.dependencies();
        after.parameters()
                .keySet()
                .forEach(name -> dependencies.circleThrough(name).ifPresent(problem -> {
                    throw new ProblemException(problem);
                }));
    }

    /** Removes a query that nothing shows; it can be restored. Throws {@link StillUsedException} otherwise. */
    @Transactional
    public void remove(Project project, Query query) {
        List<String> users =
                project.usesOfQuery(query.id()).stream().map(Usage::inWords).toList();
        if (!users.isEmpty()) {
            throw new StillUsedException("“" + query.name() + "”", users);
        }
        DefinitionRow row = row(project, query);
        removedObjects.store(row, query.name());
        records.remove(project.id(), kind(), query.id());
    }

    public Query change(Project project, Query query) {
        if (records.change(row(project, query)) == 0) {
            throw new EditConflictException(THE_QUERY);
        }
        return query.atVersion(query.version() + 1);
    }

    public void put(Project project, Query query) {
        records.add(row(project, query));
    }

    private DefinitionRow row(Project project, Query query) {
        return forms.row(project.id(), query);
    }

    @Override
    public DefinitionKind kind() {
        return DefinitionKind.QUERY;
    }

    @Override
    public void restore(Project project, DefinitionRow row) {
        Query query = forms.query(row);
        Restoration.requireFree(kind(), project.hasQuery(query.id()), query.id());
        // Steps reference queries by name.
        Restoration.requireFree(
                kind(),
                project.queries().stream().anyMatch(other -> other.name().equals(query.name())),
                query.name());
        project.source(query.sourceId());
        records.add(row);
    }
}
