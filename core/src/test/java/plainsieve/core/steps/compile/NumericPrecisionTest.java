package plainsieve.core.steps.compile;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import plainsieve.core.dialect.Dialects;

/** Computed numbers that replace others: DuckDB has 38 digits for both and rounds. */
class NumericPrecisionTest {
    private static String sql(String dialect, String... lines) {
        return StepsAnalysis.of("steps 1\n" + String.join("\n", lines), Dialects.of(dialect), FerryTables.all())
                .statement()
                .sql();
    }

    private static final String[] COMPUTED = {
        "from crossings",
        "group by state: sum of wave_height_m as income, median of wave_height_m as most",
        "add column it = if income > 100 then income * 0.125 else most",
    };

    @Test
    void keepsDigitsOfComputedNumbers() {
        assertThat(sql("duckdb", COMPUTED)).contains("then cast(", " as decimal(38, 10)) else cast(");
    }

    @Test
    void keepsStoredNumbers() {
        assertThat(sql(
                        "duckdb",
                        "from crossings",
                        "add column it = if crossing_id > 100 then wave_height_m else 0.125",
                        "fill blanks of wave_height_m with 0.5"))
                .doesNotContain("cast(");
    }

    @Test
    void leavesOtherDatabasesUnchanged() {
        assertThat(sql("postgresql", COMPUTED)).doesNotContain("cast(");
    }

    @Test
    void keepsDigitsOfAppendedRows() {
        assertThat(sql(
                        "duckdb",
                        "from crossings",
                        "add column half = wave_height_m * 0.5",
                        "columns half",
                        "union all values (half): (0.25)"))
                .contains("cast(wave_height_m * 0.5 as decimal(38, 10)) as half");
    }
}
