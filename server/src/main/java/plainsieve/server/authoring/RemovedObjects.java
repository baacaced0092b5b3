package plainsieve.server.authoring;

import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.server.people.Caller;
import plainsieve.server.people.ForbiddenException;
import plainsieve.server.people.Role;
import plainsieve.server.project.NotFoundException;
import plainsieve.server.project.Project;
import plainsieve.server.project.StoredForms;
import plainsieve.server.records.ParameterRow;
import plainsieve.server.records.ProjectTables;
import plainsieve.server.records.QueryRow;
import plainsieve.server.records.RemovedRecords;
import plainsieve.server.records.RemovedRow;
import plainsieve.server.records.ReportRow;
import plainsieve.server.records.SignedLinkRecords;
import plainsieve.server.records.SourceRow;

/** Removed objects, kept until they are restored. */
@Service
public class RemovedObjects {
    private static final int MOST_SHOWN = 100;

    private final RemovedRecords removed;
    private final ProjectTables tables;
    private final StoredForms forms;
    private final SignedLinkRecords links;
    private final Clock clock;

    RemovedObjects(
            RemovedRecords removed, ProjectTables tables, StoredForms forms, SignedLinkRecords links, Clock clock) {
        this.links = links;
        this.removed = removed;
        this.tables = tables;
        this.forms = forms;
        this.clock = clock;
    }

    /** The kinds of removable objects. */
    public enum Kind {
        QUERY,
        PARAMETER,
        REPORT,
        SOURCE;

        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        /** The role that may remove and restore it. */
        public Role forWhom() {
            return this == SOURCE ? Role.OPERATOR : Role.AUTHOR;
        }

        private static Kind ofWord(String word) {
            return valueOf(word.toUpperCase(Locale.ROOT));
        }
    }

    /** Something that can be brought back. */
    public record Thing(long id, Kind kind, String thingId, String name, Instant at) {
        private static Thing of(RemovedRow row) {
            return new Thing(row.id(), Kind.ofWord(row.kind()), row.objectId(), row.name(), row.removedAt());
        }
    }

    /** The newest first; sources that the project could ask among them. */
    public List<Thing> of(Project project) {
        return removed.latest(project.id(), MOST_SHOWN).stream()
                .filter(row -> isFor(project, row))
                .map(Thing::of)
                .toList();
    }

    /** A source that this project might not ask is not there for it. */
    private boolean isFor(Project project, RemovedRow row) {
        return Thing.of(row).kind() != Kind.SOURCE || source(row).isFor(project.id());
    }

    private SourceRow source(RemovedRow row) {
        return forms.readRecord(row.content(), SourceRow.class);
    }

    /** Keeps a row that is about to be removed, in the same change. */
    void keep(Project project, Kind kind, String id, String name, Record row) {
        keep(kind == Kind.SOURCE ? "" : project.id(), kind, id, name, row);
    }

    private void keep(String projectId, Kind kind, String id, String name, Record row) {
        removed.add(new RemovedRow(0, projectId, kind.word(), id, name, forms.writeRecord(row), clock.instant()));
    }

    /** Keeps a source that is about to be removed. */
    void keepSource(SourceRow row) {
        keep("", Kind.SOURCE, row.id(), row.id(), row);
    }

    /**
     * Brings something back as it was. Throws {@link ProblemException} when its place is taken or what it needs is gone, and
     * {@link ForbiddenException} when it is not for this caller.
     */
    @Transactional
    public Thing bringBack(Project project, Caller caller, long id) {
        RemovedRow row = removed.find(project.id(), id)
                .filter(found -> isFor(project, found))
                .orElseThrow(() -> new NotFoundException("removed thing", Long.toString(id), List.of()));
        Thing thing = Thing.of(row);
        if (!caller.role().mayActAs(thing.kind().forWhom())) {
            throw new ForbiddenException(thing.kind().forWhom(), caller.role());
        }
        switch (thing.kind()) {
            case QUERY -> bringBack(project, forms.readRecord(row.content(), QueryRow.class));
            case PARAMETER -> bringBack(project, forms.readRecord(row.content(), ParameterRow.class));
            case REPORT -> bringBack(project, forms.readRecord(row.content(), ReportRow.class));
            case SOURCE -> bringBack(source(row));
        }
        removed.forget(id);
        return thing;
    }

    private void bringBack(Project project, QueryRow row) {
        refuseTaken(project.hasQuery(row.id()), "query", row.id());
        // Steps reference queries by name.
        refuseTaken(project.queries().stream().anyMatch(query -> query.name().equals(row.name())), "query", row.name());
        project.source(row.sourceId());
        tables.queries().add(row);
    }

    private void bringBack(Project project, ParameterRow row) {
        refuseTaken(project.parameters().containsKey(row.name()), "parameter", row.name());
        ParameterCheck.check(project, forms.parameter(row));
        tables.parameters().add(row);
    }

    private void bringBack(Project project, ReportRow row) {
        refuseTaken(project.hasReport(row.id()), "report", row.id());
        forms.report(row).queryIds().forEach(project::query);
        tables.reports().add(row);
        links.bringBack(project.id(), row.id());
    }

    private void bringBack(SourceRow row) {
        boolean taken =
                tables.sources().all().stream().anyMatch(other -> other.id().equals(row.id()));
        refuseTaken(taken, "source", row.id());
        tables.sources().add(row);
    }

    private static void refuseTaken(boolean taken, String what, String name) {
        if (taken) {
            throw new ProblemException(Problem.of(
                    "name-taken", "Another %s “%s” exists now.".formatted(what, name), "Rename or remove it first."));
        }
    }
}
