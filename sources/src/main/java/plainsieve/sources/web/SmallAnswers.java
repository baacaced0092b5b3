package plainsieve.sources.web;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import plainsieve.core.request.ServiceRequest;
import plainsieve.sources.Cancellation;
import plainsieve.sources.engine.UnreadableFileException;

/** Responses that are read directly: health checks, metadata, counts. */
final class SmallAnswers {
    private static final long MOST_BYTES = 64 << 20;

    private final HttpSource asking;
    private final Path folder;

    /** @param folder for a response while it is read */
    SmallAnswers(HttpSource asking, Path folder) {
        this.asking = asking;
        this.folder = folder;
    }

    /** The conversion of a response. */
    interface ResponseReader<T> {
        T read(ResponsePage responsePage) throws IOException;
    }

    private interface RequestKind {
        ResponsePage to(Path target);
    }

    /** Requests with retries as demanded by the service. Throws {@link plainsieve.sources.SourceFailure} if it rejects the request. */
    <T> T read(ServiceRequest request, Cancellation cancellation, ResponseReader<T> reading) {
        return read(
                target -> asking.request(asking.address(request.path()), request, target, MOST_BYTES, cancellation),
                reading);
    }

    /** Requests once, without retries, and reads any response. */
    <T> T readOnce(ServiceRequest request, Cancellation cancellation, ResponseReader<T> reading) {
        return read(
                target -> asking.requestOnce(asking.address(request.path()), request, target, MOST_BYTES, cancellation),
                reading);
    }

    private <T> T read(RequestKind way, ResponseReader<T> reading) {
        try {
            Files.createDirectories(folder);
            Path file = Files.createTempFile(folder, "told", ".draft");
            try {
                return reading.read(way.to(file));
            } finally {
                Files.deleteIfExists(file);
            }
        } catch (UnreadableFileException e) {
            throw asking.failures()
                    .rejected("What the service answered " + e.getMessage() + ".", "Check its address on Sources.");
        } catch (IOException e) {
            throw asking.failures().full(e);
        }
    }
}
