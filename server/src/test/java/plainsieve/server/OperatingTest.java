package plainsieve.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.InputStream;
import java.net.CookieManager;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.KeyStore;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.Statement;
import java.time.Duration;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.Stream;
import javax.net.ssl.SSLContext;
import javax.net.ssl.TrustManagerFactory;
import org.junit.jupiter.api.Test;
import org.springframework.core.env.Environment;
import plainsieve.server.access.accounts.AccountPasswords;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.access.accounts.AuditLog;
import plainsieve.server.access.accounts.SignInService;
import plainsieve.server.people.Role;
import tools.jackson.databind.json.JsonMapper;

/** Operation behind a proxy, with TLS, with metrics, and restored from a backup made while running. */
class OperatingTest {
    private static final String PASSWORD = "nine lazy puffins";

    private static AnotherServer with(String... settings) throws Exception {
        return AnotherServer.on(
                AnotherServer.folderOfFerries(),
                Stream.concat(Stream.of("--plainsieve.accounts=true"), Stream.of(settings))
                        .toArray(String[]::new));
    }

    private static void person(AnotherServer server, String name) {
        Accounts accounts = server.part(Accounts.class);
        String id = accounts.add(name, "").id();
        accounts.grant(id, "", Role.OPERATOR);
        server.part(AccountPasswords.class).set(id, PASSWORD);
    }

    private static HttpResponse<String> signIn(HttpClient client, String address, String name, String... headers)
            throws Exception {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(address + "/api/v1/sign-in"))
                .header("Content-Type", "application/json")
                .POST(HttpRequest.BodyPublishers.ofString(
                        JsonMapper.shared().writeValueAsString(Map.of("name", name, "password", PASSWORD))));
        for (int i = 0; i < headers.length; i += 2) {
            request.header(headers[i], headers[i + 1]);
        }
        return client.send(request.build(), HttpResponse.BodyHandlers.ofString());
    }

    private static String lastAddress(AnotherServer server) {
        return server.part(AuditLog.class)
                .latest(Long.MAX_VALUE, "signed in", 1)
                .get(0)
                .address();
    }

    @Test
    void trustsANamedProxy() throws Exception {
        try (AnotherServer server = with("--plainsieve.network.proxies=127.0.0.1")) {
            person(server, "ona");
            HttpClient client = HttpClient.newHttpClient();
            HttpResponse<String> in = signIn(
                    client, server.address(), "ona", "X-Forwarded-For", "203.0.113.5", "X-Forwarded-Proto", "https");
            assertThat(in.headers().firstValue("Set-Cookie").orElseThrow()).contains("Secure", "HttpOnly");
            assertThat(lastAddress(server)).isEqualTo("203.0.113.5");
            signIn(client, server.address(), "ona", "X-Forwarded-For", "127.0.0.1, 198.51.100.7");
            assertThat(lastAddress(server)).as("what the browser wrote itself").isEqualTo("198.51.100.7");
            String own = server.part(SignInService.class)
                    .link(server.part(Accounts.class).named("ona").id(), Duration.ofDays(1), true);
            HttpResponse<String> spoofed = client.send(
                    HttpRequest.newBuilder(URI.create(server.address() + "/api/v1/sign-in/link"))
                            .header("Content-Type", "application/json")
                            .header("X-Forwarded-For", "127.0.0.1, 198.51.100.7")
                            .POST(HttpRequest.BodyPublishers.ofString("{\"secret\":\"" + own + "\"}"))
                            .build(),
                    HttpResponse.BodyHandlers.ofString());
            assertThat(spoofed.statusCode()).as("a link for this machine alone").isEqualTo(422);
        }
    }

    @Test
    void ignoresForwardedHeadersOfOthers() throws Exception {
        try (AnotherServer server = with("--plainsieve.network.proxies=10.9.8.7")) {
            person(server, "ona");
            HttpResponse<String> in = signIn(
                    HttpClient.newHttpClient(),
                    server.address(),
                    "ona",
                    "X-Forwarded-For",
                    "203.0.113.5",
                    "X-Forwarded-Proto",
                    "https");
            assertThat(in.headers().firstValue("Set-Cookie").orElseThrow()).doesNotContain("Secure");
            assertThat(lastAddress(server)).isEqualTo("127.0.0.1");
        }
        assertThatThrownBy(() -> with("--plainsieve.network.proxies=proxy.example"))
                .hasStackTraceContaining("takes addresses such as");
    }

    @Test
    void supportsABasePath() throws Exception {
        try (AnotherServer server = with("--server.servlet.context-path=/ferries")) {
            person(server, "ona");
            HttpClient client = HttpClient.newHttpClient();
            HttpResponse<String> in = signIn(client, server.address() + "/ferries", "ona");
            String cookie = in.headers().firstValue("Set-Cookie").orElseThrow();
            assertThat(cookie).contains("Path=/ferries/;");
            HttpRequest first = HttpRequest.newBuilder(URI.create(server.address() + "/ferries/"))
                    .header("Cookie", cookie.split(";")[0])
                    .build();
            assertThat(client.send(first, HttpResponse.BodyHandlers.ofString())
                            .headers()
                            .firstValue("Location"))
                    .hasValue("/ferries/projects/home/reports");
            HttpRequest elsewhere = HttpRequest.newBuilder(URI.create(server.address() + "/api/v1/me"))
                    .build();
            assertThat(client.send(elsewhere, HttpResponse.BodyHandlers.ofString())
                            .statusCode())
                    .isEqualTo(404);
        }
    }

    @Test
    void tlsMakesCookiesSecure() throws Exception {
        Path store = Files.createTempDirectory("plainsieve-certificate").resolve("own.p12");
        Process made = new ProcessBuilder(
                        Path.of(System.getProperty("java.home"), "bin", "keytool")
                                .toString(),
                        "-genkeypair",
                        "-keyalg",
                        "EC",
                        "-alias",
                        "own",
                        "-keystore",
                        store.toString(),
                        "-storetype",
                        "PKCS12",
                        "-storepass",
                        "changeit",
                        "-dname",
                        "CN=localhost",
                        "-ext",
                        "san=ip:127.0.0.1")
                .inheritIO()
                .start();
        assertThat(made.waitFor()).isZero();
        try (AnotherServer server =
                with("--server.ssl.key-store=" + store, "--server.ssl.key-store-password=changeit")) {
            person(server, "ona");
            String address = server.address().replace("http:", "https:");
            HttpClient client =
                    HttpClient.newBuilder().sslContext(trusting(store)).build();
            HttpResponse<String> in = signIn(client, address, "ona");
            assertThat(in.statusCode()).isEqualTo(204);
            assertThat(in.headers().firstValue("Set-Cookie").orElseThrow()).contains("Secure");
        }
    }

    private static SSLContext trusting(Path store) throws Exception {
        KeyStore trusted = KeyStore.getInstance("PKCS12");
        try (InputStream in = Files.newInputStream(store)) {
            trusted.load(in, "changeit".toCharArray());
        }
        TrustManagerFactory trust = TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
        KeyStore certificates = KeyStore.getInstance("PKCS12");
        certificates.load(null, null);
        certificates.setCertificateEntry("own", trusted.getCertificate("own"));
        trust.init(certificates);
        SSLContext context = SSLContext.getInstance("TLS");
        context.init(null, trust.getTrustManagers(), null);
        return context;
    }

    @Test
    void healthAndMetricsHaveASeparatePort() throws Exception {
        try (AnotherServer server = AnotherServer.on(AnotherServer.folderOfFerries(), "--management.server.port=0")) {
            server.api().runView("late-crossings", "figures", Map.of());
            String port = server.part(Environment.class).getRequiredProperty("local.management.port");
            Api beside = new Api("http://127.0.0.1:" + port);
            assertThat(beside.get("/health").json().get("status").asString()).isEqualTo("UP");
            assertThat(beside.text("/metrics"))
                    .contains("plainsieve_statements_seconds_count{", "source=\"ferries\"", "outcome=\"done\"")
                    .contains("jvm_memory_used_bytes")
                    .doesNotContain("select");
            assertThat(server.api().text("/metrics")).doesNotContain("jvm_memory");
        }
    }

    @Test
    void everyResponseHasARequestId() throws Exception {
        try (AnotherServer server = with()) {
            HttpClient client = HttpClient.newHttpClient();
            HttpResponse<String> own = client.send(
                    HttpRequest.newBuilder(URI.create(server.address() + "/api/v1/people"))
                            .build(),
                    HttpResponse.BodyHandlers.ofString());
            String id = own.headers().firstValue("X-Request-Id").orElseThrow();
            assertThat(JsonMapper.shared().readTree(own.body()).get("request").asString())
                    .isEqualTo(id)
                    .hasSize(12);
            HttpResponse<String> said = client.send(
                    HttpRequest.newBuilder(URI.create(server.address() + "/api/v1/me"))
                            .header("X-Request-Id", "of-the-proxy.1")
                            .build(),
                    HttpResponse.BodyHandlers.ofString());
            assertThat(said.headers().firstValue("X-Request-Id")).contains("of-the-proxy.1");
            HttpResponse<String> odd = client.send(
                    HttpRequest.newBuilder(URI.create(server.address() + "/api/v1/me"))
                            .header("X-Request-Id", "a b <script>")
                            .build(),
                    HttpResponse.BodyHandlers.ofString());
            assertThat(odd.headers().firstValue("X-Request-Id").orElseThrow()).hasSize(12);
        }
    }

    /* As docs/operating.md has it, while someone works. */
    @Test
    void backupTakenWhileRunningIsComplete() throws Exception {
        Path folder = AnotherServer.folderOfFerries();
        Path copy = Files.createTempDirectory("plainsieve-copy");
        AtomicBoolean working = new AtomicBoolean(true);
        try (AnotherServer server = AnotherServer.on(folder, "--plainsieve.accounts=true")) {
            person(server, "ona");
            Accounts accounts = server.part(Accounts.class);
            CompletableFuture<Integer> work = CompletableFuture.supplyAsync(() -> {
                int made = 0;
                while (working.get()) {
                    accounts.add("worker" + made++, "");
                }
                return made;
            });
            try (Connection records =
                            DriverManager.getConnection("jdbc:sqlite:" + folder.resolve("plainsieve.sqlite"));
                    Statement statement = records.createStatement()) {
                statement.execute("vacuum into '" + copy.resolve("plainsieve.sqlite") + "'");
            }
            Files.copy(folder.resolve("secret.key"), copy.resolve("secret.key"));
            working.set(false);
            assertThat(work.join()).isPositive();
        }
        copyFiles(folder.resolve("files"), copy.resolve("files"));
        try (AnotherServer again = AnotherServer.on(copy, "--plainsieve.accounts=true")) {
            HttpClient client =
                    HttpClient.newBuilder().cookieHandler(new CookieManager()).build();
            assertThat(signIn(client, again.address(), "ona").statusCode()).isEqualTo(204);
            HttpResponse<String> reports = client.send(
                    HttpRequest.newBuilder(URI.create(again.address() + "/api/v1/projects/home/reports"))
                            .build(),
                    HttpResponse.BodyHandlers.ofString());
            assertThat(reports.body()).contains("Late crossings");
        }
    }

    private static void copyFiles(Path from, Path to) throws IOException {
        try (Stream<Path> files = Files.walk(from)) {
            for (Path file : files.sorted().toList()) {
                Files.copy(file, to.resolve(from.relativize(file).toString()));
            }
        }
    }
}
