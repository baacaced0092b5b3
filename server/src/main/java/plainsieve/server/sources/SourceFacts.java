package plainsieve.server.sources;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import org.springframework.stereotype.Service;
import plainsieve.core.catalog.ColumnFacts;
import plainsieve.core.catalog.SourceNames;
import plainsieve.server.definitions.project.TableCache;
import plainsieve.server.runtime.execution.ServerExecutors;
import plainsieve.sources.Catalog;
import plainsieve.sources.CatalogSchemaContext;
import plainsieve.sources.Column;
import plainsieve.sources.SourceFailure;

/**
 * Cached metadata of sources. Callers do not wait for a slow or unreachable database: until it
 * responds, the previous metadata is used, or columns are unknown.
 */
@Service
public class SourceFacts implements TableCache {
    private static final Duration KEPT = Duration.ofSeconds(60);
    private static final long LONGEST_WAIT_MILLIS = 400;
    private static final long LONGEST_FIRST_WAIT_MILLIS = 5_000;

    private final StatementSender statementSender;
    private final Clock clock;
    private final ExecutorService asking;
    private final Map<String, CacheEntry> asked = new ConcurrentHashMap<>();

    /** @param before the previous metadata */
    private record CacheEntry(Instant at, Future<Optional<Facts>> answer, Facts before) {}

    /**
     * @param functions table functions and procedures
     * @param names the columns of each table, in lower case
     * @param all every column of every table
     * @param indexes for each table, in lower case, the leading column of each index and the name of that index
     */
    private record Facts(
            List<Catalog.Table> tables,
            List<Catalog.CatalogFunction> functions,
            ColumnFacts columns,
            Map<String, Set<String>> names,
            Map<String, Map<String, String>> indexes,
            SourceNames all) {
        static final Facts NONE =
                new Facts(List.of(), List.of(), ColumnFacts.none(), Map.of(), Map.of(), SourceNames.none());
    }

    SourceFacts(StatementSender statementSender, ServerExecutors executors, Clock clock) {
        this.asking = executors.lookups();
        this.statementSender = statementSender;
        this.clock = clock;
    }

    public ColumnFacts of(String sourceId) {
        return facts(sourceId).columns();
    }

    /** Every table as the source describes it; none until the source has answered. */
    public List<Catalog.Table> described(String sourceId) {
        return facts(sourceId).tables();
    }

    /** Unreadable cells by table name in lower case, one sentence each. */
    public Map<String, List<String>> unread(String sourceId) {
        Map<String, List<String>> unread = new HashMap<>();
        described(sourceId).forEach(table -> table.files()
                .map(Catalog.FileTable::unread)
                .filter(sentences -> !sentences.isEmpty())
                .ifPresent(sentences -> unread.put(table.name().toLowerCase(Locale.ROOT), sentences)));
        return unread;
    }

    /** Table functions of the source; empty until it has responded. */
    public List<Catalog.CatalogFunction> functions(String sourceId) {
        return facts(sourceId).functions();
    }

    @Override
    public List<CachedTable> knownTables(String sourceId) {
        return described(sourceId).stream()
                .map(table -> new CachedTable(
                        table.schema(),
                        table.name(),
                        CatalogSchemaContext.columns(table),
                        CatalogSchemaContext.keys(table)))
                .toList();
    }

    /** Every table with the names of its columns, in lower case; none until the source has answered. */
    public Map<String, Set<String>> tables(String sourceId) {
        return facts(sourceId).names();
    }

    /** The last known names of the source; waits briefly only for the first time. */
    public SourceNames namesSoFar(String sourceId) {
        CacheEntry now = load(sourceId);
        boolean first = now.before() == Facts.NONE;
        return now.answer().isDone() || first
                ? facts(sourceId).all()
                : now.before().all();
    }

    /** The leading columns of a table's indexes, in lower case, with the name of the index. */
    public Map<String, String> leadingIndexes(String sourceId, String table) {
        return facts(sourceId).indexes().getOrDefault(table.toLowerCase(Locale.ROOT), Map.of());
    }

    /**
     * Waits longer for initial metadata, for operations with lasting results: conversion of SQL to steps, new parameters. The wait
     * is limited.
     */
    public void waitUntilTold(String sourceId) {
        CacheEntry now = load(sourceId);
        if (now.before() == Facts.NONE) {
            await(now, LONGEST_FIRST_WAIT_MILLIS);
        }
    }

    /** Asks again the next time: the source was changed. */
    public void forget(String sourceId) {
        asked.remove(sourceId);
    }

    private CacheEntry load(String sourceId) {
        return asked.compute(
                sourceId,
                (id, last) -> last != null && last.at().plus(KEPT).isAfter(clock.instant())
                        ? last
                        : new CacheEntry(clock.instant(), asking.submit(() -> query(id)), lastOf(last)));
    }

    private static Facts lastOf(CacheEntry asked) {
        if (asked == null) {
            return Facts.NONE;
        }
        return asked.answer().isDone() ? await(asked, 0) : asked.before();
    }

    private Facts facts(String sourceId) {
        return await(load(sourceId), LONGEST_WAIT_MILLIS);
    }

    /* While a source does not respond, the previous metadata stays: options do not disappear. */
    private static Facts await(CacheEntry asked, long millis) {
        try {
            return asked.answer().get(millis, TimeUnit.MILLISECONDS).orElse(asked.before());
        } catch (TimeoutException | ExecutionException e) {
            return asked.before();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return asked.before();
        }
    }

    /** Empty if the source fails. */
    private Optional<Facts> query(String sourceId) {
        try {
            Catalog catalog = statementSender.catalogue(sourceId);
            return Optional.of(new Facts(
                    catalog.tables(),
                    catalog.functions(),
                    facts(catalog),
                    names(catalog),
                    indexes(catalog),
                    all(catalog)));
        } catch (SourceFailure e) {
            return Optional.empty();
        }
    }

    private static SourceNames all(Catalog catalog) {
        return new SourceNames(catalog.tableColumns(), catalog.own());
    }

    private static Map<String, Set<String>> names(Catalog catalog) {
        Map<String, Set<String>> tables = new HashMap<>();
        for (Catalog.Table table : catalog.tables()) {
            Set<String> columns =
                    tables.computeIfAbsent(table.name().toLowerCase(Locale.ROOT), name -> new HashSet<>());
            table.columns().forEach(column -> columns.add(column.name().toLowerCase(Locale.ROOT)));
        }
        return tables;
    }

    /* Tables with one name in two schemas are skipped: a plan does not distinguish them. */
    private static Map<String, Map<String, String>> indexes(Catalog catalog) {
        Map<String, Map<String, String>> all = new HashMap<>();
        for (Catalog.Table table : catalog.tables()) {
            Map<String, String> leading = new HashMap<>();
            table.indexes().stream()
                    .filter(index -> !index.columns().isEmpty())
                    .forEach(index -> leading.put(index.columns().get(0).toLowerCase(Locale.ROOT), index.name()));
            all.merge(table.name().toLowerCase(Locale.ROOT), leading, (one, other) -> Map.of());
        }
        return all;
    }

    private static ColumnFacts facts(Catalog catalog) {
        return ColumnFacts.of(catalog.tables().stream().map(SourceFacts::facts).toList());
    }

    private static ColumnFacts.TableFacts facts(Catalog.Table table) {
        Map<String, ColumnFacts.Fact> columns = new HashMap<>();
        for (Column column : table.columns()) {
            column.kind()
                    .type()
                    .ifPresent(type -> columns.put(
                            column.name().toLowerCase(Locale.ROOT),
                            new ColumnFacts.Fact(type, table.nullable().contains(column.name()))));
        }
        return new ColumnFacts.TableFacts(
                table.schema().toLowerCase(Locale.ROOT), table.name().toLowerCase(Locale.ROOT), columns);
    }
}
