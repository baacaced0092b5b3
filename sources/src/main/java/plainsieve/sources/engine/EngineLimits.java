package plainsieve.sources.engine;

import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;

/**
 * What one embedded engine may use of the machine.
 *
 * @param memory in bytes; what needs more goes to the disk
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

    /** The same. @param beyond the folder for what needs more than the memory; without it, it would lie next to the database */
    public Map<String, String> settings(Path beyond) {
        Map<String, String> all = new HashMap<>(settings());
        all.put("temp_directory", beyond.toString());
        return Map.copyOf(all);
    }
}
