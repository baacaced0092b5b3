package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import plainsieve.files.ProjectFolder;
import plainsieve.files.ProjectYaml;
import plainsieve.server.access.accounts.ReportLinks;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.Projects;
import plainsieve.server.editing.folder.ProjectFolderWatcher;
import plainsieve.server.editing.transfer.ProjectTransfer;
import tools.jackson.databind.JsonNode;

/** A server whose projects are read from files: changes apply as a whole or not at all, and the API cannot change them. */
class ProjectFolderWatcherTest {
    private static final String REPORT = "/api/v1/reports/late-crossings";

    private static final long LONGEST_SECONDS = 20;

    private static Path project;
    private static AnotherServer server;

    @BeforeAll
    static void serve() throws Exception {
        Path before = AnotherServer.folderOfFerries();
        project = written(before);
        server = AnotherServer.on(
                Files.createTempDirectory("plainsieve-serving"),
                "--plainsieve.project=" + project,
                "--plainsieve.file-folders=" + before.resolve("files"));
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    /** The server's project as files. */
    static Path written(Path dataFolder) throws IOException {
        Path folder = Files.createTempDirectory("plainsieve-project");
        try (AnotherServer made = AnotherServer.on(dataFolder)) {
            ProjectFolder out = made.part(ProjectTransfer.class)
                    .exportFiles(made.part(Projects.class).first());
            Files.writeString(folder.resolve(ProjectFolder.NAME), ProjectYaml.write(out.file()));
            out.texts().forEach((path, text) -> write(folder.resolve(path), text));
        }
        return folder;
    }

    private static void write(Path file, String text) {
        try {
            Files.createDirectories(file.getParent());
            Files.writeString(file, text);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static void change(String what, String into) throws IOException {
        Path file = project.resolve(ProjectFolder.NAME);
        String text = Files.readString(file);
        assertThat(text).contains(what);
        Files.writeString(file, text.replace(what, into));
    }

    private static List<String> wrong() {
        return server.part(ProjectFolderWatcher.class).state().wrong();
    }

    private static String name() {
        return server.api().get(REPORT).json().get("name").asString();
    }

    @Test
    void servesTheFilesAndFollowsChanges() throws Exception {
        assertThat(wrong()).isEmpty();
        assertThat(server.api().runView("late-crossings", "figures", Map.of()).status())
                .isEqualTo(200);
        String before = name();
        change("name: " + before, "name: After the spring");
        Waiting.until(() -> name().equals("After the spring"));
    }

    /** A truncated project file may still be valid with fewer or no reports. */
    @Test
    void truncatedFileKeepsTheServedState() throws Exception {
        Path file = project.resolve(ProjectFolder.NAME);
        String whole = Files.readString(file);
        int reports = whole.indexOf("\nreports:");
        assertThat(reports).isPositive();
        for (String cut : List.of(
                "", "\n", whole.substring(0, reports + 1), whole.substring(0, whole.indexOf("\nqueries:") + 1))) {
            Files.writeString(file, cut);
            Waiting.until(() -> !wrong().isEmpty());
            assertThat(wrong().toString()).containsAnyOf("is empty", "may be truncated");
            assertThat(name()).isNotEmpty();
            Files.writeString(file, whole);
            Waiting.until(() -> wrong().isEmpty());
        }
    }

    /** It also survives a file larger than memory. */
    @Test
    void rejectsLargeFilesAndLinksOutside() throws Exception {
        Path file = project.resolve(ProjectFolder.NAME);
        String whole = Files.readString(file);
        Files.writeString(file, "# " + "x".repeat(9_000_000));
        Waiting.until(() -> wrong().toString().contains("has more than"));
        Files.writeString(file, whole);
        Waiting.until(() -> wrong().isEmpty());

        Path outside = Files.writeString(Files.createTempDirectory("outside").resolve("harmless.sql"), "select 1");
        Path query;
        try (var queries = Files.list(project.resolve("queries"))) {
            query = queries.findFirst().orElseThrow();
        }
        String text = Files.readString(query);
        Files.delete(query);
        Files.createSymbolicLink(query, outside);
        Waiting.until(() -> wrong().toString().contains("a symbolic link to a file outside"));
        Files.delete(query);
        Files.writeString(query, text);
        Waiting.until(() -> wrong().isEmpty());
    }

    @Test
    void inconsistentFilesKeepTheServedStateWithAReason() throws Exception {
        String before = name();
        change("name: " + before, "name: Half of a change");
        Path query;
        try (var queries = Files.list(project.resolve("queries"))) {
            query = queries.filter(file -> file.toString().endsWith(".sql"))
                    .findFirst()
                    .orElseThrow();
        }
        String text = Files.readString(query);
        Files.delete(query);
        Waiting.until(() -> !wrong().isEmpty());
        assertThat(wrong().get(0)).contains("File not found: queries/" + query.getFileName());
        assertThat(name()).isEqualTo(before);
        assertThat(server.api()
                        .get("/api/v1/projects/home/project-folder")
                        .json()
                        .get("problems"))
                .hasSize(1);
        assertThat(server.api().get("/api/v1/health").json().get("ready").asBoolean())
                .isTrue();

        Files.writeString(query, text);
        Waiting.until(() -> wrong().isEmpty());
        assertThat(name()).isEqualTo("Half of a change");
    }

    @Test
    void projectIsReadOnly() {
        Api api = server.api();
        JsonNode query = api.get("/api/v1/queries").json().get(0);
        List<Api.Answer> refused = List.of(
                api.post("/api/v1/projects", Map.of("name", "Mine")),
                api.post("/api/v1/queries", Map.of("name", "Mine", "source", "ferries", "text", "select 1")),
                api.send(
                        "PATCH",
                        "/api/v1/queries/" + query.get("id").asString(),
                        Map.of(
                                "text",
                                "select 2",
                                "version",
                                query.get("version").asInt())),
                api.send("DELETE", REPORT, Map.of()));
        assertThat(refused).allSatisfy(answer -> {
            assertThat(answer.status()).isEqualTo(409);
            assertThat(answer.failure()).contains("served from files");
        });
        assertThat(api.get(REPORT).status()).isEqualTo(200);
        assertThat(api.runDraft(query.get("id").asString(), "select 1 as one", Map.of())
                        .rows())
                .as("looking is not changing")
                .hasSize(1);
    }

    @Test
    void savedSelectionsSurviveChanges() throws Exception {
        Api api = server.api();
        String kept = api.post(REPORT + "/selections", Map.of("name", "Mine", "choices", Map.of()))
                .json()
                .get("id")
                .asString();
        change("name: " + name(), "name: Another");
        Waiting.until(() -> name().equals("Another"));
        assertThat(api.get(REPORT + "/selections/" + kept).status()).isEqualTo(200);
    }

    @Test
    void revokedLinkStaysRevoked() throws Exception {
        ReportLinks reportLinks = server.part(ReportLinks.class);
        Project home = server.part(Projects.class).first();
        ReportLinks.CreatedLink made = reportLinks.create(
                home, "late-crossings", new ReportLinks.LinkRequest(Map.of(), Optional.empty(), false, "ona"));
        reportLinks.revoke(home, "late-crossings", made.row().id());
        change("name: " + name(), "name: After the link");
        Waiting.until(() -> name().equals("After the link"));
        assertThatThrownBy(() -> reportLinks.read(home, "late-crossings", made.token()))
                .hasMessageContaining("revoked");
    }

    @Test
    void invalidGroupsKeepTheServedState() throws Exception {
        Path people = project.resolve("people.yaml");
        Files.writeString(people, "groups:\n  - name: Office\n    roles: viewer\n");
        Waiting.until(() -> !wrong().isEmpty());
        assertThat(wrong().get(0)).contains("people.yaml", "“roles”").doesNotContain("plainsieve");
        Files.writeString(people, "groups:\n  - name: Office\n    role: keeper\n");
        Waiting.until(() -> wrong().stream().anyMatch(said -> said.contains("“keeper”")));
        Files.writeString(people, "groups:\n  - name: Office\n    reports: [nowhere]\n");
        Waiting.until(() -> wrong().stream().anyMatch(said -> said.contains("“nowhere”")));
        Files.delete(people);
        Waiting.until(() -> wrong().isEmpty());
    }

    @Test
    void otherProjectsAreKept() throws Exception {
        Path made = AnotherServer.folderOfFerries();
        assertThatThrownBy(() -> AnotherServer.on(made, "--plainsieve.project=" + project))
                .hasStackTraceContaining("Use a separate data folder");
        try (AnotherServer again = AnotherServer.on(made)) {
            assertThat(again.api().get(REPORT).status()).isEqualTo(200);
        }
    }

    @Test
    void serverIsNotReadyWithoutValidFiles() throws Exception {
        try (AnotherServer empty = AnotherServer.on(
                Files.createTempDirectory("plainsieve-serving"),
                "--plainsieve.project=" + Files.createTempDirectory("plainsieve-nothing"))) {
            assertThat(empty.api().get("/api/v1/health").status()).isEqualTo(503);
            assertThat(empty.part(ProjectFolderWatcher.class).state().wrong().get(0))
                    .contains("The served folder has no project");
        }
    }
}
