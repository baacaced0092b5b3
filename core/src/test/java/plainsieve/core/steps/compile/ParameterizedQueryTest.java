package plainsieve.core.steps.compile;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.value.Type;

/** A query as a function of its parameters: whose columns its arguments are. */
class ParameterizedQueryTest {
    private static StepsAnalysis read(String... lines) {
        return StepsAnalysis.of("steps 1\n" + String.join("\n", lines), Dialects.of("postgresql"), FerryTables.all());
    }

    @Test
    void callsSqlForRowsThatCannotBeTakenForItsOwn() {
        String sql = read("rows of ports", "beside each, its row of query 'on-island' called with :island as island: n")
                .statement()
                .sql();
        assertThat(sql).contains("where island = r.island -- those of one\n").doesNotContain("= p.island");
    }

    @Test
    void meansTheColumnOfTheRowsForWhichAQueryIsCalled() {
        FerryTables counted = new FerryTables(
                true,
                Map.of(
                        "late",
                        "steps 1\nrows of crossings\nwhere port_id is :port\ntotal of everything: number of rows as n"));
        String steps = "steps 1\nrows of ports\nbeside each, its row of query 'late' called with :port as port_id: n";
        assertThat(StepsAnalysis.of(steps, Dialects.of("postgresql"), counted)
                        .statement()
                        .sql())
                .contains("from crossings c\n  where c.port_id = p.port_id\n");
    }

    @Test
    void callsAQueryForEachTypedRowWithItsOwnValues() {
        String steps = String.join(
                "\n",
                "steps 1",
                "rows of these (day, island, more): (2026-03-01, 'Hethra', 1), (2026-03-02, 'Tarn', -2)",
                "columns island, day",
                "new column next: day + 1 days",
                "beside each, its row of query 'worst' called with :island as island, :day as next: n");
        String sql = StepsAnalysis.of(steps, Dialects.of("mariadb"), FerryTables.all())
                .statement()
                .sql();
        assertThat(sql)
                .contains("p.island = 'Hethra'", "p.island = 'Tarn'")
                .contains("c.departed_at >= (date '2026-03-01' + interval 1 day)")
                .contains("select t.island, t.day, (t.day + interval 1 day) as next, r.n");
    }

    @Test
    void asksOnceForAllValuesWhereItCannotBeAskedForEachRow() {
        String steps = "steps 1\nrows of ports\nbeside each, its row of query 'worst' called with :island as island,"
                + " :day as today: n; only rows that have one";
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
    void asksATotalOfEverythingBesideEachRow() {
        FerryTables counted = new FerryTables(
                true,
                Map.of(
                        "late",
                        "steps 1\nrows of crossings\nwhere port_id is :port\ntotal of everything: number of rows as n"));
        String steps = "steps 1\nrows of ports\nbeside each, its row of query 'late' called with :port as port_id: n"
                + "\nwhere n is above 3";
        assertThat(StepsAnalysis.of(steps, Dialects.of("mariadb"), counted)
                        .statement()
                        .sql())
                .isEqualTo(
                        "select *\nfrom (\n  select *, (select count(*) as n from crossings c where c.port_id = p.port_id)"
                                + " as n\n  from ports p\n) r\nwhere n > 3");
    }

    @Test
    void refusesAnArgumentOfAnotherType() {
        FerryTables typed = FerryTables.all();
        String steps =
                "steps 1\nrows of ports\nbeside each, its row of query 'late' called with :min as island: state as s";
        assertThat(StepsAnalysis.of(steps, Dialects.of("postgresql"), typed.ofType("min", Type.INTEGER))
                        .problems())
                .singleElement()
                .satisfies(problem -> {
                    assertThat(problem.kind()).isEqualTo("argument-type");
                    assertThat(problem.place().orElseThrow().excerpt()).contains("island");
                });
        assertThat(StepsAnalysis.of(steps, Dialects.of("postgresql"), typed.ofType("min", Type.TEXT))
                        .problems())
                .isEmpty();
    }
}
