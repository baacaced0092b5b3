package plainsieve.server.sources;

import jakarta.annotation.PreDestroy;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import org.springframework.stereotype.Service;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.server.project.NotFound;
import plainsieve.server.records.SourceRecords;
import plainsieve.server.records.SourceRow;
import plainsieve.server.security.SecretBox;
import plainsieve.sources.jdbc.JdbcSource;
import plainsieve.sources.SourceSettings;

/** The sources of the project, each with its pool, opened when first needed. */
@Service
public class SourceRegistry {
    private final SourceRecords records;
    private final SecretBox secrets;
    private final ScheduledExecutorService clock = Executors.newSingleThreadScheduledExecutor(task -> {
        Thread thread = new Thread(task, "time-limits");
        thread.setDaemon(true);
        return thread;
    });
    private final Map<String, JdbcSource> open = new ConcurrentHashMap<>();

    SourceRegistry(SourceRecords records, SecretBox secrets) {
        this.records = records;
        this.secrets = secrets;
    }

    public List<SourceRow> all() {
        return records.all();
    }

    public JdbcSource get(String id) {
        return open.computeIfAbsent(id, key -> new JdbcSource(settings(key), clock));
    }

    /** Adds a source. Whether it can be reached shows in its health line; a database may be down while it is added. */
    public void add(SourceSettings settings) {
        if (records.find(settings.id()).isPresent()) {
            throw new ProblemException(Problem.of(
                    "name-taken", "There is already a source “%s”.".formatted(settings.id()), "Choose another name."));
        }
        records.add(new SourceRow(
                settings.id(),
                settings.kind().name().toLowerCase(Locale.ROOT),
                settings.host(),
                settings.port(),
                settings.database(),
                settings.user(),
                secrets.lock(settings.password()),
                records.all().size() + 1));
    }

    private SourceSettings settings(String id) {
        SourceRow row = records.find(id)
                .orElseThrow(() -> new NotFound(
                        "source", id, records.all().stream().map(SourceRow::id).toList()));
        return new SourceSettings(
                row.id(),
                SourceSettings.Kind.valueOf(row.kind().toUpperCase(Locale.ROOT)),
                row.host(),
                row.port(),
                row.databaseName(),
                row.username(),
                secrets.unlock(row.password()));
    }

    @PreDestroy
    void close() {
        open.values().forEach(JdbcSource::close);
        clock.shutdownNow();
    }
}
