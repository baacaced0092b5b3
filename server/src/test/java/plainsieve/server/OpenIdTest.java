package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.http.HttpResponse;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import plainsieve.demo.FreePort;
import plainsieve.issuer.Issuer;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.access.accounts.Groups;
import plainsieve.server.people.Role;
import plainsieve.server.records.access.IdentityRecords;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Signing in through a real OpenID Connect provider, and every rejected variation. */
class OpenIdTest {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final int PORT = FreePort.find();

    private static Issuer issuer;
    private static AnotherServer server;

    @BeforeAll
    static void start() throws Exception {
        issuer = new Issuer("http://127.0.0.1:%d/sign-in/callback".formatted(PORT));
        server = AnotherServer.on(
                AnotherServer.folderOfFerries(),
                "--server.port=" + PORT,
                "--plainsieve.accounts=true",
                "--plainsieve.openid.issuer=" + issuer.address(),
                "--plainsieve.openid.client-id=" + Issuer.CLIENT,
                "--plainsieve.openid.client-secret=" + Issuer.SECRET,
                "--plainsieve.openid.label=Hethra",
                "--plainsieve.openid.claims=island");
        Groups groups = server.part(Groups.class);
        String tarn = groups.add("Tarn office").id();
        groups.claim(tarn, List.of("harbour-tarn"));
        groups.grant(tarn, "home", Role.VIEWER);
    }

    @AfterAll
    static void stop() {
        server.close();
        issuer.close();
    }

    @Test
    void firstSignInCreatesAnAccountWithGroups() {
        Visitor mora = new Visitor(server.address());
        String back = mora.throughTheService("mora", "/projects/home/reports?x=1");
        assertThat(mora.comesBack(back)).isEqualTo(server.address() + "/projects/home/reports?x=1");
        JsonNode me = mora.me();
        assertThat(me.get("name").asString()).isEqualTo("mora");
        assertThat(me.get("label").asString()).isEqualTo("Mora Finlay");
        assertThat(me.get("hasPassword").asBoolean()).isFalse();
        assertThat(me.get("projects").findValuesAsString("role")).containsExactly("viewer");
        assertThat(mora.get(server.address() + "/api/v1/projects/home/reports").statusCode())
                .isEqualTo(200);
    }

    @Test
    void groupsFollowTheProvider() {
        Groups groups = server.part(Groups.class);
        String byHand = groups.add("By hand").id();
        Visitor mora = new Visitor(server.address());
        mora.comesBack(mora.throughTheService("mora", "/"));
        String id = server.part(Accounts.class).named("mora").id();
        groups.join(byHand, id);
        String tarn = groups.all().stream()
                .filter(group -> group.name().equals("Tarn office"))
                .findFirst()
                .orElseThrow()
                .id();
        groups.claim(tarn, List.of("somebody else"));
        Visitor again = new Visitor(server.address());
        again.comesBack(again.throughTheService("mora", "/"));
        assertThat(again.me().get("projects")).isEmpty();
        assertThat(groups.members().stream()
                        .filter(member -> member.personId().equals(id))
                        .map(member -> member.groupId()))
                .containsExactly(byHand);
        groups.claim(tarn, List.of("harbour-tarn"));
        Visitor back = new Visitor(server.address());
        back.comesBack(back.throughTheService("mora", "/"));
        assertThat(back.me().get("projects")).hasSize(1);
    }

    @Test
    void existingAccountIsNotTakenOverByName() {
        Accounts accounts = server.part(Accounts.class);
        accounts.grant(accounts.add("tam", "Tam Skene").id(), "", Role.OPERATOR);
        Visitor tam = new Visitor(server.address());
        assertThat(tam.comesBack(tam.throughTheService("tam", "/"))).endsWith("/sign-in?wrong=taken");
        assertThat(tam.me().get("signedIn").asBoolean()).isFalse();
    }

    @Test
    void suspendedAccountStaysSuspended() {
        Visitor one = new Visitor(server.address());
        one.comesBack(one.throughTheService("missing", "/"));
        server.part(Accounts.class)
                .block(server.part(Accounts.class).named("missing").id(), true);
        Visitor again = new Visitor(server.address());
        assertThat(again.comesBack(again.throughTheService("missing", "/"))).endsWith("wrong=shut");
        server.part(Accounts.class)
                .block(server.part(Accounts.class).named("missing").id(), false);
    }

    @Test
    void responseIsValidOnceInTheSameBrowser() {
        Visitor asked = new Visitor(server.address());
        String back = asked.throughTheService("mora", "/");
        assertThat(new Visitor(server.address()).comesBack(back))
                .as("another browser")
                .endsWith("wrong=expired");
        String other = back.replaceAll("state=[^&]+", "state=forged");
        assertThat(asked.comesBack(other)).as("another state").endsWith("wrong=expired");
        Visitor once = new Visitor(server.address());
        String good = once.throughTheService("mora", "/");
        assertThat(once.comesBack(good)).doesNotContain("wrong");
        assertThat(once.comesBack(good)).as("a second time").endsWith("wrong=expired");
        Visitor forged = new Visitor(server.address());
        String code = forged.throughTheService("mora", "/").replaceAll("code=[^&]+", "code=forged");
        assertThat(forged.comesBack(code)).endsWith("wrong=forged");
        assertThat(forged.me().get("signedIn").asBoolean()).isFalse();
        Visitor denied = new Visitor(server.address());
        String no = denied.throughTheService("mora", "/").replaceAll("code=[^&]+", "error=access_denied");
        assertThat(denied.comesBack(no)).endsWith("wrong=denied");
    }

    @Test
    void rejectsForeignRedirects() {
        for (String page :
                List.of("https://elsewhere.example/", "//elsewhere.example", "/\\elsewhere.example", "/sign-in", "x")) {
            Visitor visitor = new Visitor(server.address());
            assertThat(visitor.comesBack(visitor.throughTheService("mora", page)))
                    .as(page)
                    .isEqualTo(server.address() + "/");
        }
    }

    @Test
    void requestHasPkceAndANonce() {
        HttpResponse<String> sent = new Visitor(server.address()).get(server.address() + "/sign-in/by-service");
        assertThat(sent.statusCode()).isEqualTo(302);
        assertThat(sent.headers().firstValue("Location").orElseThrow())
                .contains("code_challenge=", "code_challenge_method=S256", "nonce=", "state=", "scope=");
        String cookie = sent.headers().firstValue("Set-Cookie").orElseThrow();
        assertThat(cookie).contains("HttpOnly", "SameSite=Lax", "Path=/sign-in").doesNotContain("verifier", "nonce");
    }

    @Test
    void claimCanGrantRowAccess() {
        Visitor mora = new Visitor(server.address());
        mora.comesBack(mora.throughTheService("mora", "/"));
        assertThat(server.part(IdentityRecords.class).claims("mora", "island")).containsExactly("Tarn");
    }

    @Test
    void unreachableProviderIsReported() throws Exception {
        try (AnotherServer alone = AnotherServer.on(
                AnotherServer.folderOfFerries(),
                "--plainsieve.accounts=true",
                "--plainsieve.openid.issuer=http://127.0.0.1:1",
                "--plainsieve.openid.client-id=x")) {
            Visitor visitor = new Visitor(server.address());
            assertThat(Visitor.next(visitor.get(alone.address() + "/sign-in/by-service")))
                    .endsWith("wrong=unreachable");
            assertThat(alone.api().get("/api/v1/me").json().get("service").asString())
                    .isEqualTo("your organization");
            assertThat(alone.api()
                            .post("/api/v1/sign-in", Map.of("name", "x", "password", "y"))
                            .status())
                    .isEqualTo(422);
        }
    }
}
