package plainsieve.server.api;

import java.util.List;
import java.util.Locale;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.runs.SourceRegistry;
import plainsieve.sources.Secret;
import plainsieve.sources.SourceFailure;
import plainsieve.sources.SourceSettings;

/** Sources: what there is, whether it answers, what it holds. A password goes in and never comes out. */
@RestController
@RequestMapping("/api/sources")
class SourcesApi {
    private final SourceRegistry sources;

    SourcesApi(SourceRegistry sources) {
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

    @GetMapping("/{id}/tables")
    List<Bodies.TableBody> tables(@PathVariable String id) {
        return sources.get(id).catalogue().tables().stream()
                .map(table -> new Bodies.TableBody(
                        table.schema(), table.name(), table.view(), table.rows(), table.columns(), table.indexes()))
                .toList();
    }
}
