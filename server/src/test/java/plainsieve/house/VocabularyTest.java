package plainsieve.house;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/** Replaced coined words stay out, and the glossary names only existing types. */
@Tag("structure")
class VocabularyTest {
    private static final Path ROOT = Path.of("..").toAbsolutePath().normalize();
    private static final List<String> FOLDERS = List.of(
            "core",
            "files",
            "cli",
            "sources",
            "demo-data",
            "server",
            "benchmarks",
            "e2e",
            "cluster",
            "web/src",
            "docs");
    private static final Pattern TEXTS = Pattern.compile(".*\\.(java|ts|vue|md|sql|yaml|steps)");
    private static final Pattern GENERATED =
            Pattern.compile(".*(schema\\.d\\.ts|/db/migration/.*|/target/.*|/node_modules/.*)");

    /** Whole words in prose and, split at capitals, in names; each has a standard replacement in every context. */
    private static final Pattern REJECTED = Pattern.compile(
            "\\b(whoever|anew|noughts?|reckon(s|ed|ing)?|heed(s|ed)?|mended|postman)\\b", Pattern.CASE_INSENSITIVE);

    private static final Pattern WORDS_OF_A_NAME = Pattern.compile("(?<=[a-z])(?=[A-Z])|(?<=[A-Z])(?=[A-Z][a-z])");
    private static final Pattern NAME_IN_CODE = Pattern.compile("`([A-Z]\\w+)`");
    private static final Pattern DECLARED = Pattern.compile("\\b(?:class|record|interface|enum)\\s+([A-Z]\\w+)");

    @Test
    void usesTermsOfTheField() {
        List<String> found = new ArrayList<>();
        texts().filter(file -> !file.endsWith("VocabularyTest.java")).forEach(file -> {
            List<String> lines = lines(file);
            for (int i = 0; i < lines.size(); i++) {
                Matcher rejected = REJECTED.matcher(
                        WORDS_OF_A_NAME.matcher(lines.get(i)).replaceAll(" ").replace('_', ' '));
                if (rejected.find()) {
                    found.add("%s:%d %s".formatted(ROOT.relativize(file), i + 1, rejected.group()));
                }
            }
        });
        assertThat(found).isEmpty();
    }

    @Test
    void definesOnlyExistingNames() {
        Set<String> declared = texts().filter(file -> file.toString().endsWith(".java"))
                .flatMap(
                        file -> DECLARED.matcher(String.join("\n", lines(file))).results())
                .map(match -> match.group(1))
                .collect(Collectors.toSet());
        Set<String> defined = NAME_IN_CODE
                .matcher(String.join("\n", lines(ROOT.resolve("docs/glossary.md"))))
                .results()
                .map(match -> match.group(1))
                .collect(Collectors.toCollection(TreeSet::new));
        assertThat(defined).hasSizeGreaterThan(80);
        defined.removeAll(declared);
        assertThat(defined).as("names of the glossary that are not declared").isEmpty();
    }

    private static Stream<Path> texts() {
        return FOLDERS.stream().map(ROOT::resolve).flatMap(VocabularyTest::filesIn);
    }

    private static Stream<Path> filesIn(Path folder) {
        try (Stream<Path> files = Files.walk(folder)) {
            return files
                    .filter(file -> TEXTS.matcher(file.toString()).matches()
                            && !GENERATED.matcher(file.toString()).matches())
                    .toList()
                    .stream();
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    private static List<String> lines(Path file) {
        try {
            return Files.readAllLines(file);
        } catch (IOException e) {
            throw new IllegalStateException(file.toString(), e);
        }
    }
}
