package plainsieve.server;

import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.springframework.boot.context.event.ApplicationEnvironmentPreparedEvent;
import org.springframework.context.ApplicationListener;
import org.springframework.core.SpringProperties;
import org.springframework.core.env.EnumerablePropertySource;
import org.springframework.core.env.PropertySource;

/** Uses the bean definitions generated at build time, unless settings require a context assembled at runtime. */
final class BuiltParts implements ApplicationListener<ApplicationEnvironmentPreparedEvent> {
    private static final String AS_BUILT = "spring.aot.enabled";
    private static final List<String> OF_THE_FRAMEWORK = List.of("spring.", "server.", "management.", "mybatis.");
    private static final List<String> LEAVE_THEM = List.of(
            AS_BUILT,
            "spring.application.",
            "server.port",
            "server.address",
            "server.ssl.",
            "server.servlet.contextpath");
    /** Our own settings are of the build. */
    private static final String OWN = "class path resource";

    @Override
    public void onApplicationEvent(ApplicationEnvironmentPreparedEvent event) {
        boolean decided = event.getEnvironment().getPropertySources().stream()
                .filter(source -> !source.getName().contains(OWN))
                .flatMap(BuiltParts::names)
                .anyMatch(BuiltParts::decides);
        // Missing, what the process was started with counts again.
        SpringProperties.setProperty(AS_BUILT, decided ? "false" : null);
    }

    private static Stream<String> names(PropertySource<?> source) {
        return source instanceof EnumerablePropertySource<?> known
                ? Stream.of(known.getPropertyNames())
                : Stream.empty();
    }

    private static boolean decides(String name) {
        // As SERVER_SERVLET_CONTEXTPATH in the environment of the process.
        String plain = name.toLowerCase(Locale.ROOT).replace('_', '.').replace("-", "");
        return OF_THE_FRAMEWORK.stream().anyMatch(plain::startsWith)
                && LEAVE_THEM.stream().noneMatch(plain::startsWith);
    }
}
