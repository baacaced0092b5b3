package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import plainsieve.server.access.accounts.Groups;
import plainsieve.server.people.Role;
import tools.jackson.databind.JsonNode;

/** Operators of a single project manage its users and the sources assigned to it. */
class ProjectOperatorsTest {
    private static AnotherServer server;
    private static TestPerson operator;

    @BeforeAll
    static void start() throws Exception {
        server = AnotherServer.on(AnotherServer.folderOfFerries(), "--plainsieve.accounts=true");
        operator = called("keeper").with("", Role.OPERATOR);
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static String project(String name) {
        return operator.api()
                .post("/api/v1/projects", Map.of("name", name))
                .json()
                .get("id")
                .asString();
    }

    private static TestPerson called(String name) {
        return TestPerson.called(server, name);
    }

    @Test
    void projectOperatorGrantsRolesInTheProjectOnly() {
        String other = project("Members");
        String at = "/api/v1/projects/" + other + "/members";
        TestPerson looksAfter = called("looks-after").with(other, Role.OPERATOR);
        TestPerson newcomer = called("newcomer");
        String group = server.part(Groups.class).add("Of members").id();
        TestPerson inGroup = called("in-group");
        server.part(Groups.class).join(group, inGroup.id());

        Map<String, Object> viewer = Map.of("kind", "person", "name", "newcomer", "role", "viewer");
        assertThat(looksAfter.api().send("PUT", at, viewer).status()).isEqualTo(204);
        Map<String, Object> authors = Map.of("kind", "group", "name", "Of members", "role", "author");
        assertThat(looksAfter.api().send("PUT", at, authors).status()).isEqualTo(204);
        assertThat(newcomer.api().get("/api/v1/projects/" + other + "/reports").status())
                .isEqualTo(200);
        assertThat(inGroup.api()
                        .get("/api/v1/projects/" + other + "/parameters")
                        .status())
                .isEqualTo(200);
        assertThat(looksAfter.api().get(at).json().get("members").findValuesAsString("name"))
                .containsExactlyInAnyOrder("looks-after", "newcomer", "Of members");

        assertThat(looksAfter
                        .api()
                        .send("PUT", "/api/v1/projects/home/members", viewer)
                        .status())
                .isEqualTo(404);
        assertThat(newcomer.opens()).isEqualTo(404);
        assertThat(looksAfter.api().get("/api/v1/people").status()).isEqualTo(403);
        assertThat(newcomer.api().get(at).status()).isEqualTo(403);

        assertThat(looksAfter
                        .api()
                        .send("DELETE", at + "?kind=person&name=newcomer", Map.of())
                        .status())
                .isEqualTo(204);
        assertThat(newcomer.api().get("/api/v1/projects/" + other + "/reports").status())
                .isEqualTo(404);
    }

    private static Api.Answer allow(TestPerson operator, String source, String... projects) {
        return operator.api().send("PUT", "/api/v1/allowed-sources/" + source, Map.of("projects", List.of(projects)));
    }

    private static void assertThatNothingIsReadFrom(String source, TestPerson author, String at) {
        for (String rest : List.of("/health", "/contents", "/start?name=ports&kind=table")) {
            assertThat(author.api().get(at + "/sources/" + source + rest).status())
                    .as(rest)
                    .isEqualTo(404);
        }
        assertThat(author.api()
                        .post(at + "/sources/" + source + "/previews", Map.of("table", "ports"))
                        .status())
                .isEqualTo(404);
    }

    @Test
    void unassignedSourceIsNotFoundForAuthors() {
        String other = project("Without it");
        String at = "/api/v1/projects/" + other;
        TestPerson author = called("author-without").with(other, Role.AUTHOR);
        TestPerson looksAfter = called("operator-without").with(other, Role.OPERATOR);
        JsonNode sources = author.api().get(at + "/sources").json();
        String source = sources.get(0).get("id").asString();
        Map<String, Object> query = Map.of("name", "Peek", "source", source, "text", "select 1 as one");
        assertThat(allow(operator, source, "home").status()).isEqualTo(204);
        assertThat(author.api().get(at + "/sources").json().findValuesAsString("id"))
                .doesNotContain(source);
        assertThatNothingIsReadFrom(source, author, at);
        assertThat(author.api()
                        .status(
                                "PUT",
                                at + "/sources/" + source + "/files?name=a.csv",
                                "application/octet-stream",
                                "a"))
                .as("files of a source that is not theirs")
                .isEqualTo(404);
        assertThat(author.api().post(at + "/queries", query).status()).isEqualTo(404);
        assertThat(looksAfter
                        .api()
                        .send("DELETE", at + "/sources/" + source, Map.of())
                        .status())
                .isEqualTo(404);
        assertThat(looksAfter
                        .api()
                        .send("PUT", "/api/v1/allowed-sources/" + source, Map.of("projects", List.of()))
                        .status())
                .as("an operator of one project lets no project in")
                .isEqualTo(403);
        assertThat(operator.api().get("/api/v1/projects/home/sources").json().findValuesAsString("id"))
                .contains(source);
        assertThat(allow(operator, source).status()).isEqualTo(204);
    }

    @Test
    void usedSourceCannotBeUnassigned() {
        String other = project("With it");
        TestPerson author = called("author-with").with(other, Role.AUTHOR);
        String at = "/api/v1/projects/" + other;
        String source =
                author.api().get(at + "/sources").json().get(0).get("id").asString();
        Map<String, Object> query = Map.of("name", "Peek", "source", source, "text", "select 1 as one");
        allow(operator, source, "home", other);
        String id = author.api().post(at + "/queries", query).json().get("id").asString();
        assertThat(allow(operator, source, "home").failure())
                .isEqualTo("“%s” is used by the query “Peek” of “With it”.".formatted(source));
        assertThat(allow(operator, source).status()).isEqualTo(204);
        assertThat(author.api().send("DELETE", at + "/queries/" + id, Map.of()).status())
                .isEqualTo(204);
    }
}
