package plainsieve.sources.web;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.util.List;
import java.util.UUID;
import plainsieve.core.request.ServiceRequest;
import plainsieve.sources.Cancellation;
import plainsieve.sources.DetectedColumn;
import plainsieve.sources.ResponsePreview;
import plainsieve.sources.engine.CellStaging;
import plainsieve.sources.engine.EngineLimits;
import plainsieve.sources.engine.JsonLists;
import plainsieve.sources.engine.UnreadableFileException;

/** Previews the first page of a response. */
final class ResponsePreviewer {
    private static final int BEGINNING = 20_000;

    private final HttpSource asking;
    private final WebLimits limits;
    private final EngineLimits engine;
    private final Path folder;

    ResponsePreviewer(HttpSource asking, WebLimits limits, EngineLimits engine, Path folder) {
        this.asking = asking;
        this.limits = limits;
        this.engine = engine;
        this.folder = folder;
    }

    ResponsePreview preview(ServiceRequest request, Cancellation cancellation) {
        try {
            Files.createDirectories(folder);
            try (CellStaging staging =
                    CellStaging.inMemory(folder.resolve(UUID.randomUUID() + ".stage"), engine, cancellation)) {
                NextPageFinder nextPageFinder = new NextPageFinder(
                        request.directions().paging(), asking.address(request.path()), asking::resolved);
                ResponsePage responsePage = asking.requestOnce(
                        nextPageFinder.first(), request, staging.file("page"), limits.bytes(), cancellation);
                return preview(responsePage, request, staging);
            }
        } catch (IOException e) {
            throw asking.failures().full(e);
        } catch (SQLException e) {
            throw cancellation.reason().isPresent()
                    ? asking.stopped(cancellation)
                    : asking.failures().full(new IOException(e));
        }
    }

    private ResponsePreview preview(ResponsePage responsePage, ServiceRequest request, CellStaging staging)
            throws IOException, SQLException {
        List<DetectedColumn> columns = List.of();
        String problem = "";
        try {
            ResponseStaging rows = new ResponseStaging(staging, request.directions());
            rows.add(responsePage);
            columns = rows.table("looked_at");
        } catch (UnreadableFileException e) {
            problem = "The answer " + e.getMessage() + ".";
        }
        List<String> headers = responsePage.headers().map().entrySet().stream()
                .flatMap(header -> header.getValue().stream().map(value -> header.getKey() + ": " + value))
                .map(asking.failures()::withoutSecret)
                .sorted()
                .toList();
        return new ResponsePreview(
                asking.failures().withoutSecret(responsePage.from().toString()),
                responsePage.status(),
                headers,
                asking.failures().withoutSecret(beginning(responsePage.body())),
                responsePage.bytes() > BEGINNING,
                JsonLists.find(responsePage.body()).stream()
                        .map(found -> new ResponsePreview.RowsPlace(found.at(), found.rows()))
                        .toList(),
                columns,
                problem);
    }

    private static String beginning(Path body) throws IOException {
        try (InputStream in = Files.newInputStream(body)) {
            return new String(in.readNBytes(BEGINNING), StandardCharsets.UTF_8).replace("\u0000", "");
        }
    }
}
