package plainsieve.bench;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** Brings a project's files into a running server. */
final class ProjectUpload {
    private ProjectUpload() {}

    static void importProject(String address, Map<String, String> files) throws IOException, InterruptedException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream out = new ZipOutputStream(bytes)) {
            for (Map.Entry<String, String> file : files.entrySet()) {
                out.putNextEntry(new ZipEntry(file.getKey()));
                out.write(file.getValue().getBytes(StandardCharsets.UTF_8));
            }
        }
        HttpResponse<String> answer = HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(address + "/api/v1/projects/home/project.zip"))
                                .header("Content-Type", "application/zip")
                                .PUT(HttpRequest.BodyPublishers.ofByteArray(bytes.toByteArray()))
                                .build(),
                        HttpResponse.BodyHandlers.ofString());
        if (answer.statusCode() != 204) {
            throw new IllegalStateException("The project was not taken: " + answer.body());
        }
    }
}
