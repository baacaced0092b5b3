package plainsieve.core.steps.compile;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.rewrite.PreparedQuery;

/** The statements in docs/steps.md and in a second file with less common chains equal what the steps compile to. */
class StepsDocumentTest {
    private static final Path DOCUMENT = Path.of("..", "docs", "steps.md");
    private static final Path OTHER_CHAINS = Path.of("src", "test", "resources", "steps", "statements.md");
    private static final Pattern BLOCK = Pattern.compile("(?ms)^```(steps|sql ([a-z ]+))\\n(.*?)\\n```$");
    private static final String REFUSED = "refused: ";

    private record Example(String steps, Map<String, String> statements) {}

    private static List<Example> examples(Path file) throws IOException {
        List<Example> examples = new ArrayList<>();
        Matcher block = BLOCK.matcher(Files.readString(file));
        while (block.find()) {
            if (block.group(1).equals("steps")) {
                examples.add(new Example(block.group(3), new LinkedHashMap<>()));
            } else {
                for (String dialect : block.group(2).split(" ")) {
                    examples.get(examples.size() - 1).statements().put(dialect, block.group(3));
                }
            }
        }
        return examples;
    }

    @TestFactory
    Stream<DynamicTest> showsTheCompiledStatement() throws IOException {
        return Stream.concat(examples(DOCUMENT).stream(), examples(OTHER_CHAINS).stream())
                .flatMap(example -> example.statements().entrySet().stream()
                        .map(statement -> DynamicTest.dynamicTest(
                                statement.getKey() + ": " + example.steps(),
                                () -> check(example.steps(), statement.getKey(), statement.getValue()))));
    }

    private static void check(String steps, String dialect, String statement) {
        StepsAnalysis analysis = StepsAnalysis.of("steps 1\n" + steps, Dialects.of(dialect), FerryTables.all());
        if (statement.startsWith(REFUSED)) {
            assertThat(analysis.problems().get(0).message()).isEqualTo(statement.substring(REFUSED.length()));
            return;
        }
        assertThat(analysis.problems()).isEmpty();
        assertThat(analysis.statement().sql().strip()).isEqualTo(statement);
        // The compiled statement is valid input of the engine.
        assertThat(PreparedQuery.of(analysis.statement().sql(), Dialects.of(dialect))
                        .parameterNames())
                .isNotNull();
    }

    @Test
    void coversEveryDatabaseForEveryExample() throws IOException {
        assertThat(examples(OTHER_CHAINS)).hasSizeGreaterThan(25);
        assertThat(examples(DOCUMENT)).hasSizeGreaterThan(30).allSatisfy(example -> assertThat(example.statements())
                .containsOnlyKeys(
                        Dialects.ALL.stream().map(dialect -> dialect.name()).toArray(String[]::new)));
    }
}
