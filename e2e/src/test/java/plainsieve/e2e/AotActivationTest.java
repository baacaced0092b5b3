package plainsieve.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import org.springframework.context.annotation.AnnotationConfigUtils;
import plainsieve.server.PlainSieve;

/** The servers in this module's tests use bean definitions generated at build time. */
class AotActivationTest {
    private static ServletWebServerApplicationContext start(String... settings) throws IOException {
        String[] all = new String[settings.length + 2];
        all[0] = "--server.port=0";
        all[1] = "--plainsieve.data-folder=" + Files.createTempDirectory("plainsieve");
        System.arraycopy(settings, 0, all, 2, settings.length);
        return (ServletWebServerApplicationContext) PlainSieve.start(all);
    }

    /** The classes that assemble the context exist only without build-time definitions. */
    private static boolean isAsBuilt(ServletWebServerApplicationContext server) {
        return !server.containsBean(AnnotationConfigUtils.CONFIGURATION_ANNOTATION_PROCESSOR_BEAN_NAME);
    }

    @ParameterizedTest
    @CsvSource({
        "--server.servlet.context-path=/ferries, true",
        "--logging.level.root=error, true",
        "--spring.servlet.multipart.enabled=false, false",
        "--server.forward-headers-strategy=framework, false",
    })
    void areFixedAtBuildTimeUnlessASettingDecides(String setting, boolean asBuilt) throws IOException {
        try (ServletWebServerApplicationContext server = start(setting)) {
            assertThat(isAsBuilt(server)).isEqualTo(asBuilt);
        }
        try (ServletWebServerApplicationContext next = start()) {
            assertThat(isAsBuilt(next)).isTrue();
        }
    }

    @Test
    void healthPortCanBeEnabledAfterTheBuild() throws Exception {
        try (ServletWebServerApplicationContext server = start("--management.server.port=0")) {
            assertThat(isAsBuilt(server)).isFalse();
            String port = server.getEnvironment().getRequiredProperty("local.management.port");
            HttpRequest health = HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + "/health"))
                    .build();
            assertThat(HttpClient.newHttpClient()
                            .send(health, HttpResponse.BodyHandlers.ofString())
                            .statusCode())
                    .isEqualTo(200);
        }
    }
}
