package plainsieve.server.project;

import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.files.ParameterEntry;
import plainsieve.files.ProjectFile;
import plainsieve.files.ProjectFile.QueryEntry;
import plainsieve.files.ProjectFile.ReportEntry;
import plainsieve.files.ProjectFile.SourceEntry;
import plainsieve.files.ProjectFolder;
import plainsieve.server.records.QueryRecords;
import plainsieve.server.records.QueryRow;
import plainsieve.server.records.ReportRecords;
import plainsieve.server.records.ReportRow;
import plainsieve.server.records.SourceRecords;
import plainsieve.server.records.SourceRow;
import plainsieve.server.security.SecretBox;
import plainsieve.sources.Secret;
import plainsieve.sources.SourceSettings;

/**
 * The whole project out to files and in from files. Coming in, what has an id that is here already is changed, what has
 * not is added, and nothing is removed: all of it or nothing. The SQL keeps every character, and no password goes out.
 */
@Service
public class ProjectTransfer {
    private final SourceRecords sources;
    private final QueryRecords queries;
    private final ReportRecords reportRecords;
    private final Parameters parameters;
    private final Reports reports;
    private final Json json;
    private final SecretBox secrets;
    private final Clock clock;

    ProjectTransfer(
            SourceRecords sources,
            QueryRecords queries,
            ReportRecords reportRecords,
            Parameters parameters,
            Reports reports,
            Json json,
            SecretBox secrets,
            Clock clock) {
        this.secrets = secrets;
        this.sources = sources;
        this.queries = queries;
        this.reportRecords = reportRecords;
        this.parameters = parameters;
        this.reports = reports;
        this.json = json;
        this.clock = clock;
    }

    public ProjectFolder out() {
        Map<String, String> texts = new LinkedHashMap<>();
        List<QueryEntry> entries = new ArrayList<>();
        for (QueryRow query : queries.all()) {
            String file = "queries/" + query.id() + ".sql";
            String draft = query.draftText().equals(query.liveText()) ? "" : "queries/" + query.id() + ".draft.sql";
            texts.put(file, query.liveText());
            if (!draft.isEmpty()) {
                texts.put(draft, query.draftText());
            }
            entries.add(new QueryEntry(query.id(), query.name(), query.sourceId(), file, draft));
        }
        ProjectFile file = new ProjectFile(
                ProjectFile.FORMAT,
                sources.all().stream().map(ProjectTransfer::entry).toList(),
                parameters.all().values().stream().map(ProjectEntries::entry).toList(),
                entries,
                reports.all().stream().map(ProjectEntries::entry).toList());
        return new ProjectFolder(file, texts);
    }

    private static SourceEntry entry(SourceRow row) {
        return new SourceEntry(row.id(), row.kind(), row.host(), row.port(), row.databaseName(), row.username());
    }

    /** Throws {@link ProblemException} when something does not fit; then nothing has changed. */
    @Transactional
    public void in(ProjectFolder folder) {
        ProjectFile file = folder.file();
        file.sources().forEach(this::source);
        file.queries().forEach(query -> query(query, folder.texts()));
        parameters(file.parameters());
        file.reports().forEach(this::report);
    }

    /** A source that is here keeps its address and password: those belong to this place, not to the project. */
    private void source(SourceEntry entry) {
        if (sources.find(entry.id()).isPresent()) {
            return;
        }
        SourceSettings settings = new SourceSettings(
                entry.id(),
                SourceSettings.Kind.valueOf(entry.kind().toUpperCase(Locale.ROOT)),
                entry.host(),
                entry.port(),
                entry.database(),
                entry.user(),
                Secret.none());
        sources.add(new SourceRow(
                settings.id(),
                entry.kind().toLowerCase(Locale.ROOT),
                settings.host(),
                settings.port(),
                settings.database(),
                settings.user(),
                secrets.lock(Secret.none()),
                sources.all().size() + 1));
    }

    private void query(QueryEntry entry, Map<String, String> texts) {
        sources.find(entry.source())
                .orElseThrow(() -> new NotFound(
                        "source",
                        entry.source(),
                        sources.all().stream().map(SourceRow::id).toList()));
        String live = texts.get(entry.file());
        String draft = entry.draftFile().isEmpty() ? live : texts.get(entry.draftFile());
        String name = entry.name().isBlank() ? entry.id() : entry.name();
        if (!entry.id().matches("[a-z0-9][a-z0-9-]{0,80}")) {
            throw new ProblemException(Problem.of(
                    "bad-id",
                    "“%s” cannot be the id of a query.".formatted(entry.id()),
                    "Use small letters, digits and hyphens."));
        }
        if (queries.find(entry.id()).isEmpty()) {
            queries.add(new QueryRow(entry.id(), name, entry.source(), draft, live, 1, clock.instant()));
        } else {
            queries.describe(entry.id(), name, entry.source());
            queries.changeTexts(entry.id(), draft, live, clock.instant());
        }
    }

    /** Parents come first, so that a range or a formula finds what it mentions; then all are there to mention. */
    private void parameters(List<ParameterEntry> entries) {
        entries.stream()
                .filter(entry -> !parameters.all().containsKey(entry.name()))
                .forEach(entry -> parameters.add(withoutReferences(ProjectEntries.definition(entry, 0))));
        entries.forEach(this::parameter);
    }

    private static ParameterDefinition withoutReferences(ParameterDefinition definition) {
        return definition.withReferences("", "", DefaultDefinition.of(ChoiceBody.blank()));
    }

    private void parameter(ParameterEntry entry) {
        ParameterDefinition known = parameters.get(entry.name());
        parameters.change(ProjectEntries.definition(entry, known.version()));
    }

    private void report(ReportEntry entry) {
        entry.views().forEach(view -> queries.find(view.query())
                .orElseThrow(() -> new NotFound(
                        "query",
                        view.query(),
                        queries.all().stream().map(QueryRow::id).toList())));
        Set<String> known = parameters.all().keySet();
        entry.controls().stream()
                .flatMap(control -> control.parameters().stream())
                .filter(name -> !known.contains(name))
                .findFirst()
                .ifPresent(name -> {
                    throw new NotFound("parameter", name, known);
                });
        ReportRow row = new ReportRow(
                entry.id(),
                entry.name(),
                entry.audience(),
                entry.question(),
                json.write(ProjectEntries.definition(entry)),
                reportRecords.all().size() + 1);
        if (reportRecords.find(entry.id()).isPresent()) {
            reportRecords.replace(row);
        } else {
            reportRecords.add(row);
        }
    }
}
