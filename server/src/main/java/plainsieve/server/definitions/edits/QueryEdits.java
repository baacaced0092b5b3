package plainsieve.server.definitions.edits;

import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.parameter.Dependencies;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.files.forms.QueryForm;
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

    /**
     * Creates a query, with an ID from its name; its text is draft and published text. Throws {@link ProblemException} if the source
     * parameter cannot select a source, and for a stored copy: there is none of it yet.
     */
    @Transactional
    public Query add(Project project, QueryForm form) {
        project.source(form.source());
        String name = Ids.name("A query", form.name());
        if (!form.storedCopy().isEmpty()) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_STORED_COPY,
                    "A new query has no stored copy.",
                    "Create the query first, then a copy."));
        }
        if (!form.sourceParameter().isEmpty()) {
            requireSourceChoice(project, form.sourceParameter());
        }
        Query query = Query.of(Ids.of(name, "query", project::hasQuery), name, form.source(), form.text())
                .withSourceParameter(form.sourceParameter())
                .withCachePolicy(CachePolicy.of("", form.cacheSeconds()));
        Project after = project.with(query);
        if (query.choosesSource()) {
            refuseCircle(after);
        }
        records.add(row(project, query));
        correctReferences(project, after, Set.of(query.id()));
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

    /**
     * Changes properties of a query. A new name is also written into the steps that read its rows; the ID, used in links, stays.
     *
     * @throws EditConflictException when the version is no longer the newest
     * @throws ProblemException if the values of the source parameter are not restricted to a list of sources of the same kind
     */
    @Transactional
    public Query change(Project project, Query query, QueryChange change) {
        Query wanted = change.of(query);
        change.sourceParameter()
                .filter(parameter -> !parameter.isEmpty())
                .ifPresent(parameter -> requireSourceChoice(project, parameter));
        if (change.sourceParameter().isPresent()) {
            refuseCircle(project.with(wanted));
        }
        if (change.name().isEmpty()) {
            return change(project, wanted);
        }
        Query changed = change(project, wanted.named(query.id(), Ids.name(THE_QUERY, wanted.name())));
        correctReferences(project, project.with(changed), Set.of());
        return changed;
    }

    private static void requireSourceChoice(Project project, String parameter) {
        if (!SourceChoice.canBeSaidBy(project.parameter(parameter))) {
            throw new ProblemException(Problem.of(
                            ProblemKind.INVALID_SOURCE,
                            ":%s cannot choose the source.".formatted(parameter),
                            "It must be a single name with a list of sources.")
                    .about(parameter));
        }
    }

    /** Keeps the references in steps of other queries valid after queries were added or renamed. @param written those with new texts */
    public void correctReferences(Project before, Project after, Set<String> written) {
        QueryReferences.corrected(before, after, written).forEach(query -> change(after, query));
    }

    /** Gives the draft to the reports, once it can be read and all its parameters exist and need each other in no circle. */
    public Query publish(Project project, Query query) {
        PreparedQuery draft = project.prepare(query, query.draftText());
        draft.parameterNames().stream()
                .filter(name -> !project.parameters().containsKey(name))
                .findFirst()
                .ifPresent(name -> {
                    throw new ProblemException(Problem.of(
                            ProblemKind.UNKNOWN_PARAMETER,
                            "Unknown parameter :%s.".formatted(name),
                            "Create it first."));
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
