package plainsieve.sources.engine;

import plainsieve.sources.Source;

/** An embedded engine on its own database. It is retired when its data is outdated and closed when its last user leaves. */
public final class EmbeddedEngine {
    private final Source source;
    private final Runnable whenGone;
    private final EnginePool enginePool;
    private int callers;
    private boolean retired;
    private long lastAsked = System.nanoTime();

    /** @param whenGone called after it is closed; must not throw */
    public EmbeddedEngine(Source source, EnginePool enginePool, Runnable whenGone) {
        this.source = source;
        this.whenGone = whenGone;
        this.enginePool = enginePool;
    }

    public Source source() {
        return source;
    }

    /** Starts using it. @return false if it is retired and has to be opened again */
    public synchronized boolean acquire() {
        lastAsked = System.nanoTime();
        callers += retired ? 0 : 1;
        return !retired;
    }

    public void release() {
        boolean closes;
        synchronized (this) {
            callers--;
            closes = retired && callers == 0;
        }
        if (closes) {
            close();
        }
        enginePool.released();
    }

    /** Accepts no new users. */
    public void retire() {
        boolean closes;
        synchronized (this) {
            closes = !retired && callers == 0;
            retired = true;
        }
        if (closes) {
            close();
        }
    }

    /** Retires it unless it is in use. */
    boolean retireWhenIdle() {
        synchronized (this) {
            if (retired || callers > 0) {
                return false;
            }
            retired = true;
        }
        close();
        return true;
    }

    public synchronized boolean isRetired() {
        return retired;
    }

    /** The monotonic time of its last use. */
    synchronized long lastAsked() {
        return lastAsked;
    }

    private void close() {
        source.close();
        whenGone.run();
        enginePool.removed(this);
    }
}
