package plainsieve.core.steps.federated;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.federation.FederatedQueryText;
import plainsieve.core.federation.FederatedStatement;
import plainsieve.core.federation.SourcePart;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.statement.Placement;
import plainsieve.core.statement.Statement;
import plainsieve.core.steps.compile.FerryTables;
import plainsieve.core.steps.compile.RemoteQuery;
import plainsieve.core.steps.compile.SchemaContext;
import plainsieve.core.steps.compile.StepsAnalysis;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

class FederatedStepsTest {
    private static final Dialect OWN = Dialects.of("postgresql");
    private static final FederatedSchema PLACES = FederatedSchema.all();

    private static StepsAnalysis read(String... lines) {
        return FederatedSteps.of("steps 1\n" + String.join("\n", lines), OWN, PLACES);
    }

    private static FederatedQueryText sides(String... lines) {
        return FederatedQueryText.read(read(lines).statement().sql());
    }

    private static String problem(StepsAnalysis analysis) {
        Problem first = analysis.problems().get(0);
        return first.kind().word() + " in line " + first.place().orElseThrow().line();
    }

    @Test
    void sendsLeadingStepsToTheirSource() {
        FederatedQueryText text = sides(
                "from crossings",
                "where state = 'SAILED' and departed_at is from :from to the end of :to",
                "join query 'picked' on vessel_id, adding note; keep only matching rows",
                "where note = :note",
                "group by note: count of rows as n, maximum of delay_min as worst");
        assertThat(text.parts()).extracting(SourcePart::name).containsExactly("rows_at_harbour", "picked");
        assertThat(text.parts()).extracting(SourcePart::source).containsExactly("harbour", "office");
        assertThat(text.parts().get(0).text()).isEqualTo("""
                        select vessel_id, delay_min
                        from crossings
                        where state = 'SAILED'
                          and departed_at >= :from
                          and departed_at < :to + interval '1 day'""");
        assertThat(text.localSql()).isEqualTo("""
                        select p.note, count(*) as n, max(r.delay_min) as worst
                        from rows_at_harbour r
                        join picked p on p.vessel_id = r.vessel_id
                        where p.note = :note
                        group by p.note""");
    }

    @Test
    void singleSourceStaysOneStatement() {
        String text =
                "steps 1\nfrom crossings\njoin query 'late' on crossing_id, adding port_id as other; keep only matching rows";
        assertThat(FederatedSteps.isOne(text, PLACES)).isFalse();
        assertThat(FederatedSteps.of(text, OWN, PLACES)).isEqualTo(StepsAnalysis.of(text, OWN, PLACES));
        assertThat(FederatedSteps.isOne("select * from query 'picked'", PLACES)).isFalse();
        assertThat(FederatedSteps.isOne("steps 1\nfrom crossings\noff: union all query 'picked'", PLACES))
                .isFalse();
    }

    @Test
    void sendsTheOtherTablesToTheirSource() {
        FederatedQueryText text = sides(
                "from query 'picked'",
                "join crossings on vessel_id, adding port_id, delay_min; keep only matching rows",
                "join ports on port_id, adding name as port; keep all rows",
                "keep rows with a match in query 'late' on port_id");
        assertThat(text.parts())
                .extracting(SourcePart::source)
                .containsExactly("office", "harbour", "harbour", "harbour");
        assertThat(text.parts().get(1).text()).isEqualTo("""
                        select "vessel_id", "port_id", "delay_min"
                        from "crossings\"""");
        assertThat(text.parts().get(3).text())
                .contains("port_id")
                .doesNotContain("passengers")
                .endsWith("where delay_min > :min");
    }

    @Test
    void sendsWebRequestsUnchanged() {
        FederatedQueryText text = sides("from query 'tides'", "where height_m >= 2");
        assertThat(text.parts().get(0).text()).isEqualTo(FederatedSchema.TIDES);
        assertThat(text.localSql()).contains("from tides").contains("height_m >= 2");
    }

    /** A table of fetched rows has no inherent order. */
    @Test
    void keepsTheOrderOfLeadingSteps() {
        assertThat(sides(
                                "from crossings",
                                "sort by delay_min desc, port_id",
                                "join query 'picked' on vessel_id, adding note; keep all rows")
                        .localSql())
                .endsWith("order by r.delay_min desc nulls last, r.port_id nulls last");
        assertThat(sides("from crossings", "first 5 rows by delay_min desc", "union all query 'picked'")
                        .parts()
                        .get(0)
                        .text())
                .contains("order by delay_min desc nulls last", "limit 5");
    }

    @Test
    void fetchesOnlyNeededColumns() {
        FederatedQueryText all =
                sides("from crossings", "join query 'picked' on vessel_id, adding note; keep only matching rows");
        assertThat(all.parts().get(0).text()).isEqualTo("select *\nfrom crossings");
        FederatedQueryText counted = sides(
                "from crossings",
                "keep rows with a match in query 'picked' on vessel_id",
                "aggregate all rows: count of rows as n");
        assertThat(counted.parts().get(0).text()).isEqualTo("select vessel_id\nfrom crossings");
        assertThat(counted.parts().get(1).columns().keySet()).containsExactly("vessel_id");
    }

    @Test
    void everyStepKeepsItsLineAndWords() {
        StepsAnalysis analysis = read(
                "from crossings",
                "off: where state is 'SAILED'",
                "join query 'picked' on vessel_id, adding note; keep only matching rows",
                "where note = :note");
        assertThat(analysis.steps())
                .extracting(StepsAnalysis.AnalyzedStep::line)
                .containsExactly(1, 2, 3, 4);
        assertThat(analysis.steps())
                .extracting(StepsAnalysis.AnalyzedStep::on)
                .containsExactly(true, false, true, true);
        String sql = analysis.statement().sql();
        int note = sql.indexOf("p.note = :note");
        assertThat(analysis.statement().at(note).orElseThrow().line()).isEqualTo(4);
        assertThat(analysis.statement()
                        .at(sql.indexOf("from crossings") + 5)
                        .orElseThrow()
                        .line())
                .isEqualTo(1);
        assertThat(FederatedSteps.lineHere("steps 1\nfrom crossings\nunion all query 'picked'", PLACES))
                .contains(2);
    }

    /** A slow source does not prevent reading its rows. */
    @Test
    void fetchesAllColumnsWhenUnknown() {
        RemoteQuery untold =
                new RemoteQuery("sea", OWN, FederatedSchema.TIDES, Optional.empty(), SchemaContext.nothing());
        FederatedSchema places = new FederatedSchema(PLACES.own(), Map.of("tides", untold), Map.of());
        FederatedQueryText text = FederatedQueryText.read(FederatedSteps.of(
                        "steps 1\nfrom ports\nkeep rows with a match in query 'tides' on port_id", OWN, places)
                .statement()
                .sql());
        assertThat(text.parts()).extracting(SourcePart::name).containsExactly("rows_at_harbour", "tides");
        assertThat(text.parts().get(1).columns()).isEmpty();
    }

    @Test
    void transfersKeysOnlyWhereAllowed() {
        FederatedQueryText text = sides(
                "from crossings",
                "join query 'picked' on vessel_id, adding note; keep only matching rows",
                "join query 'tides' on port_id, adding height_m; keep only matching rows");
        assertThat(text.parts()).extracting(SourcePart::keysFrom).containsExactly(Set.of("office"), Set.of(), Set.of());
    }

    @Test
    void doesNotConfuseQueriesAndTables() {
        FederatedSchema places = new FederatedSchema(
                PLACES.own(), Map.of("ports", PLACES.others().get("picked")), PLACES.travels());
        assertThat(places.tables()).contains("ports");
        FederatedQueryText text = FederatedQueryText.read(FederatedSteps.of(
                        "steps 1\nfrom crossings\njoin query 'ports' on vessel_id, adding note; keep only matching rows\njoin ports on port_id, adding name; keep only matching rows",
                        OWN,
                        places)
                .statement()
                .sql());
        assertThat(text.parts()).extracting(SourcePart::name).containsExactly("rows_at_harbour", "ports_", "ports");
        assertThat(text.parts()).extracting(SourcePart::source).containsExactly("harbour", "office", "harbour");
    }

    @Test
    void reportsErrorsAtTheirLine() {
        assertThat(problem(read("from crossings", "where nonsense = 3", "union all query 'picked'")))
                .isEqualTo("unknown-column in line 3");
        assertThat(problem(read("from crossings", "union all query 'picked'", "where nonsense = 3")))
                .isEqualTo("unknown-column in line 4");
        assertThat(problem(read(
                        "from crossings",
                        "union all query 'picked'",
                        "join query 'late' called with :min = vessel_id, adding delay_min; keep only matching rows")))
                .isEqualTo("not-supported in line 4");
        assertThat(problem(read("from query 'piked'"))).isEqualTo("unknown-query in line 2");
        assertThat(read("from query 'piked'").problems().get(0).advice()).contains("picked");
    }

    @Test
    void reportsAnUnusableQueryAtItsLine() {
        StepsAnalysis analysis = read("from crossings", "off: distinct rows", "union all query 'round-about'");
        assertThat(problem(analysis)).isEqualTo("circular-reference in line 4");
        assertThat(analysis.steps()).hasSize(3);
        assertThat(FederatedSteps.columns("round-about", OWN, PLACES)).isEmpty();
    }

    @Test
    void rejectsAnUnreadableQuery() {
        RemoteQuery broken = new RemoteQuery(
                "office", OWN, "steps 1\nfrom crossings\nwhere nonsense = 3", Optional.empty(), FerryTables.all());
        FederatedSchema places = new FederatedSchema(PLACES.own(), Map.of("picked", broken), Map.of());
        StepsAnalysis analysis = FederatedSteps.of("steps 1\nfrom crossings\nunion all query 'picked'", OWN, places);
        assertThat(analysis.made()).isEmpty();
        assertThat(analysis.problems())
                .extracting(problem -> problem.kind().word())
                .containsAnyOf("invalid-step", "unknown-column");
    }

    @Test
    void inlinesAFederatedQuery() {
        RemoteQuery several = new RemoteQuery(
                "harbour",
                OWN,
                "steps 1\nfrom crossings\nkeep rows with a match in query 'picked' on vessel_id",
                Optional.empty(),
                PLACES);
        FederatedSchema places = new FederatedSchema(PLACES.own(), Map.of("of-picked", several), Map.of());
        FederatedQueryText text = FederatedQueryText.read(
                FederatedSteps.of("steps 1\nfrom query 'of-picked'\ngroup by state: count of rows as n", OWN, places)
                        .statement()
                        .sql());
        FederatedQueryText inner = FederatedQueryText.read(text.parts().get(0).text());
        assertThat(inner.parts()).extracting(SourcePart::name).containsExactly("rows_at_harbour", "picked");
        assertThat(PreparedQuery.ofAny(text.whole(), OWN).sides()).isPresent();
    }

    @Test
    void sendsAllChoicesToEachSide() {
        Statement statement = rewritten(List.of());
        FederatedStatement sent = FederatedStatement.of(statement);
        assertThat(sent.parts().get(0).statement().text())
                .contains("departed_at >= ?")
                .doesNotContain("interval");
        assertThat(sent.parts().get(0).statement().values()).hasSize(1);
        assertThat(sent.localSql().text()).contains("p.note in (?, ?)").endsWith("limit ?");
        assertThat(statement.placements())
                .extracting(Placement::parameter)
                .containsExactlyInAnyOrder("from", "to", "note");
        statement.placements().stream()
                .filter(place -> place.parameter().equals("note"))
                .forEach(place -> assertThat(statement.text().substring(place.sentStart(), place.sentEnd()))
                        .isEqualTo("p.note in (?, ?)"));
    }

    @Test
    void filtersOnTopInTheEngine() {
        Statement statement = rewritten(List.of(AddedFilter.anyOf("delay_min", "added")));
        assertThat(FederatedStatement.of(statement).localSql().text()).contains("r.delay_min in (?");
        assertThat(FederatedStatement.of(statement).parts().get(0).statement().text())
                .doesNotContain("delay_min in");
    }

    private static Statement rewritten(List<AddedFilter> filters) {
        String sql = read(
                        "from crossings",
                        "where departed_at is from :from to the end of :to",
                        "join query 'picked' on vessel_id, adding note; keep only matching rows",
                        "where note = :note",
                        "columns departed_at, note, delay_min")
                .statement()
                .sql();
        Map<String, Parameter> parameters = new HashMap<>();
        parameters.put("from", Parameter.of("from", Type.DATE));
        parameters.put("to", Parameter.of("to", Type.DATE));
        parameters.put("note", Parameter.of("note", Type.TEXT).asMultiple());
        parameters.put("added", Parameter.of("added", Type.INTEGER).asMultiple());
        Map<String, Choice> choices = Map.of(
                "from", new Choice.One(new Value.Day(LocalDate.of(2026, 3, 1))),
                "note", new Choice.Many(List.of(new Value.Text("a"), new Value.Text("b")), false),
                "added", new Choice.Many(List.of(new Value.Whole(3), new Value.Whole(4)), false));
        return PreparedQuery.ofAny(sql, OWN)
                .with(filters)
                .rewrite(new Choices(parameters, choices), ResultShape.allRows(), 100);
    }

    @Test
    void reportsAnUnknownParameterAtItsPosition() {
        String sql = read("from crossings", "where delay_min = :min", "union all query 'picked'")
                .statement()
                .sql();
        assertThatThrownBy(() -> PreparedQuery.ofAny(sql, OWN)
                        .rewrite(new Choices(Map.of(), Map.of()), ResultShape.allRows(), 5))
                .isInstanceOfSatisfying(
                        ProblemException.class,
                        e -> assertThat(e.first().place().orElseThrow().start()).isEqualTo(sql.indexOf(":min")));
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "from", "from query 'picked' and", "where", "union all query 'picked'"})
    void incompleteStepsNeverFailUnexpectedly(String line) {
        SchemaContext schema = PLACES;
        StepsAnalysis analysis = FederatedSteps.of("steps 1\nunion all query 'picked'\n" + line, OWN, schema);
        assertThat(analysis.made()).isEmpty();
        assertThat(analysis.problems()).isNotEmpty();
    }
}
