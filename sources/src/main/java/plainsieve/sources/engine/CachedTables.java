package plainsieve.sources.engine;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Optional;
import java.util.function.Function;

/** Fetched tables in a separate database. */
public final class CachedTables<F> {
    private static final System.Logger LOG = System.getLogger(CachedTables.class.getName());

    private final Path database;
    private final F facts;
    private final long made;
    private final long until;
    private Optional<EmbeddedEngine> engine = Optional.empty();
    private boolean forgotten;

    /**
     * @param facts how they were gathered
     * @param until when it is no longer shown, by the clock of the machine in nanoseconds
     */
    public CachedTables(Path database, F facts, long until) {
        this.database = database;
        this.facts = facts;
        this.made = System.nanoTime();
        this.until = until;
    }

    public F facts() {
        return facts;
    }

    boolean isKept() {
        return age() > 0;
    }

    /** In nanoseconds; below 0 when it is over. */
    long age() {
        return until - System.nanoTime();
    }

    boolean isYoungerThan(Duration age) {
        return System.nanoTime() - made < age.toNanos();
    }

    /** An engine that may be used until it is left; empty after removal. @param opening opens one, already entered */
    synchronized Optional<EmbeddedEngine> entered(Function<Path, EmbeddedEngine> opening) {
        if (forgotten) {
            return Optional.empty();
        }
        if (engine.isEmpty() || !engine.get().acquire()) {
            engine = Optional.of(opening.apply(database));
        }
        return engine;
    }

    /** They are no longer available; current users may finish. */
    synchronized void forget() {
        forgotten = true;
        engine.ifPresent(EmbeddedEngine::retire);
        remove(database);
    }

    /** Removes a database with its engine's temporary files. */
    public static void remove(Path database) {
        try {
            Files.deleteIfExists(database);
            Files.deleteIfExists(database.resolveSibling(database.getFileName() + ".wal"));
        } catch (IOException e) {
            LOG.log(System.Logger.Level.WARNING, "Temporary tables could not be removed: " + database, e);
        }
    }
}
