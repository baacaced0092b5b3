package plainsieve.server.http.warmup;

import jakarta.annotation.PreDestroy;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import plainsieve.core.value.ProblemException;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.Projects;
import plainsieve.server.results.runs.ListPrefetch;
import plainsieve.server.runtime.settings.Settings;
import plainsieve.server.sources.StatementSender;
import plainsieve.sources.ServiceSettings;
import plainsieve.sources.SourceFailure;
import plainsieve.sources.SourceSettings;

/**
 * Prepares lists, connections and statements after a start, in the background. Runs one request, loads recently used lists and
 * report texts, and connects to their sources; sends no statements.
 */
@Component
class WarmUp {
    private static final Logger LOG = LoggerFactory.getLogger(WarmUp.class);
    /** The maximum per project. */
    private static final int MOST_QUERIES = 200;
    /** Longer than a source is tried to be connected to, once. */
    private static final long LONGEST_END_MILLIS = 3_000;

    private final Projects projects;
    private final StatementSender statementSender;
    private final Settings settings;
    private final WarmUpRequest warmUpRequest;
    private final ListPrefetch runs;
    private final Thread beside = new Thread(this::run, "warm-up");
    private volatile boolean ending;

    WarmUp(
            Projects projects,
            StatementSender statementSender,
            Settings settings,
            WarmUpRequest warmUpRequest,
            ListPrefetch runs) {
        this.projects = projects;
        this.statementSender = statementSender;
        this.settings = settings;
        this.warmUpRequest = warmUpRequest;
        this.runs = runs;
    }

    @EventListener
    void onReady(ApplicationReadyEvent ready) {
        if (settings.jobs()) {
            beside.setDaemon(true);
            beside.setPriority(Thread.MIN_PRIORITY);
            beside.start();
        }
    }

    private void run() {
        attempt(warmUpRequest::run);
        attempt(runs::prefetch);
        attempt(this::connectSources);
    }

    /* Failures do not affect other preparations. */
    private void attempt(Runnable work) {
        try {
            work.run();
        } catch (RuntimeException e) {
            if (!ending) {
                LOG.warn("Warm-up is incomplete; the first request will be slower", e);
            }
        }
    }

    private void connectSources() {
        Map<String, SourceSettings> sources = new LinkedHashMap<>();
        for (Project project : projects.all()) {
            Project live = project.inStage(Stage.LIVE);
            queries(live).forEach(query -> {
                read(live, query);
                sources.put(query.sourceId(), live.sources().get(query.sourceId()));
            });
        }
        // A service would have to be sent a request.
        sources.values().removeIf(ServiceSettings.class::isInstance);
        sources.keySet().stream().takeWhile(source -> !ending).forEach(this::connect);
        // Skipped when requests arrive, which would share the CPU with it.
        if (!ending && !runs.isTooLate() && sources.values().stream().anyMatch(WarmUp::isOfEngine)) {
            warmUpRequest.runOnEngine();
        }
    }

    private static boolean isOfEngine(SourceSettings settings) {
        return settings instanceof SourceSettings.DuckDb || settings instanceof SourceSettings.Folder;
    }

    /* Sources are closed after this: one that is connecting at the moment would stay open. */
    @PreDestroy
    void end() throws InterruptedException {
        ending = true;
        beside.join(LONGEST_END_MILLIS);
    }

    private static Stream<Query> queries(Project live) {
        return live.reports().stream()
                .flatMap(report -> report.views().stream())
                .flatMap(view -> query(live, view.queryId()).stream())
                .distinct()
                .limit(MOST_QUERIES);
    }

    private static Optional<Query> query(Project project, String id) {
        return project.hasQuery(id) ? Optional.of(project.queryInStage(id)) : Optional.empty();
    }

    private static void read(Project project, Query query) {
        try {
            project.prepare(query, query.liveText());
        } catch (ProblemException | NotFoundException e) {
            // Reported when it is used.
        }
    }

    private void connect(String sourceId) {
        try {
            statementSender.health(sourceId);
        } catch (SourceFailure | ProblemException | NotFoundException e) {
            LOG.info("{} does not respond yet: {}", sourceId, e.getMessage());
        }
    }
}
