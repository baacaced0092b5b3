package plainsieve.server.results.downloads;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import org.springframework.stereotype.Service;
import plainsieve.core.statement.Statement;
import plainsieve.files.forms.DownloadFormat;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.people.Caller;
import plainsieve.server.results.runs.QueryRunner;
import plainsieve.server.results.runs.RunRequest;
import plainsieve.server.runtime.spool.Spool;
import plainsieve.server.runtime.spool.Spools;
import plainsieve.server.sources.Cancellations;
import plainsieve.server.sources.ClientPresence;
import plainsieve.server.sources.RunListener;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Column;
import tools.jackson.databind.json.JsonMapper;

/** Full answers as files: ordered first, so that a wrong choice is reported on the page, then streamed, with their progress. */
@Service
public class Downloads {
    private static final Duration KEPT = Duration.ofHours(2);

    private static final Duration LOOK_EVERY = Duration.ofSeconds(1);
    private static final int BUFFER = 1 << 15;

    private final QueryRunner queryRunner;
    private final JsonMapper json;
    private final Spools spools;
    private final Cache<Cancellations.RunKey, Download> downloads =
            Caffeine.newBuilder().expireAfterWrite(KEPT).maximumSize(1_000).build();

    Downloads(QueryRunner queryRunner, JsonMapper json, Spools spools) {
        this.spools = spools;
        this.queryRunner = queryRunner;
        this.json = json;
    }

    /** A file that was ordered, and how far it is. */
    public static final class Download {
        private final RunRequest request;
        private final DownloadFormat format;
        private final FileHeader header;
        private final String fileName;
        private volatile Progress progress = new Progress(State.ORDERED, 0, "");

        Download(RunRequest request, DownloadFormat format, FileHeader header, String fileName) {
            this.request = request;
            this.format = format;
            this.header = header;
            this.fileName = fileName;
        }

        public DownloadFormat format() {
            return format;
        }

        public String fileName() {
            return fileName;
        }

        public Progress progress() {
            return progress;
        }
    }

    /** The state of a download. */
    public enum State {
        ORDERED,
        /** Waits for other runs of the source. */
        WAITING,
        RUNNING,
        DONE,
        FAILED
    }

    /** @param rows rows written, or the runs before it while it waits */
    public record Progress(State state, long rows, String problem) {}

    /** Orders a file. Throws every problem of its choices now. The run's id is the download's. */
    public Download order(RunRequest request, DownloadFormat format, FileHeader header, String fileName) {
        queryRunner.check(request);
        Download download = new Download(request, format, header, fileName);
        downloads.put(new Cancellations.RunKey(request.asked().caller().owner(), request.runId()), download);
        return download;
    }

    /** A file that the caller ordered, also while viewing as someone else. Other callers get 404. */
    public Download get(Project project, Caller caller, String id) {
        return Optional.ofNullable(downloads.getIfPresent(new Cancellations.RunKey(caller.owner(), id)))
                .filter(found -> found.request.project().id().equals(project.id()))
                .orElseThrow(() -> new NotFoundException("download", id, List.of()));
    }

    /**
     * Streams a file at the pace of its reader without blocking the source.
     * A disconnected reader cancels the run.
     */
    public void write(Download download, OutputStream out) throws IOException {
        try (Spool spool = spools.open()) {
            FileWriter writing = new FileWriter(download, new BufferedOutputStream(spool.input(), BUFFER));
            CompletableFuture<Void> run =
                    CompletableFuture.runAsync(() -> write(download, writing, spool), spools.runs());
            deliver(spool, writing, out);
            run.join();
        } catch (CompletionException e) {
            throw e.getCause() instanceof RuntimeException cause ? cause : e;
        }
    }

    private static void deliver(Spool spool, FileWriter writing, OutputStream out) {
        try {
            while (!spool.isOver(LOOK_EVERY)) {
                if (spool.hasBytes()) {
                    spool.writeTo(out);
                }
            }
        } catch (IOException e) {
            writing.clientPresence.cancel();
            throw new UncheckedIOException("The browser went away", e);
        } catch (InterruptedException e) {
            writing.clientPresence.cancel();
            Thread.currentThread().interrupt();
        }
    }

    /* A failed file is truncated, so that it is not considered complete. */
    private void write(Download download, FileWriter writing, Spool spool) {
        try {
            queryRunner.run(download.request, writing);
            writing.end();
            download.progress = new Progress(State.DONE, writing.rows, "");
        } catch (RuntimeException e) {
            download.progress = new Progress(State.FAILED, writing.rows, e.getMessage());
            throw e;
        } catch (Error e) {
            download.progress = new Progress(State.FAILED, writing.rows, "Internal error.");
            throw e;
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } finally {
            writing.leave();
            spool.end();
        }
    }

    private final class FileWriter implements RunListener {
        private static final int TELL_EVERY = 1_000;

        private final Download download;
        private final OutputStream out;
        private Optional<BackgroundRowWriter> beside = Optional.empty();
        private long rows;
        private final ClientPresence clientPresence = new ClientPresence();

        FileWriter(Download download, OutputStream out) {
            this.download = download;
            this.out = out;
        }

        @Override
        public void started(Cancellation run) {
            clientPresence.begun(run);
        }

        @Override
        public void waiting(int before) {
            download.progress = new Progress(State.WAITING, before, "");
        }

        @Override
        public void sent(long id, Statement statement) {
            download.progress = new Progress(State.RUNNING, 0, "");
        }

        @Override
        public void columns(List<Column> columns) {
            BackgroundRowWriter.Opening file = () -> RowWriter.of(download.format, out, download.header, json, spools);
            beside = Optional.of(new BackgroundRowWriter(file, columns, spools.runs()));
        }

        @Override
        public void row(Object[] values) {
            beside.orElseThrow().row(values);
            if (++rows % TELL_EVERY == 0) {
                download.progress = new Progress(State.RUNNING, rows, "");
            }
        }

        void leave() {
            beside.ifPresent(BackgroundRowWriter::abandon);
        }

        void end() throws IOException {
            beside.orElseThrow().end();
            out.flush();
        }
    }
}
