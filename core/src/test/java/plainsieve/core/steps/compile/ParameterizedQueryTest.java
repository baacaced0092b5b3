package plainsieve.core.steps.compile;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.value.Type;

/** A query as a function of its parameters: the scope of its arguments. */
class ParameterizedQueryTest {
    private static StepsAnalysis read(String... lines) {
        return StepsAnalysis.of("steps 1\n" + String.join("\n", lines), Dialects.of("postgresql"), FerryTables.all());
    }

    @Test
    void callsSqlForRowsThatCannotBeInlined() {
        String sql = read("from ports", "join query 'on-island' called with :island = island, adding n; keep all rows")
                .statement()
                .sql();
        assertThat(sql).contains("where island = r.island -- those of one\n").doesNotContain("= p.island");
    }

    @Test
    void resolvesColumnsOfTheCallingRows() {
        FerryTables counted = new FerryTables(
                true,
                Map.of(
                        "late",
                        "steps 1\nfrom crossings\nwhere port_id = :port\naggregate all rows: count of rows as n"));
        String steps = "steps 1\nfrom ports\njoin query 'late' called with :port = port_id, adding n; keep all rows";
        assertThat(StepsAnalysis.of(steps, Dialects.of("postgresql"), counted)
                        .statement()
                        .sql())
                .contains("from crossings c\n  where c.port_id = p.port_id\n");
    }

    @Test
    void callsAQueryForEachTypedRow() {
        String steps = String.join(
                "\n",
                "steps 1",
                "from values (day, island, more): (2026-03-01, 'Hethra', 1), (2026-03-02, 'Tarn', -2)",
                "columns island, day",
                "add column next = day + 1 days",
                "join query 'worst' called with :island = island, :day = next, adding n; keep all rows");
        String sql = StepsAnalysis.of(steps, Dialects.of("mariadb"), FerryTables.all())
                .statement()
                .sql();
        assertThat(sql)
                .contains("p.island = 'Hethra'", "p.island = 'Tarn'")
                .contains("c.departed_at >= (date '2026-03-01' + interval 1 day)")
                .contains("select t.island, t.day, (t.day + interval 1 day) as next, r.n");
    }

    @Test
    void computesAllArgumentsAtOnceWithoutLateralJoins() {
        String steps = "steps 1\nfrom ports\njoin query 'worst' called with :island = island,"
                + " :day = today, adding n; keep only matching rows";
        String sql = StepsAnalysis.of(steps, Dialects.of("sqlite"), FerryTables.all())
                .statement()
                .sql();
        assertThat(sql)
                .contains("select distinct island", "row_number() over (partition by", "where place_in_group <= 1")
                .contains("p2.island = r.island", "r3.each_island is p.island")
                .doesNotContain("lateral");
        assertThat(StepsAnalysis.of(steps, Dialects.of("postgresql"), FerryTables.all())
                        .statement()
                        .sql())
                .contains("join lateral");
    }

    @Test
    void computesAGrandTotalBesideEachRow() {
        FerryTables counted = new FerryTables(
                true,
                Map.of(
                        "late",
                        "steps 1\nfrom crossings\nwhere port_id = :port\naggregate all rows: count of rows as n"));
        String steps = "steps 1\nfrom ports\njoin query 'late' called with :port = port_id, adding n; keep all rows"
                + "\nwhere n > 3";
        assertThat(StepsAnalysis.of(steps, Dialects.of("mariadb"), counted)
                        .statement()
                        .sql())
                .isEqualTo(
                        "select *\nfrom (\n  select *, (select count(*) as n from crossings c where c.port_id = p.port_id)"
                                + " as n\n  from ports p\n) r\nwhere n > 3");
    }

    @Test
    void rejectsAnArgumentOfAnotherType() {
        FerryTables typed = FerryTables.all();
        String steps =
                "steps 1\nfrom ports\njoin query 'late' called with :min = island, adding state as s; keep all rows";
        assertThat(StepsAnalysis.of(steps, Dialects.of("postgresql"), typed.ofType("min", Type.INTEGER))
                        .problems())
                .singleElement()
                .satisfies(problem -> {
                    assertThat(problem.kind().word()).isEqualTo("invalid-step");
                    assertThat(problem.place().orElseThrow().excerpt()).contains("island");
                });
        assertThat(StepsAnalysis.of(steps, Dialects.of("postgresql"), typed.ofType("min", Type.TEXT))
                        .problems())
                .isEmpty();
    }
}
