package plainsieve.sources.web;

import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.time.Duration;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.UUID;
import plainsieve.core.request.SentRequest;
import plainsieve.sources.Cancellation;
import plainsieve.sources.FoundColumn;
import plainsieve.sources.SourceFailure;
import plainsieve.sources.engine.EngineLimits;
import plainsieve.sources.engine.Stage;
import plainsieve.sources.engine.UnreadableFile;

/** Fetches an answer, page by page, as far as it is needed, and keeps its rows. */
final class AnswerFetch {
    private final HttpAsking asking;
    private final WebLimits limits;
    private final EngineLimits engine;
    private final Path folder;

    /** @param folder where answers are kept */
    AnswerFetch(HttpAsking asking, WebLimits limits, EngineLimits engine, Path folder) {
        this.asking = asking;
        this.limits = limits;
        this.engine = engine;
        this.folder = folder;
    }

    /** What was fetched so far. */
    private record Sofar(int pages, long rows, long bytes) {}

    /** Throws {@link SourceFailure} when nothing that can be read comes of it. */
    KeptAnswer fetch(SentRequest request, OptionalLong needed, Cancellation cancellation) {
        long start = System.nanoTime();
        Path database = folder.resolve("answer-" + UUID.randomUUID() + ".duckdb");
        try {
            Files.createDirectories(folder);
            try (Stage stage = new Stage(folder.resolve(UUID.randomUUID() + ".stage"), engine, cancellation)) {
                AnswerStage rows = new AnswerStage(stage, request.directions());
                Paging paging = new Paging(request.directions().paging(), asking.address(request.path()));
                Optional<URI> next = Optional.of(paging.first());
                Sofar sofar = new Sofar(0, 0, 0);
                Set<URI> visited = new HashSet<>();
                while (next.isPresent() && !isEnough(sofar, needed)) {
                    requireNew(next.get(), visited);
                    long within = limits.bytes() - sofar.bytes();
                    Page page = asking.ask(next.get(), request, stage.file("page"), within, cancellation);
                    long found = rows.add(page);
                    next = paging.behind(page, sofar.pages(), found);
                    sofar = new Sofar(sofar.pages() + 1, sofar.rows() + found, sofar.bytes() + page.bytes());
                }
                List<FoundColumn> columns = rows.table(database);
                long end = System.nanoTime();
                AnswerFacts facts = new AnswerFacts(
                        (request.post() ? "post " : "get ") + request.path(),
                        sofar.pages(),
                        sofar.rows(),
                        sofar.bytes(),
                        Duration.ofNanos(end - start).toMillis(),
                        columns);
                Duration kept = request.directions().kept().orElse(limits.kept());
                return new KeptAnswer(database, next.isEmpty(), facts, end + kept.toNanos());
            }
        } catch (UnreadableFile e) {
            throw asking.failures()
                    .refused("The answer " + e.getMessage() + ".", "Look at the answer, and at what is said of it.");
        } catch (IOException e) {
            throw asking.failures().full(e);
        } catch (SQLException e) {
            throw cancellation.reason().isPresent()
                    ? asking.stopped(cancellation)
                    : asking.failures().full(new IOException(e));
        }
    }

    private static boolean isEnough(Sofar sofar, OptionalLong needed) {
        return needed.isPresent() && sofar.rows() >= needed.getAsLong();
    }

    private void requireNew(URI next, Set<URI> visited) {
        if (!asking.isOwn(next)) {
            throw asking.failures()
                    .refused(
                            "The next page is said to be on another host, “%s”.".formatted(next.getHost()),
                            "Ask who looks after the service.");
        }
        if (!visited.add(next) || visited.size() > WebLimits.MOST_PAGES) {
            throw asking.failures()
                    .refused("The pages of the answer go round in circles.", "Correct what is said of its pages.");
        }
    }
}
