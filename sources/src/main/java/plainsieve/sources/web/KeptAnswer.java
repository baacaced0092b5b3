package plainsieve.sources.web;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import plainsieve.sources.engine.OpenEngine;

/** The rows of one or several answers in a database of their own, to be asked as long as they are kept. */
final class KeptAnswer {
    private static final System.Logger LOG = System.getLogger(KeptAnswer.class.getName());

    private final Path database;
    private final List<AnswerFacts> facts;
    private final long until;
    private Optional<OpenEngine> engine = Optional.empty();
    private boolean forgotten;

    /**
     * @param facts of each of its tables
     * @param until when it is no longer shown, by the clock of the machine in nanoseconds
     */
    KeptAnswer(Path database, List<AnswerFacts> facts, long until) {
        this.database = database;
        this.facts = List.copyOf(facts);
        this.until = until;
    }

    List<AnswerFacts> facts() {
        return facts;
    }

    boolean isFresh() {
        return System.nanoTime() - until < 0;
    }

    /** An engine that may be asked until it is left; nothing when the answer is gone. @param opening makes one anew, entered already */
    synchronized Optional<OpenEngine> entered(Function<Path, OpenEngine> opening) {
        if (forgotten) {
            return Optional.empty();
        }
        if (engine.isEmpty() || !engine.get().enter()) {
            engine = Optional.of(opening.apply(database));
        }
        return engine;
    }

    /** It is shown no more; who asks it just now may end. */
    synchronized void forget() {
        forgotten = true;
        engine.ifPresent(OpenEngine::retire);
        remove(database);
    }

    /** Removes a database, with what its engine may have left beside it. */
    static void remove(Path database) {
        try {
            Files.deleteIfExists(database);
            Files.deleteIfExists(database.resolveSibling(database.getFileName() + ".wal"));
        } catch (IOException e) {
            LOG.log(System.Logger.Level.WARNING, "An answer could not be removed: " + database, e);
        }
    }
}
