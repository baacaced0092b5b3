package plainsieve.server.records;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.springframework.core.io.support.PathMatchingResourcePatternResolver;

class RecordsVersionTest {
    private static final Pattern MIGRATION = Pattern.compile("V(\\d+)__\\w+\\.sql");

    /** Otherwise the program would reject its own records at the second start. */
    @Test
    void expectedVersionIsThatOfTheNewestMigration() throws Exception {
        int newest = Arrays.stream(
                        new PathMatchingResourcePatternResolver().getResources("classpath:db/migration/*.sql"))
                .map(resource -> MIGRATION.matcher(resource.getFilename()))
                .filter(Matcher::matches)
                .mapToInt(found -> Integer.parseInt(found.group(1)))
                .max()
                .orElseThrow();
        assertThat(RecordsFile.LATEST_VERSION).isEqualTo(newest);
    }
}
