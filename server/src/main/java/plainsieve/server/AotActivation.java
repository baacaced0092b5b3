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
final class AotActivation implements ApplicationListener<ApplicationEnvironmentPreparedEvent> {
    private static final String AOT_ENABLED = "spring.aot.enabled";
    private static final List<String> FRAMEWORK_PREFIXES = List.of("spring.", "server.", "management.", "mybatis.");
    private static final List<String> COMPATIBLE_PREFIXES = List.of(
            AOT_ENABLED,
            "spring.application.",
            "server.port",
            "server.address",
            "server.ssl.",
            "server.servlet.contextpath");
    /** Property sources inside the JAR, which were known at build time. */
    private static final String BUNDLED = "class path resource";

    @Override
    public void onApplicationEvent(ApplicationEnvironmentPreparedEvent event) {
        boolean decided = event.getEnvironment().getPropertySources().stream()
                .filter(source -> !source.getName().contains(BUNDLED))
                .flatMap(AotActivation::names)
                .anyMatch(AotActivation::isIncompatible);
        // Without a value, the system property of the process applies.
        SpringProperties.setProperty(AOT_ENABLED, decided ? "false" : null);
    }

    private static Stream<String> names(PropertySource<?> source) {
        return source instanceof EnumerablePropertySource<?> known
                ? Stream.of(known.getPropertyNames())
                : Stream.empty();
    }

    private static boolean isIncompatible(String name) {
        // Environment variables such as SERVER_SERVLET_CONTEXTPATH.
        String plain = name.toLowerCase(Locale.ROOT).replace('_', '.').replace("-", "");
        return FRAMEWORK_PREFIXES.stream().anyMatch(plain::startsWith)
                && COMPATIBLE_PREFIXES.stream().noneMatch(plain::startsWith);
    }
}
