package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.access.accounts.Groups;
import plainsieve.server.people.Role;
import tools.jackson.databind.JsonNode;

/** Attempts to escalate privileges: each is rejected and changes nothing. */
class AccessLimitsTest {
    private static final String AUDIENCE = "/api/v1/projects/home/reports/late-crossings/audience";
    private static final String OTHER_SOURCE = """
            sources: [{id: elsewhere, kind: postgresql, host: db.example, port: 5432, database: d, user: postgres}]
            """;

    private static AnotherServer server;
    private static TestPerson operator;
    private static TestPerson author;
    private static TestPerson viewer;

    @BeforeAll
    static void start() throws Exception {
        server = AnotherServer.on(AnotherServer.folderOfFerries(), "--plainsieve.accounts=true");
        operator = TestPerson.called(server, "the-operator").with("", Role.OPERATOR);
        author = TestPerson.called(server, "the-author").with("home", Role.AUTHOR);
        viewer = TestPerson.called(server, "the-viewer").with("home", Role.VIEWER);
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static Api.Answer imported(TestPerson person, String yaml, String... texts) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
            write(zip, "project.yaml", yaml);
            for (int i = 0; i < texts.length; i += 2) {
                write(zip, texts[i], texts[i + 1]);
            }
        }
        return person.api()
                .sendBytes("PUT", "/api/v1/projects/home/project.zip", "application/zip", bytes.toByteArray());
    }

    private static void write(ZipOutputStream zip, String name, String text) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        zip.write(text.getBytes(StandardCharsets.UTF_8));
    }

    private static List<String> sources() {
        return operator.api().get("/api/v1/sources").json().findValuesAsString("id");
    }

    @Test
    void importByAnAuthorAddsNoSource() throws Exception {
        assertThat(imported(author, OTHER_SOURCE).status()).isEqualTo(204);
        assertThat(sources()).doesNotContain("elsewhere");
        Api.Answer refused = imported(
                author, OTHER_SOURCE + "queries: [{id: q, source: elsewhere, file: q.sql}]", "q.sql", "select 1");
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.failure()).contains("no source “elsewhere”");
        assertThat(sources()).doesNotContain("elsewhere");
    }

    @Test
    void importByAnOperatorAddsAuditedSources() throws Exception {
        assertThat(imported(operator, OTHER_SOURCE.replace("elsewhere", "by-operator"))
                        .status())
                .isEqualTo(204);
        assertThat(sources()).contains("by-operator");
        assertThat(operator.api().get("/api/v1/audit-log").json())
                .anySatisfy(entry -> assertThat(entry.get("object").asString()).isEqualTo("by-operator"));
    }

    @Test
    void importByAnAuthorChangesNoSource() throws Exception {
        JsonNode before = operator.api().get("/api/v1/sources").json();
        assertThat(imported(author, OTHER_SOURCE.replace("elsewhere", "ferries"))
                        .status())
                .isEqualTo(204);
        assertThat(operator.api().get("/api/v1/sources").json().findValuesAsString("kind"))
                .isEqualTo(before.findValuesAsString("kind"));
    }

    /** A field whose omission would grant access is required; an unknown keyword is rejected. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            PUT  | /api/v1/projects/home/reports/late-crossings/audience | {}                                         | everyone
            PUT  | /api/v1/projects/home/reports/late-crossings/audience | {"everyone": false}                        | groups
            PUT  | /api/v1/projects/home/reports/late-crossings/audience | {"groups": []}                             | everyone
            PUT  | /api/v1/projects/home/members    | {"kind": "persons", "name": "the-viewer", "role": "operator"}       | kind
            PUT  | /api/v1/projects/home/members    | {"name": "the-viewer", "role": "operator"}                          | kind
            PUT  | /api/v1/projects/home/members    | {"kind": "person", "name": "the-viewer", "role": "owner"}           | role
            PUT  | /api/v1/projects/home/members    | {"kind": "person", "name": "the-viewer"}                            | role
            PUT  | /api/v1/allowed-sources/ferries  | {}                                                              | projects
            POST | /api/v1/me/keys                  | {"name": "k", "role": "viewer", "days": 1}                      | projectId
            POST | /api/v1/me/keys                  | {"name": "k", "projectId": "home", "days": 1}                   | role
            POST | /api/v1/projects/home/reports/late-crossings/signed-links | {"lastDay": "", "openToAnyone": true}        | choices
            POST | /api/v1/projects/home/reports/late-crossings/signed-links | {"choices": {}, "openToAnyone": true}        | lastDay
            """)
    void omittedFieldGrantsNothing(String method, String path, String body, String field) {
        Api.Answer refused = operator.api().send(method, path, body);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.json().get("problems").findValuesAsString("message"))
                .anySatisfy(message -> assertThat(message).contains("“" + field + "”"));
    }

    @Test
    void rejectsARoleWithoutAProject() {
        String path = "/api/v1/people/" + viewer.id() + "/role";
        assertThat(operator.api().send("PUT", path, Map.of("role", "operator")).status())
                .isEqualTo(422);
        assertThat(operator.api()
                        .send("PUT", "/api/v1/people/" + viewer.id() + "/suspended", Map.of())
                        .status())
                .isEqualTo(422);
        assertThat(viewer.api().get("/api/v1/people").status()).isEqualTo(403);
    }

    @Test
    void groupOnlyReportStaysRestricted() {
        String group = server.part(Groups.class).add("Harbour").id();
        operator.api().send("PUT", AUDIENCE, Map.of("everyone", false, "groups", List.of(group)));
        assertThat(operator.api().send("PUT", AUDIENCE, "{}").status()).isEqualTo(422);
        assertThat(viewer.opens()).isEqualTo(404);
        operator.api().send("PUT", AUDIENCE, Map.of("everyone", false, "groups", List.of()));
        assertThat(viewer.opens()).isEqualTo(200);
    }

    private static Api.Answer key(TestPerson owner, String project, String role) {
        return owner.api().post("/api/v1/me/keys", Map.of("name", "k", "projectId", project, "role", role, "days", 3));
    }

    private static Api with(TestPerson owner, Api.Answer created) {
        return owner.api().withKey(created.json().get("secret").asString());
    }

    @Test
    void apiKeyIsLimitedToTheRoleOfItsOwner() {
        Api.Answer refused = key(viewer, "home", "operator");
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.failure()).contains("You are a viewer");
        assertThat(key(author, "", "operator").status()).isEqualTo(422);
        assertThat(key(author, "", "author").status()).isEqualTo(201);
        assertThat(key(operator, "", "operator").status()).isEqualTo(201);
    }

    @Test
    void apiKeyDoesNotGainWithItsOwner() {
        String other = operator.api()
                .post("/api/v1/projects", Map.of("name", "Later"))
                .json()
                .get("id")
                .asString();
        TestPerson rising = TestPerson.called(server, "rising").with("home", Role.VIEWER);
        TestPerson elsewhere = TestPerson.called(server, "author-elsewhere")
                .with("home", Role.VIEWER)
                .with(other, Role.AUTHOR);
        Api ofViewer = with(rising, key(rising, "", "viewer"));
        Api ofAuthor = with(elsewhere, key(elsewhere, "", "author"));
        rising.with(other, Role.VIEWER);
        elsewhere.with("home", Role.AUTHOR);
        assertThat(rising.api().get("/api/v1/projects/" + other + "/reports").status())
                .isEqualTo(200);
        assertThat(ofViewer.get("/api/v1/projects/" + other + "/reports").status())
                .isEqualTo(404);
        assertThat(ofViewer.get("/api/v1/projects/home/reports").status()).isEqualTo(200);
        assertThat(elsewhere.api().get("/api/v1/projects/home/parameters").status())
                .isEqualTo(200);
        assertThat(ofAuthor.get("/api/v1/projects/home/parameters").status()).isEqualTo(403);
        assertThat(ofAuthor.get("/api/v1/projects/" + other + "/parameters").status())
                .isEqualTo(200);
    }

    @Test
    void apiKeyGainsNoGroup() {
        Groups groups = server.part(Groups.class);
        String crew = groups.add("Night crew").id();
        String report = "/api/v1/projects/home/reports/late-crossings";
        TestPerson joining = TestPerson.called(server, "joining").with("home", Role.VIEWER);
        Api key = with(joining, key(joining, "home", "viewer"));
        operator.api().send("PUT", AUDIENCE, Map.of("everyone", false, "groups", List.of(crew)));
        groups.join(crew, joining.id());
        assertThat(joining.api().get(report).status()).isEqualTo(200);
        assertThat(key.get(report).status()).isEqualTo(404);
        operator.api().send("PUT", AUDIENCE, Map.of("everyone", false, "groups", List.of()));
    }

    @Test
    void suspensionEndsApiKeysForGood() {
        TestPerson suspended = TestPerson.called(server, "suspended").with("home", Role.VIEWER);
        Api key = with(suspended, key(suspended, "home", "viewer"));
        assertThat(key.get("/api/v1/projects/home/reports").status()).isEqualTo(200);
        server.part(Accounts.class).block(suspended.id(), true);
        assertThat(key.get("/api/v1/projects/home/reports").status()).isEqualTo(401);
        server.part(Accounts.class).block(suspended.id(), false);
        assertThat(key.get("/api/v1/projects/home/reports").status()).isEqualTo(401);
    }

    @Test
    void apiKeyCannotChangeTheAccount() {
        Api key = with(viewer, key(viewer, "home", "viewer"));
        assertThat(key.post("/api/v1/sign-out/everywhere", Map.of()).status()).isEqualTo(422);
        assertThat(key.post("/api/v1/me/keys", Map.of("name", "k", "projectId", "home", "role", "viewer", "days", 1))
                        .status())
                .isEqualTo(422);
        assertThat(viewer.opens()).isEqualTo(200);
    }

    @Test
    void downloadBelongsToItsOwner() {
        String order = "/api/v1/projects/home/reports/late-crossings/views/crossings/downloads";
        Map<String, Object> body = new HashMap<>(Map.of("runId", "known", "format", "csv", "choices", Map.of()));
        assertThat(viewer.api().post(order, body).status()).isEqualTo(201);
        assertThat(author.api().get("/api/v1/projects/home/downloads/known").status())
                .isEqualTo(404);
        assertThat(author.api()
                        .get("/api/v1/projects/home/downloads/known/progress")
                        .status())
                .isEqualTo(404);
        assertThat(author.api().post(order, body).status()).isEqualTo(201);
        assertThat(viewer.api()
                        .get("/api/v1/projects/home/downloads/known/progress")
                        .json()
                        .get("state")
                        .asString())
                .isEqualTo("ordered");
    }

    @ParameterizedTest
    @CsvSource({
        "POST, /api/v1/projects, name",
        "PATCH, /api/v1/projects/home/queries/late-crossings, name",
        "PATCH, /api/v1/projects/home/reports/late-crossings, name",
        "POST, /api/v1/groups, name",
        "POST, /api/v1/me/keys, name"
    })
    void nameIsASingleLineWithoutEncodedWords(String method, String path, String field) {
        for (String name : List.of("Late\r\nBcc: x@y.example", "a\u2028b", "a\tb", "a\u202Eb", "=?utf-8?q?Pay_now?=")) {
            Map<String, Object> body = new HashMap<>(
                    Map.of("projectId", "home", "role", "viewer", "days", 1, "version", 1, "audience", ""));
            body.keySet()
                    .removeIf(key -> !path.contains("keys")
                            && !List.of("version", "audience").contains(key));
            if (!method.equals("PATCH")) {
                body.remove("version");
            }
            if (!path.contains("reports")) {
                body.remove("audience");
            }
            body.put(field, name);
            Api.Answer refused = operator.api().send(method, path, body);
            assertThat(refused.status()).as(name).isEqualTo(422);
            assertThat(refused.failure()).startsWith("A name ");
        }
    }

    @Test
    void importedNameIsASingleLine() throws Exception {
        Api.Answer refused =
                imported(author, "reports: [{id: r, name: \"Late\\r\\nBcc: x@y.example\", question: Ports.}]");
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.failure()).startsWith("A name is a single line");
    }

    @ParameterizedTest
    @CsvSource({"'.', copies-home/late.parquet", "'.', copies-home/new/x.csv", "copies-home, x.csv"})
    void onlyTheServerWritesStoredCopies(String folder, String name) throws Exception {
        String id = "files " + folder.replace(".", "root") + name.length();
        assertThat(operator.api()
                        .post("/api/v1/projects/home/sources", Map.of("id", id, "kind", "folder", "database", folder))
                        .status())
                .isEqualTo(201);
        Api.Answer refused =
                author.api().upload(id.replace(" ", "%20"), name, true, "a\n1\n".getBytes(StandardCharsets.UTF_8));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.failure()).contains("stored copies");
        assertThat(author.api()
                        .upload(id.replace(" ", "%20"), "copies.csv", true, "a\n1\n".getBytes(StandardCharsets.UTF_8))
                        .status())
                .isEqualTo(folder.equals(".") ? 204 : 422);
    }
}
