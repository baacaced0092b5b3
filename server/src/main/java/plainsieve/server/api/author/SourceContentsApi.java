package plainsieve.server.api.author;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.core.catalog.CellFormat;
import plainsieve.core.catalog.HeaderRow;
import plainsieve.files.forms.Absent;
import plainsieve.files.forms.ParameterForm;
import plainsieve.server.body.RequestLimits;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.editing.assist.TablePreview;
import plainsieve.server.http.context.PageRequest;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.sources.SourceDefinitions;
import plainsieve.server.sources.SourceEdits;
import plainsieve.server.sources.StatementSender;
import plainsieve.sources.Catalog;
import plainsieve.sources.SourceFailure;
import plainsieve.sources.SourceFields;
import plainsieve.sources.SourceKind;
import plainsieve.sources.SourceLimits;
import plainsieve.sources.SourceSettings;

/** Sources for authors: health, contents, and how a query on them starts. */
@RestController
@RequestMapping("/api/v1/projects/{project}/sources")
@RequiredRole(Role.AUTHOR)
class SourceContentsApi {
    private final SourceDefinitions kept;
    private final StatementSender statementSender;
    private final TablePreview tablePreview;
    private final SourceEdits edits;

    SourceContentsApi(
            SourceDefinitions kept, StatementSender statementSender, TablePreview tablePreview, SourceEdits edits) {
        this.edits = edits;
        this.kept = kept;
        this.statementSender = statementSender;
        this.tablePreview = tablePreview;
    }

    /**
     * A source without its password.
     *
     * @param kind its keyword
     * @param title the display name of its kind
     * @param address its address as text
     * @param columnTypes possible column types; empty unless it is a folder
     * @param rejectedSince since when it rejects the user or password and is not queried, ISO 8601; empty if it does not
     * @param headerLines possible header lines; empty unless it is a folder
     */
    record SourceBody(
            String id,
            SourceKind kind,
            String title,
            String address,
            @JsonUnwrapped SourceFields fields,
            @JsonUnwrapped SourceLimits limits,
            List<String> columnTypes,
            List<String> headerLines,
            String rejectedSince) {
        static SourceBody of(String id, SourceSettings settings, SourceLimits limits, Optional<Instant> rejectedSince) {
            return new SourceBody(
                    id,
                    settings.kind(),
                    settings.kind().title(),
                    settings.address(),
                    SourceFields.of(settings),
                    limits,
                    settings instanceof SourceSettings.Folder ? CellFormat.allWords() : List.of(),
                    settings instanceof SourceSettings.Folder ? HeaderRow.offeredWords() : List.of(),
                    rejectedSince.map(Instant::toString).orElse(""));
        }
    }

    @GetMapping
    List<SourceBody> listSources(Project project, PageRequest page) {
        Map<String, SourceLimits> limits = kept.limits();
        return page.of(List.copyOf(project.sources().entrySet()), Map.Entry::getKey).stream()
                // A source removed just now is shown from the project's state.
                .map(source -> SourceBody.of(
                        source.getKey(),
                        source.getValue(),
                        limits.getOrDefault(source.getKey(), SourceLimits.USUAL),
                        statementSender.rejectedSince(source.getKey())))
                .toList();
    }

    @GetMapping("/{id}")
    SourceBody getSource(Project project, @PathVariable String id) {
        return SourceBody.of(
                id,
                project.source(id),
                kept.limits().getOrDefault(id, SourceLimits.USUAL),
                statementSender.rejectedSince(id));
    }

    /** @param message the version if it responds, otherwise the problem and the remedy */
    record SourceHealth(boolean reachable, String message, long millis) {}

    @GetMapping("/{id}/health")
    SourceHealth getSourceHealth(Project project, @PathVariable String id) {
        project.source(id);
        long start = System.nanoTime();
        try {
            return new SourceHealth(true, statementSender.health(id), millisSince(start));
        } catch (SourceFailure e) {
            return new SourceHealth(false, e.getMessage() + " " + e.advice(), millisSince(start));
        }
    }

    private static long millisSince(long start) {
        return (System.nanoTime() - start) / 1_000_000;
    }

    /** @param unreadable parts whose tables cannot be listed at the moment, with the reason */
    record SourceContents(
            List<Catalog.Table> tables, List<Catalog.CatalogFunction> functions, List<String> unreadable) {}

    /** Everything that a source shows: tables and views with columns and indexes, functions and procedures. */
    @GetMapping("/{id}/contents")
    SourceContents getSourceContents(Project project, @PathVariable String id) {
        project.source(id);
        Catalog catalog = statementSender.catalogue(id);
        return new SourceContents(catalog.tables(), catalog.functions(), catalog.unreadable());
    }

    /**
     * The declared type of a column of files.
     *
     * @param column empty for the header line
     * @param type empty for automatic
     */
    record TableOverride(String table, String column, String type) {}

    /** Takes a column of files for something from now on. */
    @PutMapping("/{id}/table-overrides")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setTableOverride(Project project, @PathVariable String id, @RequestBody TableOverride body) {
        project.source(id);
        edits.declareColumn(id, body.table(), body.column(), Absent.orEmpty(body.type()));
    }

    /** @param schema empty for the default schema */
    record PreviewRequest(
            String schema,
            @NotBlank(message = RequestLimits.MISSING) String table) {
        PreviewRequest {
            schema = Absent.orEmpty(schema);
        }
    }

    /** The first rows of a table. */
    @PostMapping("/{id}/previews")
    TablePreview.PreviewRows previewTable(
            Project project, Caller caller, @PathVariable String id, @Valid @RequestBody PreviewRequest body) {
        return tablePreview.of(project, caller, new TablePreview.TableReference(id, body.schema(), body.table()));
    }

    /** The initial text of a query. @param parameters its arguments */
    record QueryStart(String text, List<ParameterForm> parameters) {}

    /** The text of a query that reads a table or calls a function, for its author to go on with. */
    @GetMapping("/{id}/start")
    QueryStart proposeQueryText(
            Project project,
            @PathVariable String id,
            @RequestParam(defaultValue = "") String schema,
            @RequestParam String name,
            @RequestParam TablePreview.Kind kind) {
        TablePreview.QueryStart start =
                tablePreview.start(project, new TablePreview.TableReference(id, schema, name), kind);
        return new QueryStart(
                start.text(), start.parameters().stream().map(ParameterForm::of).toList());
    }
}
