package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import plainsieve.server.people.Role;
import tools.jackson.databind.JsonNode;

/** Signed links to reports: public or for signed-in users, with expiry, revocation and usage counts. */
class SignedLinksTest {
    private static final String LINKS = "/api/v1/reports/held/signed-links";
    private static final Map<String, Object> HETHRA = Map.of("island", Api.values("Hethra"));

    private static RestrictedServer server;
    private static Api author;
    private static Api viewer;

    @BeforeAll
    static void start() throws Exception {
        server = new RestrictedServer();
        author = server.person("oran", "home", Role.AUTHOR);
        viewer = server.person("tam", "home", Role.VIEWER);
        server.officeOf("tam", "Tarn");
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private record Link(String id, String token) {}

    private static Api.Answer asked(Map<String, Object> choices, String lastDay, boolean anyone) {
        return author.post(LINKS, Map.of("choices", choices, "lastDay", lastDay, "openToAnyone", anyone));
    }

    private static Link made(Map<String, Object> choices, boolean anyone) {
        JsonNode made = asked(choices, tomorrow(), anyone).json();
        return new Link(made.get("link").get("id").asString(), made.get("token").asString());
    }

    private static Api stranger(Link link) {
        return server.stranger().saying("Signed-Link", "held " + link.token());
    }

    private static Api.Answer rows(Api who, Link link, Map<String, Object> choices) {
        Map<String, Object> body = new HashMap<>(
                Map.of("runId", UUID.randomUUID().toString(), "choices", choices, "sortBy", "", "descending", false));
        body.put("linkToken", link.token());
        return who.post("/api/v1/reports/held/views/rows/run", body);
    }

    @Test
    void publicLinkShowsTheReportWithFixedChoices() {
        Link link = made(HETHRA, true);
        Api stranger = stranger(link);
        assertThat(stranger.get("/api/v1/reports/held").status()).isEqualTo(200);
        Api.Answer rows = rows(stranger, link, Map.of());
        assertThat(rows.rows())
                .isNotEmpty()
                .allSatisfy(row -> assertThat(row.get(1).asString()).isEqualTo("Hethra"));
        assertThat(rows(stranger, link, Map.of("island", Api.values("Tarn"))).failure())
                .contains("The link fixes");
        assertThat(rows(stranger, link, Map.of("held_port", Api.values("Ardlow")))
                        .rows())
                .isNotEmpty();
        assertThat(rows.lines().toString()).doesNotContain("select");
        assertThat(server.operator()
                        .get("/api/v1/sent")
                        .json()
                        .get(0)
                        .get("caller")
                        .asString())
                .startsWith("link " + link.id().substring(0, 8));
    }

    @Test
    void linkOpensNothingElse() {
        Link link = made(HETHRA, true);
        Api stranger = stranger(link);
        assertThat(stranger.get("/api/v1/reports").json().findValuesAsString("id"))
                .containsExactly("held");
        assertThat(stranger.get("/api/v1/reports/late-crossings").status()).isEqualTo(404);
        assertThat(stranger.runView("late-crossings", "figures", Map.of()).status())
                .isEqualTo(404);
        assertThat(stranger.get("/api/v1/parameters").status()).isEqualTo(403);
        assertThat(stranger.get("/api/v1/sent").status()).isEqualTo(403);
        assertThat(stranger.get("/api/v1/people").status()).isEqualTo(401);
        assertThat(stranger.get("/api/v1/projects").status()).isEqualTo(401);
        assertThat(stranger.get("/api/v1/projects/nowhere/reports/held").status())
                .isIn(401, 422);
        Map<String, Object> list = Map.of("choices", Map.of(), "reportId", "held");
        assertThat(stranger.post("/api/v1/parameters/held_port/values", list)
                        .lines()
                        .toString())
                .contains("Ardlow")
                .doesNotContain("Tarn Quay");
        assertThat(stranger.post(
                                "/api/v1/parameters/port/values",
                                Map.of("choices", Map.of(), "reportId", "late-crossings"))
                        .status())
                .isEqualTo(404);
    }

    @Test
    void removalOfAReportRevokesItsLinksUntilRestored() {
        Link link = made(HETHRA, true);
        assertThat(author.send("DELETE", "/api/v1/reports/held", Map.of()).status())
                .isEqualTo(204);
        assertThat(stranger(link).get("/api/v1/reports/held").status()).isNotEqualTo(200);
        String removed = author.get("/api/v1/removed").json().get(0).get("id").asString();
        assertThat(author.post("/api/v1/removed/" + removed + "/restore", Map.of())
                        .status())
                .isLessThan(300);
        assertThat(stranger(link).get("/api/v1/reports/held").status()).isEqualTo(200);
    }

    @Test
    void rejectsALinkThatFixesNoRestriction() {
        assertThat(asked(Map.of("state", Api.values("late")), tomorrow(), true).failure())
                .startsWith("The link would show no rows");
        assertThat(asked(Map.of("island", Api.blank()), tomorrow(), true).status())
                .isEqualTo(422);
        Link link = made(HETHRA, true);
        assertThat(rows(stranger(link), link, Map.of("island", Api.blank())).rows())
                .allSatisfy(row -> assertThat(row.get(1).asString()).isEqualTo("Hethra"));
    }

    private static String tomorrow() {
        return LocalDate.now().plusDays(1).toString();
    }

    @Test
    void signedInLinkRequiresAccess() {
        Link link = made(Map.of("held_port", Api.values("Tarn Quay")), false);
        assertThat(stranger(link).get("/api/v1/reports/held").status()).isEqualTo(401);
        assertThat(rows(viewer, link, Map.of()).rows()).isNotEmpty();
        assertThat(rows(viewer, made(HETHRA, false), Map.of()).failure()).contains("You may not see “Hethra”");
    }

    @Test
    void revokedOrExpiredLinkOpensNothing() {
        Link link = made(HETHRA, true);
        assertThat(author.send("DELETE", LINKS + "/" + link.id(), "").status()).isEqualTo(204);
        Api.Answer refused = stranger(link).get("/api/v1/reports/held");
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.failure()).contains("This link was revoked");
        assertThat(rows(viewer, link, Map.of()).failure()).contains("revoked");

        Link old = made(HETHRA, true);
        server.end(old.id());
        assertThat(stranger(old).get("/api/v1/reports/held").failure()).contains("This link has expired");
        JsonNode listed = author.get(LINKS).json();
        assertThat(listed.findValuesAsString("status")).contains("revoked", "expired", "active");
    }

    @Test
    void fileBelongsToTheClientThatOrderedIt() throws Exception {
        Link link = made(HETHRA, true);
        Map<String, Object> order = Map.of(
                "runId", UUID.randomUUID().toString(), "choices", Map.of(), "linkToken", link.token(), "format", "csv");
        Api.Answer ordered = stranger(link).post("/api/v1/reports/held/views/rows/downloads", order);
        assertThat(ordered.status()).isEqualTo(201);
        String file =
                "/api/v1/projects/home/downloads/" + ordered.json().get("id").asString();
        assertThat(viewer.get(file).status()).isEqualTo(404);
        assertThat(server.stranger().get(file).status()).isEqualTo(401);
        String by = "?Signed-Link=" + URLEncoder.encode("held " + link.token(), StandardCharsets.UTF_8);
        assertThat(server.stranger().text(file + by)).contains("Hethra").doesNotContain("Tarn");
        assertThat(viewer.get("/api/v1/projects/home/reports/held" + by).status())
                .isEqualTo(200);
    }

    @Test
    void countsUses() throws Exception {
        Link link = made(HETHRA, true);
        stranger(link).get("/api/v1/reports/held");
        stranger(link).get("/api/v1/reports/held");
        rows(stranger(link), link, Map.of());
        JsonNode listed = Waiting.until(
                () -> listed(link), one -> one.get("uses").get("count").asInt() == 2);
        assertThat(listed.get("uses").get("last").asString()).isNotEmpty();
        assertThat(listed.get("createdBy").asString()).isEqualTo("oran");
        assertThat(listed.toString()).doesNotContain(link.token());
    }

    private static JsonNode listed(Link link) {
        return author.get(LINKS)
                .json()
                .valueStream()
                .filter(one -> one.get("id").asString().equals(link.id()))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void requiresAnExpiryWithinTheLimit() {
        assertThat(asked(HETHRA, "", true).failure()).contains("expire within a year");
        assertThat(asked(HETHRA, LocalDate.now().plusYears(2).toString(), true).status())
                .isEqualTo(422);
        assertThat(asked(HETHRA, LocalDate.now().minusDays(2).toString(), true).failure())
                .contains("That date is in the past");
        assertThat(asked(HETHRA, "soon", true).failure()).contains("is no day");
        assertThat(asked(HETHRA, "", false).status()).isEqualTo(201);
    }

    @Test
    void rejectsForgedOrTruncatedLinks() {
        Link link = made(HETHRA, true);
        String token = link.token();
        for (String forged : new String[] {
            token.substring(0, token.length() - 1), token + "A", "x." + token.split("\\.")[1], ".", "a.b.c", "%"
        }) {
            Api.Answer answer = stranger(new Link("", forged)).get("/api/v1/reports/held");
            assertThat(answer.status()).as(forged).isEqualTo(422);
            assertThat(answer.failure()).contains("The signature of this link is invalid");
        }
        assertThat(server.stranger()
                        .saying("Signed-Link", "late-crossings " + token)
                        .get("/api/v1/reports/late-crossings")
                        .status())
                .isEqualTo(422);
        assertThat(server.stranger()
                        .saying("Signed-Link", token)
                        .get("/api/v1/reports/held")
                        .status())
                .isEqualTo(401);
    }
}
