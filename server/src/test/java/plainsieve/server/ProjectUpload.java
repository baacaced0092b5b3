package plainsieve.server;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;

/** Uploads a project as a ZIP of its files. */
public final class ProjectUpload {
    private static final HttpClient CLIENT = HttpClient.newHttpClient();

    private ProjectUpload() {}

    static HttpResponse<String> upload(String address, Map<String, String> files)
            throws IOException, InterruptedException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream out = new ZipOutputStream(bytes)) {
            for (Map.Entry<String, String> file : files.entrySet()) {
                out.putNextEntry(new ZipEntry(file.getKey()));
                out.write(file.getValue().getBytes(StandardCharsets.UTF_8));
            }
        }
        return CLIENT.send(
                HttpRequest.newBuilder(URI.create(address + "/api/v1/projects/home/project.zip"))
                        .header("Content-Type", "application/zip")
                        .PUT(HttpRequest.BodyPublishers.ofByteArray(bytes.toByteArray()))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
    }

    /** The current files of the project. */
    static Map<String, String> download(String address) throws IOException, InterruptedException {
        URI zip = URI.create(address + "/api/v1/projects/home/project.zip");
        byte[] bytes = CLIENT.send(HttpRequest.newBuilder(zip).build(), HttpResponse.BodyHandlers.ofByteArray())
                .body();
        Map<String, String> files = new LinkedHashMap<>();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(bytes))) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                files.put(entry.getName(), new String(in.readAllBytes(), StandardCharsets.UTF_8));
            }
        }
        return files;
    }

    /** Fails if the project is rejected. */
    public static void importProject(String address, Map<String, String> files)
            throws IOException, InterruptedException {
        HttpResponse<String> answer = upload(address, files);
        if (answer.statusCode() != 204) {
            throw new IllegalStateException("The project was refused: " + answer.body());
        }
    }
}
