package plainsieve.core.evidence;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

class EvidenceTest {
    private static final String QUERY = "select * from crossings c where c.port_id = :port and c.delay_min >= :delay";

    private static Statement statement(String query, String dialect) {
        Map<String, Parameter> parameters = Map.of(
                "port", Parameter.of("port", Type.INTEGER),
                "delay", Parameter.of("delay", Type.INTEGER),
                "rows", Parameter.of("rows", Type.INTEGER));
        Map<String, Choice> choices = Map.of(
                "port", new Choice.One(new Value.Whole(3)),
                "delay", new Choice.One(new Value.Whole(15)),
                "rows", new Choice.One(new Value.Whole(10)));
        return PreparedQuery.of(query, Dialects.of(dialect))
                .rewrite(new Choices(parameters, choices), ResultShape.allRows(), Statement.NO_CAP);
    }

    private static String verdicts(String query, String dialect, Object answer) {
        Dialect of = Dialects.of(dialect);
        Plan plan = PlanReader.of(of.explain().answer()).read(List.of(answer));
        return Evidence.of(statement(query, dialect), of, plan).stream()
                .map(verdict -> verdict.placement().parameter() + " " + verdict.where())
                .collect(Collectors.joining(", "));
    }

    private static Object postgres(Map<String, Object> node) {
        return List.of(Map.of("Plan", node));
    }

    @Test
    void distinguishesIndexConditionFromFilter() {
        Object plan = postgres(Map.of(
                "Node Type", "Index Scan",
                "Relation Name", "crossings",
                "Alias", "c",
                "Index Name", "crossings_port",
                "Index Cond", "(port_id = '3'::bigint)",
                "Filter", "(delay_min >= '15'::bigint)"));
        assertThat(verdicts(QUERY, "postgresql", plan)).isEqualTo("port BY_INDEX, delay WHILE_SCANNING");
    }

    @Test
    void claimsNothingForAnUnknownOperator() {
        Object plan = postgres(Map.of("Node Type", "Custom Scan", "Filter", "((port_id = 3) AND (delay_min >= 15))"));
        assertThat(verdicts(QUERY, "postgresql", plan)).isEqualTo("port NOT_KNOWN, delay NOT_KNOWN");
    }

    @Test
    void claimsNothingWhenTwoPlanNodesDisagree() {
        Object plan = postgres(Map.of(
                "Node Type",
                "Append",
                "Plans",
                List.of(
                        Map.of("Node Type", "Seq Scan", "Filter", "(port_id = 3)"),
                        Map.of("Node Type", "Index Scan", "Index Cond", "(port_id = 3)"))));
        assertThat(verdicts(QUERY, "postgresql", plan)).startsWith("port NOT_KNOWN");
    }

    @Test
    void equalValueOnAnotherColumnIsAnotherCondition() {
        Object plan = postgres(Map.of("Node Type", "Seq Scan", "Filter", "((vessel_id = 3) AND (delay_min >= 15))"));
        assertThat(verdicts(QUERY, "postgresql", plan)).isEqualTo("port NOT_KNOWN, delay WHILE_SCANNING");
    }

    @ParameterizedTest
    @CsvSource({"name, extra_info", "operator_name, extra_info"})
    void readsBothDuckDbPlanFormats(String name, String info) {
        Object plan = List.of(Map.of(
                name,
                "SEQ_SCAN ",
                info,
                Map.of("Table", "ferries.main.crossings", "Filters", List.of("port_id=3", "optional: delay_min>=15"))));
        assertThat(verdicts(QUERY, "duckdb", plan)).isEqualTo("port WHILE_SCANNING, delay WHILE_SCANNING");
    }

    @Test
    void recognizesMariaDbRangesByUsedKeyParts() {
        Object plan = Map.of(
                "query_block",
                Map.of(
                        "nested_loop",
                        List.of(Map.of(
                                "table",
                                Map.of(
                                        "table_name", "c",
                                        "access_type", "range",
                                        "key", "crossings_port",
                                        "used_key_parts", List.of("port_id"),
                                        "attached_condition", "c.port_id = 3 and c.delay_min >= 15")))));
        assertThat(verdicts(QUERY, "mariadb", plan)).isEqualTo("port BY_INDEX, delay WHILE_SCANNING");
    }

    @Test
    void sortBelowALimitReadsAllRows() {
        Object early = postgres(Map.of("Node Type", "Limit", "Plans", List.of(Map.of("Node Type", "Seq Scan"))));
        Object late = postgres(
                Map.of("Node Type", "Limit", "Plans", List.of(Map.of("Node Type", "Sort", "Plans", List.of()))));
        String query = "select * from crossings limit :rows";
        assertThat(verdicts(query, "postgresql", early)).isEqualTo("rows STOPS_EARLY");
        assertThat(verdicts(query, "postgresql", late)).isEqualTo("rows AFTER_SORTING");
    }

    @ParameterizedTest
    @ValueSource(strings = {"postgresql", "mariadb", "duckdb", "sqlite"})
    void unreadablePlanClaimsNothing(String dialect) {
        for (Object answer : List.of(Map.of(), List.of(), "what", List.of(1, "two", Map.of("Plan", 3)))) {
            assertThat(verdicts(QUERY, dialect, answer)).isEqualTo("port NOT_KNOWN, delay NOT_KNOWN");
        }
    }

    private static Map<String, Object> scan(String filter, String... details) {
        return Map.of(
                "name", "ScanFilter",
                "descriptor", Map.of("table", "memory:3", "filterPredicate", filter),
                "details", List.of(details),
                "children", List.of());
    }

    /** The memory connector identifies columns by position; equal columns are numbered. */
    @Test
    void resolvesTrinoColumnsByPosition() {
        Object plan = scan(
                "((\"port_id_0\" = 3) AND (\"delay_min\" >= 15))", "port_id := 1", "port_id_0 := 2", "delay_min := 7");
        assertThat(verdicts(QUERY, "trino", plan)).isEqualTo("port WHILE_SCANNING, delay WHILE_SCANNING");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            select 1 from t where year(a) = :port                  | port WHILE_SCANNING
            select 1 from t where year(a) = :port and a <> 5       | port NOT_KNOWN
            select 1 from t where year(a) = :port or day(a) = 7    | port NOT_KNOWN
            select 1 from t where year(b) = :port                  | port NOT_KNOWN
            select 1 from t where a > :port                        | port NOT_KNOWN
            """)
    void functionRangeRequiresTheOnlyConditionOnItsColumn(String query, String expected) {
        assertThat(verdicts(query, "trino", scan("(\"a\" BETWEEN 365 AND 730)", "a := 0")))
                .isEqualTo(expected);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            select s from (select sum(a) over () as s from t) d where s > :port      | port ON_INNER_RESULT
            select 1 from (select sum(a) over () as s from t) d where s > :port      | port ON_INNER_RESULT
            select 1 from (select sum(b) over () as s from t) d where s > :port      | port NOT_KNOWN
            """)
    void findsComputedColumnByItsInputs(String query, String expected) {
        Object plan = Map.of(
                "name", "Filter",
                "descriptor", Map.of("filterPredicate", "(\"sum\" > BIGINT '3')"),
                "details", List.of(),
                "children",
                        List.of(Map.of(
                                "name", "Window",
                                "descriptor", Map.of(),
                                "details", List.of("sum := sum(\"a\")"),
                                "children", List.of())));
        assertThat(verdicts(query, "trino", plan)).isEqualTo(expected);
    }
}
