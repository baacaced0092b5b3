package plainsieve.server.endure;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import plainsieve.server.AnotherServer;
import tools.jackson.databind.JsonNode;

/** Malformed requests are answered with a problem document, quickly, and the server stays available. */
class MalformedRequestsTest {
    private static final int COUNT = Integer.getInteger("endure.malformed", 600);
    private static final long SEED = Long.getLong("endure.seed", 20261126);
    private static final long LONGEST_MILLIS = 10_000;

    /** Names of classes and other internals that users must not see. */
    private static final Pattern OF_THE_PROGRAM = Pattern.compile(
            "\\b(java|jakarta|javax|org|com|tools|plainsieve)\\.[a-z]+\\.|Exception|\\bat [a-z]+\\.|NullPointer|<html",
            Pattern.CASE_INSENSITIVE);

    /** Statuses for operations that a source does not support. */
    private static final Set<Integer> NOT_OURS = Set.of(503, 504);

    @TempDir
    Path folder;

    @Test
    void areAnsweredWithAProblem() throws Exception {
        try (AnotherServer server = AnotherServer.ofDemo(folder, "--plainsieve.demo-crossings=2000")) {
            JsonNode description = server.api().get("/api/openapi").json();
            Wire wire = new Wire(server.address());
            List<String> wrong = new ArrayList<>();
            List<MalformedRequests.Request> requests = new MalformedRequests(description, known()).some(COUNT, SEED);
            for (MalformedRequests.Request request : requests) {
                judge(request, wire, wrong);
            }
            assertThat(wrong).as("of %d requests", requests.size()).isEmpty();
            assertThat(server.api().get("/api/v1/projects").status()).isEqualTo(200);
        }
    }

    private static Map<String, String> known() {
        Map<String, String> known = new LinkedHashMap<>();
        known.put("/projects/", "home");
        known.put("/reports/", "late-crossings");
        known.put("/queries/", "late-crossings");
        known.put("/parameters/", "port");
        known.put("/sources/", "ferries");
        known.put("/views/", "rows");
        known.put("/sent/", "1");
        return known;
    }

    private static void judge(MalformedRequests.Request request, Wire wire, List<String> wrong) throws IOException {
        Wire.Answer answer;
        try {
            answer = wire.send(request);
        } catch (IOException e) {
            wrong.add("no answer (" + e.getMessage() + "): " + request);
            return;
        }
        boolean ours = answer.status() >= 500 && !NOT_OURS.contains(answer.status());
        boolean other = answer.status() >= 400 && !answer.isProblem();
        boolean leaks =
                answer.status() >= 400 && OF_THE_PROGRAM.matcher(answer.body()).find();
        boolean bare = !answer.head().contains("X-Content-Type-Options");
        boolean slow = answer.millis() > LONGEST_MILLIS;
        if (ours || other || leaks || bare || slow || answer.status() == 0) {
            String start =
                    answer.body().substring(0, Math.min(300, answer.body().length()));
            wrong.add("%d in %d ms: %s%n    %s".formatted(answer.status(), answer.millis(), request, start));
        }
    }
}
