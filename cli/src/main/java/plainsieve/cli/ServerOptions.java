package plainsieve.cli;

import java.io.IOException;
import java.io.PrintStream;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.List;
import picocli.CommandLine.Option;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The options that name a server, and requests to it. */
final class ServerOptions {
    private static final JsonMapper JSON = new JsonMapper();
    private static final int FIRST_FAILURE = 400;

    @Option(
            names = {"--server", "--to"},
            paramLabel = "ADDRESS",
            defaultValue = "http://localhost:8321",
            description = "The server's address (${DEFAULT-VALUE}).")
    private String server;

    @Option(
            names = "--project",
            paramLabel = "ID",
            defaultValue = "",
            description = "The ID of the project, as in its addresses; the oldest project by default.")
    private String project;

    @Option(
            names = "--key",
            paramLabel = "KEY",
            defaultValue = "${env:PLAINSIEVE_KEY:-}",
            description = "The API key of an author; preferably in the environment variable PLAINSIEVE_KEY.")
    private String key;

    private final HttpClient client =
            HttpClient.newBuilder().followRedirects(HttpClient.Redirect.NORMAL).build();

    /** An operation on one object of a server. */
    interface WithOne {
        /** Whether all is well with it. */
        boolean done(String name) throws IOException, InterruptedException;
    }

    /** Runs the operation on each named object and returns the exit code. Prints failures. */
    int each(List<String> names, PrintStream output, WithOne work) throws InterruptedException {
        try {
            boolean well = true;
            for (String name : names) {
                well &= work.done(name);
            }
            return well ? Sieve.WELL : Sieve.WRONG;
        } catch (IOException e) {
            output.println("error: " + server + " sent an unexpected response. " + e.getMessage());
            return Sieve.REFUSED;
        } finally {
            output.flush();
        }
    }

    String server() {
        return server;
    }

    /** The address of something of the project. @param path with a slash in front */
    String inProject(String path) throws IOException, InterruptedException {
        if (project.isEmpty()) {
            project = oldestProject();
        }
        return "/api/v1/projects/" + encoded(project) + path;
    }

    private String oldestProject() throws IOException, InterruptedException {
        String id = request("GET", "/api/v1/projects").path(0).path("id").asString("");
        if (id.isEmpty()) {
            throw new IOException("It has no project for this key. Give the key of an author with --key.");
        }
        return id;
    }

    static String encoded(String id) {
        return URLEncoder.encode(id, StandardCharsets.UTF_8);
    }

    /** The JSON response. Throws {@link IOException} with the message of the problem. */
    JsonNode request(String method, String path) throws IOException, InterruptedException {
        return exchange(newRequest(path).method(method, HttpRequest.BodyPublishers.noBody()));
    }

    /** The same with a request body. */
    JsonNode send(String method, String path, String type, byte[] body) throws IOException, InterruptedException {
        return exchange(newRequest(path)
                .header("Content-Type", type)
                .method(method, HttpRequest.BodyPublishers.ofByteArray(body)));
    }

    private HttpRequest.Builder newRequest(String path) {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(server + path));
        return key.isEmpty() ? request : request.header("Authorization", "Bearer " + key);
    }

    private JsonNode exchange(HttpRequest.Builder request) throws IOException, InterruptedException {
        HttpResponse<String> answer = client.send(request.build(), HttpResponse.BodyHandlers.ofString());
        JsonNode body = JSON.readTree(answer.body().isBlank() ? "{}" : answer.body());
        if (answer.statusCode() >= FIRST_FAILURE) {
            throw new IOException(body.path("detail").asString("It answered " + answer.statusCode() + "."));
        }
        return body;
    }
}
