package plainsieve.server.downloads;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.time.Duration;
import java.util.List;
import org.springframework.stereotype.Service;
import plainsieve.core.statement.Statement;
import plainsieve.server.project.NotFound;
import plainsieve.server.runs.RunOrder;
import plainsieve.server.runs.Runner;
import plainsieve.server.sources.RunListener;
import plainsieve.sources.Column;
import tools.jackson.databind.json.JsonMapper;

/** Full answers as files: ordered first, so that a wrong choice is told on the page, then streamed, with their progress. */
@Service
public class Downloads {
    private static final Duration KEPT = Duration.ofHours(2);

    private final Runner runner;
    private final JsonMapper json;
    private final Cache<String, Download> downloads =
            Caffeine.newBuilder().expireAfterWrite(KEPT).maximumSize(1_000).build();

    Downloads(Runner runner, JsonMapper json) {
        this.runner = runner;
        this.json = json;
    }

    /** A file that was ordered, and how far it is. */
    public static final class Download {
        private final RunOrder order;
        private final Format format;
        private final FileHeader header;
        private final String fileName;
        private volatile Progress progress = new Progress("ordered", 0, "");

        Download(RunOrder order, Format format, FileHeader header, String fileName) {
            this.order = order;
            this.format = format;
            this.header = header;
            this.fileName = fileName;
        }

        public Format format() {
            return format;
        }

        public String fileName() {
            return fileName;
        }

        public Progress progress() {
            return progress;
        }
    }

    /** @param state ordered, running, done, or failed */
    public record Progress(String state, long rows, String problem) {}

    /** Orders a file. Throws every problem of its choices now. The run's id is the download's. */
    public Download order(RunOrder order, Format format, FileHeader header, String fileName) {
        runner.check(order);
        Download download = new Download(order, format, header, fileName);
        downloads.put(order.runId(), download);
        return download;
    }

    public Download get(String id) {
        Download found = downloads.getIfPresent(id);
        if (found == null) {
            throw new NotFound("download", id, List.of());
        }
        return found;
    }

    /** Writes a file as its rows come. One that fails half-way breaks off, so that nobody takes it for whole. */
    public void write(Download download, OutputStream out) throws IOException {
        Writing writing = new Writing(download, out);
        try {
            runner.run(download.order, writing);
            writing.end();
            download.progress = new Progress("done", writing.rows, "");
        } catch (RuntimeException e) {
            download.progress = new Progress("failed", writing.rows, e.getMessage());
            throw e;
        }
    }

    private final class Writing implements RunListener {
        private static final int TELL_EVERY = 1_000;

        private final Download download;
        private final OutputStream out;
        private RowWriter writer;
        private long rows;

        Writing(Download download, OutputStream out) {
            this.download = download;
            this.out = out;
        }

        @Override
        public void sent(long id, Statement statement) {
            download.progress = new Progress("running", 0, "");
        }

        @Override
        public void columns(List<Column> columns) {
            try {
                writer = download.format.writer(out, download.header, json);
                writer.columns(columns);
            } catch (IOException e) {
                throw new UncheckedIOException("The browser went away", e);
            }
        }

        @Override
        public void row(Object[] values) {
            try {
                writer.row(values);
            } catch (IOException e) {
                throw new UncheckedIOException("The browser went away", e);
            }
            if (++rows % TELL_EVERY == 0) {
                download.progress = new Progress("running", rows, "");
            }
        }

        void end() throws IOException {
            writer.close();
        }
    }
}
