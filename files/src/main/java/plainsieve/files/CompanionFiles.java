package plainsieve.files;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.value.ProblemException;

/** The files next to {@code project.yaml}. */
public record CompanionFiles(StagesFile stages, CopiesFile copies, DeliveriesFile deliveries) {
    /** Nothing does. */
    public static final CompanionFiles NONE = new CompanionFiles(StagesFile.NONE, CopiesFile.NONE, DeliveriesFile.NONE);

    /** The names that the files have. */
    public static final List<String> NAMES = List.of(StagesFile.NAME, CopiesFile.NAME, DeliveriesFile.NAME);

    /** @param texts YAML by the names of the files; others are left alone. Throws {@link ProblemException} with line and column */
    public static CompanionFiles read(Map<String, String> texts) {
        return new CompanionFiles(
                read(StagesFile.class, texts, StagesFile.NAME).orElse(StagesFile.NONE),
                read(CopiesFile.class, texts, CopiesFile.NAME).orElse(CopiesFile.NONE),
                read(DeliveriesFile.class, texts, DeliveriesFile.NAME).orElse(DeliveriesFile.NONE));
    }

    private static <T> Optional<T> read(Class<T> type, Map<String, String> texts, String name) {
        return Optional.ofNullable(texts.get(name)).map(yaml -> ProjectYaml.readBeside(type, yaml, name));
    }

    /** The contents to write, by file name. */
    Map<String, String> written() {
        Map<String, String> written = new LinkedHashMap<>();
        if (!stages.equals(StagesFile.NONE)) {
            written.put(StagesFile.NAME, ProjectYaml.writeEntry(stages));
        }
        if (!copies.equals(CopiesFile.NONE)) {
            written.put(CopiesFile.NAME, ProjectYaml.writeEntry(copies));
        }
        if (!deliveries.equals(DeliveriesFile.NONE)) {
            written.put(DeliveriesFile.NAME, ProjectYaml.writeEntry(deliveries));
        }
        return written;
    }

    public CompanionFiles with(CopiesFile others) {
        return new CompanionFiles(stages, others, deliveries);
    }

    public CompanionFiles with(DeliveriesFile others) {
        return new CompanionFiles(stages, copies, others);
    }
}
