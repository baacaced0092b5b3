package plainsieve.sources.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.sources.DetectedColumn;

/** The types detected for columns of text, and types that are not. */
class CellFormatDetectorTest {
    @TempDir
    Path base;

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
1|-20|0                                     | integer | 1, -20, 0
1|2.5|-0.125                                | decimal | 1.000, 2.500, -0.125
1|1e3|2.5E-2                                | decimal | 1.0, 1000.0, 0.025
1,5|1.234,25|7                              | decimal with comma               | 1.50, 1234.25, 7.00
007|8|9                                     | text                              | 007, 8, 9
1,234|2,500|0                               | text                              | 1,234, 2,500, 0
1.234|2.500|0                               | decimal | 1.234, 2.500, 0.000
99999999999999999999|1|2                    | decimal | 99999999999999999999, 1, 2
+1|1_000|0x1F                               | text                              | +1, 1_000, 0x1F
nan|inf|1                                   | text                              | nan, inf, 1
2026-02-28|2024-02-29|1999-01-01            | date | 2026-02-28, 2024-02-29, 1999-01-01
2026-02-29|2024-02-29|1999-01-01            | text                              | 2026-02-29, 2024-02-29, 1999-01-01
1.2.2026|31.12.2025|05.06.2024              | date as 31.12.2026                 | 2026-02-01, 2025-12-31, 2024-06-05
13/01/2026|01/02/2026|02/03/2026            | date as 31/12/2026                 | 2026-01-13, 2026-02-01, 2026-03-02
01/13/2026|01/02/2026|02/03/2026            | date as 12/31/2026                 | 2026-01-13, 2026-01-02, 2026-02-03
01/02/2026|02/03/2026|04/05/2026            | text                              | 01/02/2026, 02/03/2026, 04/05/2026
2026-01-02 03:04|2026-01-02T03:04:05.5|2026-01-02 00:00:00 | timestamp       | 2026-01-02T03:04, 2026-01-02T03:04:05.500, 2026-01-02T00:00
2026-01-02|2026-01-03 00:30|2026-01-04T05:06:07 | timestamp               | 2026-01-02T00:00, 2026-01-03T00:30, 2026-01-04T05:06:07
1.2.2026 7:05|31.12.2025 23:59:01|05.06.2024 00:00 | timestamp as 31.12.2026 23:59 | 2026-02-01T07:05, 2025-12-31T23:59:01, 2024-06-05T00:00
true|False|TRUE                             | boolean                           | true, false, true
yes|no|yes                                  | text                              | yes, no, yes
a|1|2                                       | text                              | a, 1, 2
""", ignoreLeadingAndTrailingWhitespace = true)
    void detectsTheTypeOfEveryCell(String one, String two, String three, String form, String values)
            throws IOException {
        try (FolderFixture files = new FolderFixture(base)) {
            files.write("t.csv", "n\tv\n1\t%s\n2\t%s\n3\t%s\n4\t\n".formatted(one, two, three));
            assertThat(files.forms("t")).containsExactly("n: integer", "v: " + form);
            assertThat(String.join(", ", files.rows("select v from t where n < 4 order by n")))
                    .isEqualTo(values);
            assertThat(files.rows("select count(*) from t where v is null")).containsExactly("1");
        }
    }

    @Test
    void reportsCellsThatPreventAType() throws IOException {
        try (FolderFixture files = new FolderFixture(base)) {
            files.write("t.csv", "v\n1\n2\n3\nn/a\nn/a\nnone\n4\n");
            DetectedColumn found =
                    files.table("t").files().orElseThrow().columns().get(0);
            assertThat(found)
                    .isEqualTo(new DetectedColumn("v", "text", 7, 0, List.of("n/a", "none"), Optional.of("integer")));
        }
    }

    @Test
    void considersTheLastRow() throws IOException {
        try (FolderFixture files = new FolderFixture(base)) {
            files.write(
                    "late.csv",
                    "v,w,x,y\n" + "1,1,,2026-01-01\n".repeat(60_000) + "2.5,a,2026-01-01,2026-01-01 10:00\n");
            assertThat(files.forms("late")).containsExactly("v: decimal", "w: text", "x: date", "y: timestamp");
            assertThat(files.rows("select count(v), count(x) from late")).containsExactly("60001 1");
        }
    }

    @Test
    void convertsLenientlyForADeclaredType() throws IOException {
        try (FolderFixture files = new FolderFixture(base)) {
            files.write("t.csv", "n,f,w\n1,yes,+007\n2,N,1.5\n3,perhaps,\n");
            files.saying(Map.of("t", Map.of("f", "boolean", "w", "integer")));
            assertThat(files.rows("select f, w from t order by n"))
                    .containsExactly("true 7", "false null", "null null");
            assertThat(files.table("t").files().orElseThrow().columns())
                    .extracting(DetectedColumn::mismatches)
                    .containsExactly(0L, 1L, 1L);
        }
    }
}
