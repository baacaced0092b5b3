package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialects;

class RenameParameterTest {
    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            select 1 where x = :port            | select 1 where x = :harbour
            select :port, f(:port) -- :port     | select :harbour, f(:harbour) -- :port
            select ':port', ":port", :ports     | select ':port', ":port", :ports
            select :port::text, a[1:port]       | select :harbour::text, a[1:port]
            """)
    void renamesEveryOccurrenceAndNothingElse(String before, String after) {
        PreparedQuery query = PreparedQuery.of(before, Dialects.of("postgresql"));
        assertThat(RenameParameter.apply(query, before, "port", "harbour")).isEqualTo(after);
    }
}
