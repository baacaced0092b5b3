package plainsieve.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.JsonNode;

/** The commands as a user runs them. */
class SieveTest {
    @TempDir
    private Path folder;

    private static CommandResult call(String... arguments) {
        return CommandResult.with("", arguments);
    }

    private static CommandResult callWith(String input, String... arguments) {
        return CommandResult.with(input, arguments);
    }

    private String file(String name, String text) throws Exception {
        Path path = folder.resolve(name);
        Files.createDirectories(path.getParent());
        Files.writeString(path, text);
        return path.toString();
    }

    @Test
    void rewritesQueryWithInferredParameters() throws Exception {
        String query = file("q.sql", "\uFEFFselect * from t\nwhere port in (:port) and d >= :from and v = :vessel");
        JsonNode answer = call(
                        "rewrite",
                        "--dialect",
                        "postgresql",
                        "--query",
                        query,
                        "--set",
                        "port=Ardlow",
                        "--set",
                        "port=Brae O'Noth",
                        "--set",
                        "from=2026-03-01",
                        "--blank",
                        "vessel",
                        "--cap",
                        "10")
                .json();
        assertThat(answer.get("statement").asString())
                .isEqualTo("select * from t\nwhere port in (?, ?) and d >= ?\nlimit ?");
        assertThat(answer.get("values").findValuesAsString("type")).containsExactly("text", "text", "date", "integer");
        assertThat(answer.get("values").get(1).get("value").asString()).isEqualTo("Brae O'Noth");
        assertThat(answer.get("values").get(3).get("value").asLong()).isEqualTo(11);
        assertThat(answer.get("placements").findValuesAsString("outcome"))
                .containsExactly("spread", "bound", "left-out");
        assertThat(answer.get("placements").get(0).get("source").get("line").asInt())
                .isEqualTo(2);
    }

    @Test
    void readsParametersAndDefaultsFromAFile() throws Exception {
        String parameters = file("p.yaml", """
                parameters:
                  - {name: port, multiple: true, list: {values: [Ardlow, Skerrin]}, default: [Skerrin]}
                  - {name: day, type: date}
                  - {name: unused}
                """);
        String query = file("q.sql", "select 1 from t where port = :port and day = :day");
        CommandResult called = call(
                "rewrite",
                "--dialect",
                "sqlite",
                "--query",
                query,
                "--parameters",
                parameters,
                "--set",
                "day=2026-03-01");
        assertThat(called.json().get("statement").asString())
                .isEqualTo("select 1 from t where port in (?) and day = ?");
        assertThat(called.json().get("notices").findValuesAsString("kind")).containsExactly("unused-parameter");
        CommandResult refused = call(
                "rewrite", "--dialect", "sqlite", "--query", query, "--parameters", parameters, "--set", "port=Ardlw");
        assertThat(refused.exitCode()).isEqualTo(2);
        assertThat(refused.output()).contains("Did you mean “Ardlow”?");
    }

    @Test
    void addsFiltersGroupsAndAggregates() throws Exception {
        String query = file("q.sql", "select p.name as port, c.delay from c join p using (id)");
        JsonNode answer = call(
                        "rewrite",
                        "--dialect",
                        "duckdb",
                        "--query",
                        query,
                        "--add-filter",
                        "port in (Ardlow, 'Brae O''Noth', null)",
                        "--add-filter",
                        "delay between 5 and 60",
                        "--group-by",
                        "port",
                        "--aggregate",
                        "count(*)",
                        "--aggregate",
                        "sum(delay)")
                .json();
        assertThat(answer.get("statement").asString()).isEqualTo("""
                select "port", count(*) as "count", sum("delay") as "sum_delay" from (
                select p.name as port, c.delay from c join p using (id) where (p.name in (?, ?) or p.name is null) and c.delay between ? and ?
                ) as matching
                group by "port"
                order by "port\"""");
        assertThat(answer.get("values").findValuesAsString("type"))
                .containsExactly("text", "text", "integer", "integer");
        assertThat(answer.get("filters").findValuesAsString("where")).containsExactly("where", "where");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            postgresql | month | cast(date_trunc('month', "at") as date)
            duckdb     | year  | cast(date_trunc('year', "at") as date)
            sqlite     | day   | date(~at~, 'start of day')
            mariadb    | month | cast(date_format(~at~, '%Y-%m-01') as date)
            """)
    void groupsByDayMonthOrYear(String dialect, String part, String expression) throws Exception {
        String query = file("q.sql", "select at from t");
        String key = expression.replace('~', '`');
        String statement = call("rewrite", "--dialect", dialect, "--query", query, "--group-by", "at:" + part)
                .json()
                .get("statement")
                .asString();
        assertThat(statement).startsWith("select " + key + " as ").contains("group by " + key + "\norder by " + key);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            select 1 from t where x = :p and | syntax-error | 1 | 28
            select 1\\n; drop table t        | statement-rejected  | 2 | 3
            delete from t                    | statement-rejected       | 1 | 1
            """)
    void reportsLineAndColumnOfErrors(String sql, String kind, int line, int column) throws Exception {
        String query = file("q.sql", sql.replace("\\n", "\n").strip());
        CommandResult called = call("rewrite", "--dialect", "mariadb", "--query", query);
        assertThat(called.exitCode()).isEqualTo(2);
        JsonNode error = called.json().get("errors").get(0);
        assertThat(error.get("kind").asString()).isEqualTo(kind);
        assertThat(error.get("line").asInt()).isEqualTo(line);
        assertThat(error.get("column").asInt()).isGreaterThanOrEqualTo(column);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '~', textBlock = """
            {"column": "b", "type": "text", "in": ["5", null]}       | (b in (?) or b is null)  | text
            {"column": "b", "type": "text", "not in": ["5"]}         | b not in (?)             | text
            {"column": "b", "type": "decimal", ">=": 5}              | b >= ?                   | decimal
            {"column": "b", "type": "date", "between": ["2026-01-01", "2026-01-02"]} | b between ? and ? | date
            {"column": "b", "type": "text", "like": "5%"}            | b like ?                 | text
            {"column": "b", "in": [5]}                               | b in (?)                 | integer
            {"column": "b", "is": "null"}                            | b is null                | ~~
            {"column": "b", "is": "not null"}                        | b is not null            | ~~
            """)
    void batchFilterNamesTheColumnType(String filter, String condition, String type) throws Exception {
        String request =
                "{\"id\": 1, \"dialect\": \"postgresql\", \"query\": \"select a, b from t\", \"filters\": [%s]}"
                        .formatted(filter);
        JsonNode answer =
                call("rewrite", "--batch", file("batch.jsonl", request)).lines().get(0);
        assertThat(answer.get("statement").asString()).isEqualTo("select a, b from t where " + condition);
        assertThat(answer.get("values").findValuesAsString("type")).allMatch(type::equals);
        assertThat(answer.get("filters").get(0).get("where").asString()).isEqualTo("where");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "{\"in\": [5]}",
                "{\"column\": \"b\"}",
                "{\"column\": \"b\", \"type\": \"number\", \"=\": 5}",
                "{\"column\": \"b\", \"between\": [5]}",
                "{\"column\": \"b\", \"=\": [5, 6]}",
                "{\"column\": \"b\", \"=\": null}",
                "{\"column\": \"b\", \"is\": \"nul\"}"
            })
    void rejectsAnIncompleteBatchFilter(String filter) throws Exception {
        String request =
                "{\"id\": 1, \"dialect\": \"postgresql\", \"query\": \"select a, b from t\", \"filters\": [%s]}"
                        .formatted(filter);
        JsonNode answer =
                call("rewrite", "--batch", file("batch.jsonl", request)).lines().get(0);
        assertThat(answer.get("errors").get(0).get("kind").asString()).isEqualTo("invalid-filter");
    }

    @Test
    void answersABatchLineByLine() throws Exception {
        StringBuilder requests = new StringBuilder();
        for (int i = 0; i < 2000; i++) {
            requests.append("""
                    {"id": %d, "dialect": "postgresql", "query": "select a, b from t where a = :p and b > :q", \
                    "choices": {"p": ["x", "y%d", null], "q": null}, "filters": ["b >= 5"], "cap": 10}
                    """.formatted(i, i));
        }
        requests.append("{\"id\": \"bad\", \"dialect\": \"oracl\", \"query\": \"select 1\"}\nnot json\n");
        List<JsonNode> answers = call("rewrite", "--batch", file("batch.jsonl", requests.toString()))
                .lines();
        assertThat(answers).hasSize(2002);
        assertThat(answers.get(1999).get("id").asInt()).isEqualTo(1999);
        assertThat(answers.get(1999).get("statement").asString())
                .isEqualTo("select a, b from t where (a in (?, ?) or a is null) and b >= ?\nlimit ?");
        assertThat(answers.get(2000).get("errors").get(0).get("kind").asString())
                .isEqualTo("invalid-source");
        assertThat(answers.get(2001).get("errors").get(0).get("kind").asString())
                .isEqualTo("invalid-request");
    }

    @Test
    void definesParametersInARequest() {
        String request = """
                {"id": 1, "dialect": "mariadb", "query": "select 1 from t where d = :d limit :n", \
                "parameters": {"d": {"type": "date", "blank-rule": "not-allowed"}, "n": {"type": "integer", "unlimited-value": 0}}, \
                "choices": {"d": "2026-03-01", "n": 0}}
                """;
        JsonNode answer = callWith(request, "rewrite", "--batch", "-").json();
        assertThat(answer.get("statement").asString()).isEqualTo("select 1 from t where d = ?");
        JsonNode refused = callWith(request.replace("\"d\": \"2026-03-01\", ", ""), "rewrite", "--batch", "-")
                .json();
        assertThat(refused.get("errors").get(0).get("kind").asString()).isEqualTo("choice-required");
    }

    @Test
    void printsTheStructureOfFiles() throws Exception {
        List<JsonNode> lines = call(
                        "structure",
                        "--dialect",
                        "sqlite",
                        file("a.sql", "select 1 from (select 2 from t where x = :p or y = :p) where z"),
                        file("b.sql", "update t set x = 1"),
                        folder.resolve("missing.sql").toString())
                .lines();
        assertThat(lines.get(0).get("blocks").asInt()).isEqualTo(2);
        assertThat(lines.get(0).get("conditions").asInt()).isEqualTo(3);
        assertThat(lines.get(0).get("parameters").asInt()).isEqualTo(1);
        assertThat(lines.get(0).get("parameterPlaces").asInt()).isEqualTo(2);
        assertThat(lines.get(1).get("errors").get(0).get("message").asString()).isEqualTo("“update” writes.");
        assertThat(lines.get(2).get("errors").get(0).get("kind").asString()).isEqualTo("file-not-found");
    }

    @Test
    void evaluatesFormulasBeforeRewriting() throws Exception {
        file("project.yaml", """
                sources: [{id: ferries, kind: duckdb, database: f.duckdb}]
                parameters:
                  - {name: month, type: date, default: 2026-02-01}
                  - {name: last_day, type: date, formula: last day of month of :month}
                  - {name: whole, type: date, covers: month, default: 2024-02-10}
                queries: [{id: late, source: ferries, file: late.sql}]
                """);
        file("late.sql", "select 1 from crossings where departed_at <= :last_day and day = :whole");
        CommandResult called = call(
                "rewrite",
                "--dialect",
                "duckdb",
                "--query",
                folder.resolve("late.sql").toString(),
                "--parameters",
                folder.resolve("project.yaml").toString());
        assertThat(called.output()).contains("2026-02-28", "2024-02-01", "2024-03-01", "day >= ? and day < ?");
        assertThat(call("check", folder.toString()).output()).doesNotContain("is not used");
    }

    @Test
    void checksAProject() throws Exception {
        file("project.yaml", """
                sources: [{id: ferries, kind: duckdb, database: f.duckdb}]
                parameters:
                  - {name: port, multiple: true, list: {query: ports}, default: [Ardlow]}
                queries:
                  - {id: ports, source: ferries, file: ports.sql}
                  - {id: late, source: ferries, file: late.sql}
                reports: [{id: r, name: R, views: [{id: v, kind: table, query: late}, {id: t, kind: text, text: Late.}]}]
                """);
        file("ports.sql", "select name from ports order by name");
        file("late.sql", "select * from crossings where port in (:port)");
        assertThat(call("check", folder.toString()).exitCode()).isZero();

        file("late.sql", "select *\nfrom crossings where port in (:prot)");
        CommandResult wrong = call("check", folder.toString());
        assertThat(wrong.exitCode()).isEqualTo(1);
        assertThat(wrong.output())
                .contains("late.sql:2:31: error: Unknown parameter :prot. Did you mean :port?")
                .contains("project.yaml: notice: :port is not used.");

        file("late.sql", "select * from crossings where port in (:port) limit 10");
        assertThat(call("check", folder.toString()).exitCode()).isZero();
        assertThat(call("check", "--strict", folder.toString()).exitCode()).isEqualTo(1);
        assertThat(call("check", folder.resolve("nowhere").toString()).exitCode())
                .isEqualTo(2);
    }

    @Test
    void rejectsATooSmallRowLimitAndInvalidChoices() throws Exception {
        String query = file("q.sql", "select 1 from t where x = :p");
        List<Integer> exitCodes = new ArrayList<>();
        exitCodes.add(call("rewrite", "--dialect", "duckdb", "--query", query, "--cap", "-1")
                .exitCode());
        exitCodes.add(call("rewrite", "--dialect", "duckdb", "--query", query, "--set", "p")
                .exitCode());
        exitCodes.add(call("rewrite", "--dialect", "duckdb", "--query", query, "--set", "q=1")
                .exitCode());
        exitCodes.add(call("rewrite", "--dialect", "duckdb", "--query", query, "--add-filter", "x !! 1")
                .exitCode());
        exitCodes.add(call("rewrite", "--dialect", "duckdb", "--query", query, "--aggregate", "sum(*)")
                .exitCode());
        assertThat(exitCodes).containsOnly(2);
    }
}
