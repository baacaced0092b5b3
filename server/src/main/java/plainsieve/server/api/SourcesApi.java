package plainsieve.server.api;

import java.util.List;
import java.util.Locale;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.authoring.FirstRows;
import plainsieve.server.sources.SourceRegistry;
import plainsieve.sources.Catalogue;
import plainsieve.sources.Secret;
import plainsieve.sources.SourceFailure;
import plainsieve.sources.SourceSettings;

/** Sources: what there is, whether it answers, what it holds. A password goes in and never comes out. */
@RestController
@RequestMapping("/api/sources")
class SourcesApi {
    private final SourceRegistry sources;
    private final FirstRows firstRows;

    SourcesApi(SourceRegistry sources, FirstRows firstRows) {
        this.firstRows = firstRows;
        this.sources = sources;
    }

    @GetMapping
    List<Bodies.SourceBody> all() {
        return sources.all().stream()
                .map(row -> sources.get(row.id()).settings())
                .map(settings ->
                        new Bodies.SourceBody(settings.id(), settings.kind().title(), settings.address()))
                .toList();
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    void add(@RequestBody Bodies.NewSource body) {
        sources.add(new SourceSettings(
                body.id().strip(),
                SourceSettings.Kind.valueOf(body.kind().toUpperCase(Locale.ROOT)),
                body.host().strip(),
                body.port(),
                body.database().strip(),
                body.user().strip(),
                new Secret(body.password())));
    }

    @GetMapping("/{id}/health")
    Bodies.SourceHealth health(@PathVariable String id) {
        long start = System.nanoTime();
        try {
            return new Bodies.SourceHealth(true, sources.get(id).version(), millisSince(start));
        } catch (SourceFailure e) {
            return new Bodies.SourceHealth(false, e.getMessage() + " " + e.advice(), millisSince(start));
        }
    }

    private static long millisSince(long start) {
        return (System.nanoTime() - start) / 1_000_000;
    }

    /** Everything that a source shows: tables and views with columns and indexes, functions and procedures. */
    @GetMapping("/{id}/contents")
    Bodies.SourceContents contents(@PathVariable String id) {
        Catalogue catalogue = sources.get(id).catalogue();
        return new Bodies.SourceContents(catalogue.tables(), catalogue.functions());
    }

    /** The first rows of a table, as the database gives them. */
    @GetMapping("/{id}/rows")
    FirstRows.Look rows(
            @PathVariable String id, @RequestParam(defaultValue = "") String schema, @RequestParam String table) {
        return firstRows.of(id, schema, table);
    }

    /** The text of a query that reads a table or calls a function, for its author to go on with. */
    @GetMapping("/{id}/start")
    FirstRows.Start start(
            @PathVariable String id,
            @RequestParam(defaultValue = "") String schema,
            @RequestParam String name,
            @RequestParam String kind) {
        return firstRows.start(id, schema, name, kind);
    }
}
