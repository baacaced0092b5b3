package plainsieve.server.records;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;

class RecordsVersionTest {
    private static final Pattern MIGRATION = Pattern.compile("V(\\d+)__\\w+\\.sql");

    /** Else the program refuses the records that it wrote itself, at its second start. */
    @Test
    void theKnownVersionIsThatOfTheNewestMigration() throws Exception {
        int newestText = Arrays.stream(
                        new PathMatchingResourcePatternResolver().getResources("classpath:db/migration/*.sql"))
                .map(resource -> MIGRATION.matcher(resource.getFilename()))
                .filter(Matcher::matches)
                .mapToInt(found -> Integer.parseInt(found.group(1)))
                .max()
                .orElseThrow();
        int inJava = Integer.parseInt(new StoredFormsMigration().getVersion().getVersion());
        assertThat(RecordsFile.LATEST_VERSION).isEqualTo(Math.max(newestText, inJava));
    }
}
