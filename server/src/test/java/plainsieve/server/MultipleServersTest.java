package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.demo.FreePort;
import plainsieve.issuer.Issuer;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.access.accounts.ExternalIdentities;
import plainsieve.server.access.accounts.ReportLinks;
import plainsieve.server.access.accounts.SignInService;
import plainsieve.server.access.openid.OpenIdIdentity;
import plainsieve.server.definitions.project.Projects;
import plainsieve.server.http.context.SessionCookie;
import tools.jackson.databind.json.JsonMapper;

/** Two servers that share files and a key, behind a plain proxy. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class MultipleServersTest {
    private static final int VIEWERS = 200;
    private static final int AT_ONCE = 20;
    private static final int ASKS = 4;
    private static final int TRIES = 10;
    private static final JsonMapper JSON = JsonMapper.shared();

    private static Issuer issuer;
    private static AnotherServer one;
    private static Process other;
    private static String otherAddress;
    private static PlainProxy proxy;

    @BeforeAll
    static void start() throws Exception {
        Path made = AnotherServer.folderOfFerries();
        Path project = ProjectFolderWatcherTest.written(made);
        Files.writeString(project.resolve("people.yaml"), """
                groups:
                  - name: Tarn office
                    claimed: [harbour-tarn]
                    role: viewer
                """);
        List<Integer> ports = List.of(FreePort.find(), FreePort.find(), FreePort.find());
        issuer = new Issuer("http://127.0.0.1:%d/sign-in/callback".formatted(ports.get(0)));
        List<String> settings = List.of(
                "--plainsieve.project=" + project,
                "--plainsieve.file-folders=" + made.resolve("files"),
                "--plainsieve.accounts=true",
                "--plainsieve.shared-key=a key that all the servers of the ferries share",
                "--plainsieve.openid.issuer=" + issuer.address(),
                "--plainsieve.openid.client-id=" + Issuer.CLIENT,
                "--plainsieve.openid.client-secret=" + Issuer.SECRET);
        otherAddress = "http://127.0.0.1:" + ports.get(2);
        other = started(settings, ports.get(2));
        one = AnotherServer.on(
                Files.createTempDirectory("plainsieve-one"),
                Stream.concat(settings.stream(), Stream.of("--server.port=" + ports.get(1)))
                        .toArray(String[]::new));
        awaitOther();
        proxy = new PlainProxy(ports.get(0), List.of(ports.get(1), ports.get(2)));
    }

    @AfterAll
    static void stop() throws Exception {
        proxy.close();
        other.destroyForcibly();
        one.close();
        issuer.close();
    }

    private static Process started(List<String> settings, int port) throws IOException {
        List<String> command = ServerProcess.command(port, Files.createTempDirectory("plainsieve-other"));
        command.addAll(settings);
        return new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start();
    }

    private static void awaitOther() throws InterruptedException {
        Instant end = Instant.now().plusSeconds(90);
        while (true) {
            try {
                if (new Api(otherAddress)
                        .get("/api/v1/health")
                        .json()
                        .get("ready")
                        .asBoolean()) {
                    return;
                }
            } catch (IllegalStateException away) {
                assertThat(Instant.now()).isBefore(end);
            }
            Thread.sleep(200);
        }
    }

    @Test
    @Order(1)
    void sessionIsValidOnAllServers() {
        Visitor mora = new Visitor(proxy.address());
        String back = mora.throughTheService("mora", "/projects/home/reports");
        assertThat(mora.comesBack(back)).isEqualTo(proxy.address() + "/projects/home/reports");
        for (String server : List.of(one.address(), otherAddress)) {
            assertThat(JSON.readTree(mora.get(server + "/api/v1/me").body())
                            .get("label")
                            .asString())
                    .isEqualTo("Mora Finlay");
            assertThat(mora.get(server + "/api/v1/projects/home/reports/late-crossings")
                            .statusCode())
                    .isEqualTo(200);
        }
        Visitor tam = new Visitor(proxy.address());
        tam.comesBack(tam.throughTheService("tam", "/projects/home/reports"));
        assertThat(tam.get(otherAddress + "/api/v1/projects/home/reports/late-crossings")
                        .statusCode())
                .as("of no group that the files name")
                .isEqualTo(404);
    }

    @Test
    @Order(2)
    void signingOutEverywhereRevokesAllSecrets() throws Exception {
        String cookie = viewer(VIEWERS + 1);
        SignInService signInService = one.part(SignInService.class);
        signInService.signOutEverywhere(
                one.part(Accounts.class).named("viewer" + (VIEWERS + 1)).id());
        HttpRequest request = HttpRequest.newBuilder(URI.create(one.address() + "/api/v1/projects/home/reports"))
                .header("Cookie", cookie)
                .build();
        assertThat(HttpClient.newHttpClient()
                        .send(request, HttpResponse.BodyHandlers.discarding())
                        .statusCode())
                .isEqualTo(401);
    }

    @Test
    @Order(2)
    void signedLinkIsValidOnAllServers() throws Exception {
        ReportLinks.LinkRequest wanted = new ReportLinks.LinkRequest(
                Map.of("port", ChoiceText.of("Lunna")),
                Optional.of(Instant.now().plusSeconds(3600)),
                true,
                "mora");
        String token = one.part(ReportLinks.class)
                .create(one.part(Projects.class).first(), "late-crossings", wanted)
                .token();
        for (String server : List.of(one.address(), otherAddress)) {
            Api stranger = new Api(server).saying("Signed-Link", "late-crossings " + token);
            assertThat(stranger.get("/api/v1/reports/late-crossings").status()).isEqualTo(200);
            Api forger = new Api(server).saying("Signed-Link", "late-crossings " + token.replace('A', 'B') + "x");
            assertThat(forger.get("/api/v1/reports/late-crossings").status()).isNotEqualTo(200);
        }
    }

    /** Request headers of a signed-in viewer. */
    private static String viewer(int number) {
        OpenIdIdentity openIdIdentity = new OpenIdIdentity(
                issuer.address(),
                "v" + number,
                "viewer" + number,
                "Viewer " + number,
                List.of("harbour-tarn"),
                Map.of());
        SignInService signInService = one.part(SignInService.class);
        return SessionCookie.NAME + "="
                + signInService
                        .byService(
                                openIdIdentity,
                                one.part(ExternalIdentities.class).of(openIdIdentity),
                                new SignInService.RequestOrigin("127.0.0.1", true, "tests", ""))
                        .secret();
    }

    /** Whether the complete response was received; it never contains anything but rows. */
    private static boolean isAnswered(HttpClient client, String cookie) throws InterruptedException {
        HttpRequest request = HttpRequest.newBuilder(
                        URI.create(proxy.address() + "/api/v1/projects/home/reports/late-crossings/question"))
                .header("Content-Type", "application/json")
                .header("Cookie", cookie)
                .POST(HttpRequest.BodyPublishers.ofString("{\"choices\":{}}"))
                .build();
        try {
            assertThat(client.send(request, HttpResponse.BodyHandlers.ofString())
                            .statusCode())
                    .isEqualTo(200);
            return true;
        } catch (IOException gone) {
            return false;
        }
    }

    /* It is a moment until no one is led to it any more. */
    private static boolean isAnsweredSoon(HttpClient client, String cookie) throws InterruptedException {
        for (int i = 0; i < TRIES; i++) {
            Thread.sleep(500);
            if (isAnswered(client, cookie)) {
                return true;
            }
        }
        return false;
    }

    @Test
    @Order(3)
    void clientsOfOtherServersDoNotNoticeACrash() throws Exception {
        List<String> cookies = Stream.iterate(0, i -> i + 1)
                .limit(VIEWERS)
                .map(MultipleServersTest::viewer)
                .toList();
        AtomicInteger asked = new AtomicInteger();
        AtomicInteger broken = new AtomicInteger();
        ExecutorService viewers = Executors.newFixedThreadPool(AT_ONCE);
        List<Future<?>> all = cookies.stream()
                .<Future<?>>map(cookie -> viewers.submit(() -> {
                    HttpClient client = HttpClient.newHttpClient();
                    for (int i = 0; i < ASKS; i++) {
                        if (asked.incrementAndGet() == VIEWERS * ASKS / 2) {
                            other.destroyForcibly();
                        }
                        if (!isAnswered(client, cookie)) {
                            broken.incrementAndGet();
                            assertThat(isAnsweredSoon(client, cookie)).isTrue();
                        }
                    }
                    return null;
                }))
                .toList();
        for (Future<?> each : all) {
            each.get();
        }
        viewers.shutdown();
        assertThat(other.isAlive()).isFalse();
        // A client with a request in progress or a connection to the stopped server.
        assertThat(broken.get()).isLessThanOrEqualTo(AT_ONCE);
    }
}
