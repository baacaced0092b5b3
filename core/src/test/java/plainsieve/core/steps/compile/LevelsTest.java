package plainsieve.core.steps.compile;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import plainsieve.core.dialect.Dialects;

/** Totals, their keys and their levels. */
class LevelsTest {
    private static StepsAnalysis read(String dialect, String... lines) {
        return StepsAnalysis.of("steps 1\n" + String.join("\n", lines), Dialects.of(dialect), FerryTables.all());
    }

    @Test
    void distinguishesKeysWithEqualText() {
        assertThat(read(
                                "postgresql",
                                "from ports",
                                "group by island as a, island as b: count of rows as n; with subtotals")
                        .statement()
                        .sql())
                .contains("select island as a, b, count(*) as n, 2 - grouping(island) - grouping(b) as level")
                .contains("group by rollup (island, b)");
    }

    @Test
    void namesKeysUniquely() {
        assertThat(read(
                                "postgresql",
                                "from crossings",
                                "group by delay_min + :n as passengers: sum of passengers as all_of_them")
                        .statement()
                        .sql())
                .contains(
                        "delay_min + :n as passengers_", "sum(r.passengers) as all_of_them", "group by r.passengers_");
    }

    @Test
    void excludesKeysOfOtherLevels() {
        StepsAnalysis analysis = read(
                "postgresql",
                "from ports",
                "group by island: count of rows as n; with subtotals as depth",
                "where island = 'Tarn'",
                "add column how = depth + 1");
        assertThat(analysis.steps().get(1).columns().orElseThrow().get(0).mayBeEmpty())
                .isTrue();
        assertThat(analysis.statement().sql())
                .contains("group by rollup (island)\n) r\nwhere island = 'Tarn'", "depth + 1 as how");
    }

    @Test
    void computesEachLevelSeparatelyWhereAmbiguous() {
        String sql = read("mariadb", "from ports", "group by island: count of rows as n; with subtotals", "columns n")
                .statement()
                .sql();
        assertThat(sql)
                .isEqualTo(
                        "select count(*) as n\nfrom ports\ngroup by island\nunion all\nselect count(*) as n\nfrom ports");
    }

    @Test
    void computesSharedInputOnce() {
        String[] lines = {
            "from crossings",
            "where departed_at is on or after :from",
            "join ports on port_id, adding name; keep only matching rows",
            "group by name, state: sum of passengers as n; with subtotals",
            "where n > 5"
        };
        for (String dialect : new String[] {"mariadb", "sqlite"}) {
            String sql = read(dialect, lines).statement().sql();
            assertThat(sql)
                    .containsOnlyOnce(":from")
                    .containsOnlyOnce("from crossings")
                    .contains("with b as (");
        }
        assertThat(read("postgresql", lines).statement().sql()).doesNotContain("with ");
    }

    @Test
    void declaresParametersNextToTheirLevels() {
        String sql = read(
                        "sqlite",
                        "from crossings",
                        "where state = 'CANCELLED'",
                        "group by state: count of rows as n; with subtotals",
                        "union all ports")
                .statement()
                .sql();
        assertThat(sql).startsWith("select *, null as port_id").contains("from (\n  with b as (\n");
    }

    @Test
    void doesNotNestReplacements() {
        String sql = read(
                        "postgresql",
                        "from crossings",
                        "replace in state: 'A' with 'B', 'C' with 'D'",
                        "replace in state: 'B' with 'E', 'D' with 'F'",
                        "replace in state: 'E' with 'G', 'F' with 'H'")
                .statement()
                .sql();
        assertThat(sql).doesNotContain("case when case");
        assertThat(sql.split("case when", -1)).hasSize(4);
    }

    @Test
    void treatsNegatedValuesAsNullable() {
        assertThat(read(
                                "mariadb",
                                "from ports",
                                "fill blanks of name with 'x'",
                                "split name at ' ' into a and b",
                                "sort by b")
                        .statement()
                        .sql())
                .contains("is null, ");
    }

    @Test
    void filtersGroupsOutsideWhereRowsWouldBeLost() {
        String[] lines = {"from ports", "group by island: count of rows as n", "where n > 1", "rank as place by n desc"
        };
        assertThat(read("mariadb", lines).statement().sql()).contains("having count(*) > 1\n) r");
        assertThat(read("postgresql", lines).statement().sql()).endsWith("having count(*) > 1");
    }

    @Test
    void requiresAValueWhereRowsWouldBeLost() {
        String[] lines = {"from crossings", "first 3 rows by crossing_id", "keep rows with a match in ports on port_id"
        };
        assertThat(read("mariadb", lines).statement().sql())
                .contains("p.port_id = r.port_id and r.port_id is not null");
        assertThat(read("mariadb", lines[0], lines[2]).statement().sql()).doesNotContain("is not null");
        assertThat(read("postgresql", lines).statement().sql()).doesNotContain("is not null");
    }

    @Test
    void preventsWindowsOverGrandTotalsThatLoseValues() {
        String[] lines = {
            "from crossings",
            "aggregate all rows: average of passengers as usual",
            "add column what = 'all'",
            "running total of 1 as n of each what by usual"
        };
        assertThat(read("mariadb", lines).statement().sql()).contains("as usual, 'all' as what\n  from crossings");
        assertThat(read("postgresql", lines).statement().sql()).doesNotContain("from (");
    }

    @Test
    void qualifiesColumnsNextToAWindow() {
        assertThat(read(
                                "mariadb",
                                "from crossings",
                                "running total of passengers as so_far of each state by crossing_id",
                                "first 5 rows by so_far, crossing_id",
                                "columns so_far")
                        .statement()
                        .sql())
                .contains("sum(c.passengers) over (partition by c.state", ", c.crossing_id is null, c.crossing_id\n");
    }
}
