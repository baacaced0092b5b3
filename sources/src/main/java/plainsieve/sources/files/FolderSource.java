package plainsieve.sources.files;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.Function;
import plainsieve.core.evidence.Plan;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Catalog;
import plainsieve.sources.OutgoingStatement;
import plainsieve.sources.RowReceiver;
import plainsieve.sources.RunLimits;
import plainsieve.sources.RunSummary;
import plainsieve.sources.Source;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceFailure;
import plainsieve.sources.SourceSettings;
import plainsieve.sources.engine.EnginePool;
import plainsieve.sources.threads.HelperThreads;

/**
 * A folder of files as a database of an embedded engine. Every query checks first whether files have
 * changed; changed ones are read again in the background, and the query waits for that within its timeout.
 */
public final class FolderSource implements Source {
    private static final long PATIENCE_MILLIS = 20;

    private final SourceAccess access;
    private final FolderFiles files;
    private final FolderReader reader;
    private final EnginePool enginePool;
    private final Cancellation closing = new Cancellation();
    private final ExecutorService reading = HelperThreads.bounded("file-reader", 1);

    private Optional<FolderState> current = Optional.empty();
    private Optional<PendingState> being = Optional.empty();

    /** The files being read. */
    private record PendingState(List<FileEntry> files, CompletableFuture<FolderState> state) {}

    /**
     * @param access to a folder, with all links resolved
     * @param kept cache folder
     * @param enginePool of this process
     * @param clock scheduler of timeouts; the caller owns it
     */
    public FolderSource(SourceAccess access, Path kept, EnginePool enginePool, ScheduledExecutorService clock) {
        SourceSettings.Folder settings = (SourceSettings.Folder) access.settings();
        Path folder = Path.of(settings.file());
        this.access = access;
        this.enginePool = enginePool;
        this.files = new FolderFiles(folder, settings.address());
        this.reader = new FolderReader(access, kept, enginePool, clock);
    }

    @Override
    public RunSummary run(OutgoingStatement what, RunLimits limits, Cancellation cancellation, RowReceiver receiver) {
        return query(limits, cancellation, state -> state.engine().source().run(what, limits, cancellation, receiver));
    }

    @Override
    public Plan explain(OutgoingStatement what, boolean measured, RunLimits limits, Cancellation cancellation) {
        return query(
                limits, cancellation, state -> state.engine().source().explain(what, measured, limits, cancellation));
    }

    @Override
    public Catalog catalogue(RunLimits limits, Cancellation cancellation) {
        return query(
                limits,
                cancellation,
                state -> state.described(state.engine().source().catalogue(limits, cancellation)));
    }

    @Override
    public String health() {
        int count = files.now().size();
        return count == 1 ? "1 file" : "%,d files".formatted(count);
    }

    private <T> T query(RunLimits limits, Cancellation cancellation, Function<FolderState, T> question) {
        FolderState state = entered(limits, cancellation);
        try {
            return question.apply(state);
        } finally {
            state.engine().release();
        }
    }

    private FolderState entered(RunLimits limits, Cancellation cancellation) {
        long end = System.nanoTime() + limits.longest().toNanos();
        while (true) {
            List<FileEntry> now = files.now();
            CompletableFuture<FolderState> state;
            synchronized (this) {
                if (current.isPresent()
                        && current.get().isOf(now)
                        && current.get().engine().acquire()) {
                    return current.get();
                }
                if (being.filter(one -> one.files().equals(now)).isEmpty()) {
                    being = Optional.of(new PendingState(now, CompletableFuture.supplyAsync(() -> read(now), reading)));
                }
                state = being.get().state();
            }
            FolderState read = waitedFor(state, end, cancellation);
            if (read.engine().acquire()) {
                return read;
            }
            // Files changed again meanwhile, or the engine was evicted.
            forget(state);
        }
    }

    private FolderState read(List<FileEntry> now) {
        FolderState state = reader.read(now, closing);
        try {
            enginePool.add(state.engine());
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            state.engine().retire();
            throw new SourceFailure(SourceFailure.Kind.STOPPED, "The source was closed.", "Try again.", e);
        }
        synchronized (this) {
            current.ifPresent(former -> former.engine().retire());
            current = Optional.of(state);
            if (closing.reason().isPresent()) {
                state.engine().retire();
            }
        }
        return state;
    }

    private FolderState waitedFor(CompletableFuture<FolderState> state, long end, Cancellation cancellation) {
        while (System.nanoTime() < end && cancellation.reason().isEmpty()) {
            try {
                return state.get(PATIENCE_MILLIS, TimeUnit.MILLISECONDS);
            } catch (TimeoutException e) {
                // Someone may have stopped it meanwhile.
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                cancellation.stop(Cancellation.Reason.LEFT);
            } catch (ExecutionException e) {
                forget(state);
                throw e.getCause() instanceof RuntimeException cause ? cause : new IllegalStateException(e.getCause());
            }
        }
        throw notWaited(cancellation.reason().isEmpty());
    }

    private SourceFailure notWaited(boolean late) {
        return new SourceFailure(
                late ? SourceFailure.Kind.TIMED_OUT : SourceFailure.Kind.STOPPED,
                late
                        ? "The files of “%s” have changed and are still being read.".formatted(access.id())
                        : "Stopped while the files of “%s” were read.".formatted(access.id()),
                "Try again later: progress is kept.",
                null);
    }

    /* Files that could not be read are retried with the next query. */
    private synchronized void forget(CompletableFuture<FolderState> failed) {
        being = being.filter(one -> one.state() != failed);
    }

    @Override
    public void close() {
        closing.stop(Cancellation.Reason.LEFT);
        reading.shutdownNow();
        synchronized (this) {
            current.ifPresent(state -> state.engine().retire());
            current = Optional.empty();
        }
    }
}
