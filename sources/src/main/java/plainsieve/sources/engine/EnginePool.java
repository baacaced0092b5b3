package plainsieve.sources.engine;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.function.BooleanSupplier;

/**
 * The embedded engines of this process, limited in number and memory. An idle engine is closed for a new one, least recently used
 * first.
 */
public final class EnginePool {
    private static final long PATIENCE_MILLIS = 20;
    private static final long LEAST_MEMORY = 64L << 20;
    private static final int PART_OF_AN_ANSWER = 4;

    private final EngineLimits each;
    private final int most;
    private final List<EmbeddedEngine> open = new ArrayList<>();

    /**
     * @param all their total limits
     * @param most the maximum number of engines; each gets an equal part of the memory
     */
    public EnginePool(EngineLimits all, int most) {
        this.each = new EngineLimits(all.memory() / most, all.threads());
        this.most = most;
    }

    /** The limits of one engine. */
    public EngineLimits each() {
        return each;
    }

    /** The limits of an engine for service responses, which are more numerous and smaller. */
    public EngineLimits ofOneAnswer() {
        return new EngineLimits(Math.max(LEAST_MEMORY, each.memory() / PART_OF_AN_ANSWER), 1);
    }

    /** Makes room for another engine; waits while all are in use. */
    public synchronized void add(EmbeddedEngine state) throws InterruptedException {
        while (open.size() >= most && !retireIdle()) {
            wait();
        }
        open.add(state);
    }

    private boolean retireIdle() {
        List<EmbeddedEngine> longestAgo = new ArrayList<>(open);
        longestAgo.sort(Comparator.comparingLong(EmbeddedEngine::lastAsked));
        return longestAgo.stream().anyMatch(EmbeddedEngine::retireWhenIdle);
    }

    /** The same with cancellation. @param givenUp whether the caller was cancelled @return whether there was room */
    public synchronized boolean add(EmbeddedEngine state, BooleanSupplier givenUp) throws InterruptedException {
        while (open.size() >= most && !retireIdle()) {
            if (givenUp.getAsBoolean()) {
                return false;
            }
            wait(PATIENCE_MILLIS);
        }
        open.add(state);
        return true;
    }

    /** One of them is closed. */
    synchronized void removed(EmbeddedEngine state) {
        open.remove(state);
        notifyAll();
    }

    /** Called when an engine was left. */
    synchronized void released() {
        notifyAll();
    }
}
