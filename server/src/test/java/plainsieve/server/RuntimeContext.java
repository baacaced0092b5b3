package plainsieve.server;

import java.util.function.Supplier;
import org.springframework.core.SpringProperties;

/** Starts the application without beans prepared at build time. */
public final class RuntimeContext {
    private static final String PARTS_PUT_TOGETHER = "spring.aot.enabled";

    private RuntimeContext() {}

    public static <T> T start(Supplier<T> program) {
        SpringProperties.setProperty(PARTS_PUT_TOGETHER, "false");
        try {
            return program.get();
        } finally {
            SpringProperties.setProperty(PARTS_PUT_TOGETHER, null);
        }
    }
}
