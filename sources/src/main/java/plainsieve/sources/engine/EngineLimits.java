package plainsieve.sources.engine;

import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;

/**
 * The resource limits of one embedded engine.
 *
 * @param memory in bytes; more is spilled to disk
 */
public record EngineLimits(long memory, int threads) {
    public EngineLimits {
        if (memory < 64L << 20 || threads < 1) {
            throw new IllegalArgumentException("An engine needs 64 MB and one thread, has " + memory + ", " + threads);
        }
    }

    /** The engine's settings. */
    public Map<String, String> settings() {
        return Map.of(
                "memory_limit",
                (memory >> 20) + "MiB",
                "threads",
                String.valueOf(threads),
                "autoinstall_known_extensions",
                "false",
                "preserve_insertion_order",
                "true");
    }

    /** The settings. @param beyond the folder of spilled data, which would otherwise be beside the database */
    public Map<String, String> settings(Path beyond) {
        Map<String, String> all = new HashMap<>(settings());
        all.put("temp_directory", beyond.toString());
        return Map.copyOf(all);
    }
}
