package plainsieve.sources.web;

import java.io.IOException;
import java.net.URI;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.UUID;
import plainsieve.sources.Cancellation;
import plainsieve.sources.DetectedColumn;
import plainsieve.sources.SourceFailure;
import plainsieve.sources.engine.CachedTables;
import plainsieve.sources.engine.CellStaging;
import plainsieve.sources.engine.EngineLimits;
import plainsieve.sources.engine.UnreadableFileException;

/** Fetches responses page by page and stages their rows. */
final class ResponseFetcher {
    private final HttpSource asking;
    private final WebLimits limits;
    private final EngineLimits engine;
    private final Path folder;

    /** @param folder for responses */
    ResponseFetcher(HttpSource asking, WebLimits limits, EngineLimits engine, Path folder) {
        this.asking = asking;
        this.limits = limits;
        this.engine = engine;
        this.folder = folder;
    }

    /** The pages fetched so far. */
    private record FetchProgress(int pages, long rows, long bytes) {}

    /** Throws {@link SourceFailure} if a response cannot be read; then nothing is kept. */
    CachedTables<List<ResponseFacts>> fetch(List<TableAsk> tables, Cancellation cancellation) {
        Path database = folder.resolve("answer-" + UUID.randomUUID() + ".duckdb");
        try {
            return fetched(tables, database, cancellation);
        } catch (RuntimeException e) {
            CachedTables.remove(database);
            throw e;
        }
    }

    private CachedTables<List<ResponseFacts>> fetched(List<TableAsk> tables, Path database, Cancellation cancellation) {
        try {
            Files.createDirectories(folder);
            try (CellStaging staging =
                    CellStaging.inMemory(folder.resolve(UUID.randomUUID() + ".stage"), engine, cancellation)) {
                staging.execute("attach " + CellStaging.text(database) + " as kept");
                List<ResponseFacts> facts = new ArrayList<>();
                long bytes = 0;
                for (TableAsk table : tables) {
                    ResponseFacts of = table(table, staging, limits.bytes() - bytes, cancellation);
                    bytes += of.bytes();
                    facts.add(of);
                }
                staging.execute("detach kept");
                Duration kept = tables.stream()
                        .map(table -> table.ask().directions().kept().orElse(limits.kept()))
                        .min(Duration::compareTo)
                        .orElse(limits.kept());
                return new CachedTables<>(database, List.copyOf(facts), System.nanoTime() + kept.toNanos());
            }
        } catch (UnreadableFileException e) {
            throw asking.failures()
                    .rejected("The answer " + e.getMessage() + ".", "Check the response and its options.");
        } catch (IOException e) {
            throw asking.failures().full(e);
        } catch (SQLException e) {
            throw cancellation.reason().isPresent()
                    ? asking.stopped(cancellation)
                    : asking.failures().full(new IOException(e));
        }
    }

    private ResponseFacts table(TableAsk table, CellStaging staging, long within, Cancellation cancellation)
            throws IOException, SQLException {
        long start = System.nanoTime();
        ResponseStaging rows = new ResponseStaging(staging, table.ask().directions());
        NextPageFinder nextPageFinder = new NextPageFinder(
                table.ask().directions().paging(), asking.address(table.ask().path()), asking::resolved);
        Optional<URI> next = Optional.of(nextPageFinder.first());
        FetchProgress sofar = new FetchProgress(0, 0, 0);
        Set<URI> visited = new HashSet<>();
        while (next.isPresent() && !isEnough(sofar, table.needed())) {
            requireNew(next.get(), visited);
            ResponsePage responsePage =
                    asking.request(next.get(), table.ask(), staging.file("page"), within - sofar.bytes(), cancellation);
            long found = rows.add(responsePage);
            next = nextPageFinder.after(responsePage, sofar.pages(), found);
            sofar = new FetchProgress(sofar.pages() + 1, sofar.rows() + found, sofar.bytes() + responsePage.bytes());
        }
        List<DetectedColumn> columns = rows.table("kept." + CellStaging.name(table.table()));
        long millis = Duration.ofNanos(System.nanoTime() - start).toMillis();
        return new ResponseFacts(
                table.ask().inWords(), next.isEmpty(), sofar.pages(), sofar.rows(), sofar.bytes(), millis, columns);
    }

    private static boolean isEnough(FetchProgress sofar, OptionalLong needed) {
        return needed.isPresent() && sofar.rows() >= needed.getAsLong();
    }

    private void requireNew(URI next, Set<URI> visited) {
        if (!asking.isOwn(next)) {
            throw asking.failures()
                    .rejected(
                            "The next page is on another host, “%s”.".formatted(next.getHost()),
                            "Ask the service's administrator.");
        }
        if (!visited.add(next) || visited.size() > WebLimits.MOST_PAGES) {
            throw asking.failures().rejected("The pages of the response form a loop.", "Correct the paging options.");
        }
    }
}
