package plainsieve.sources.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Duration;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.evidence.Evidence;
import plainsieve.core.evidence.Plan;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;
import plainsieve.demo.FareService;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Catalog;
import plainsieve.sources.OutgoingStatement;
import plainsieve.sources.RunLimits;
import plainsieve.sources.Secret;
import plainsieve.sources.ServiceSettings;
import plainsieve.sources.SignIn;
import plainsieve.sources.SourceAccess;

class ODataSourceTest {
    private static final RunLimits RUN = new RunLimits(Duration.ofSeconds(30));

    @TempDir
    Path kept;

    private final ScheduledExecutorService clock = Executors.newSingleThreadScheduledExecutor();
    private final Map<String, Parameter> parameters = new HashMap<>();
    private final Map<String, Choice> chosen = new HashMap<>();
    private FareService fares;
    private ODataSource source;

    @BeforeEach
    void start() throws IOException {
        System.setProperty("sun.net.httpserver.nodelay", "true");
        fares = FareService.start(0);
        SourceAccess access =
                new SourceAccess("fares", new ServiceSettings.OData(fares.address(), SignIn.NONE, ""), Secret.none());
        source = new ODataSource(access, kept, WebFixture.engines(), WebFixture.reaching(), clock);
        choose("route", Type.TEXT, new Choice.Blank());
    }

    @AfterEach
    void stop() {
        source.close();
        fares.close();
        clock.shutdownNow();
    }

    private void choose(String name, Type type, Choice choice) {
        parameters.put(name, Parameter.of(name, type).asMultiple());
        chosen.put(name, choice);
    }

    private static Choice one(Value value) {
        return new Choice.One(value);
    }

    private plainsieve.core.statement.Statement statement(String sql, ResultShape shape, long cap) {
        return PreparedQuery.of(sql, Dialects.of("duckdb")).rewrite(new Choices(parameters, chosen), shape, cap);
    }

    private WebFixture.Got run(plainsieve.core.statement.Statement statement) {
        WebFixture.Got got = new WebFixture.Got();
        got.summary = source.run(new OutgoingStatement.Sql(statement), RUN, new Cancellation(), got);
        return got;
    }

    private WebFixture.Got run(String sql) {
        return run(statement(sql, ResultShape.allRows(), 10_000));
    }

    /** The requests for rows or counts that the service received. */
    private List<String> asked() {
        return fares.requests().stream()
                .filter(line -> !line.startsWith("/$metadata"))
                .toList();
    }

    @Test
    void listsEntitySetsWithTypes() {
        Catalog catalog = source.catalogue(RUN, new Cancellation());
        assertThat(catalog.tables()).extracting(Catalog.Table::name).containsExactly("Fares", "Routes");
        assertThat(catalog.tables().get(0).columns())
                .extracting(column -> column.name() + " " + column.kind())
                .containsExactly(
                        "fare_id INTEGER",
                        "route TEXT",
                        "class TEXT",
                        "valid_from DATE",
                        "valid_to DATE",
                        "price DECIMAL",
                        "changed_at DATETIME",
                        "islander BOOLEAN",
                        "voucher_code TEXT",
                        "voucher_off DECIMAL");
        assertThat(source.health()).isEqualTo("Fares of Hethra Sound with 2 entity sets");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            select fare_id from fares where price > 20                     | $filter=price gt 20&$select=fare_id,price
            select fare_id from fares where price between 20 and 30        | $filter=(price ge 20 and price le 30)&$select=fare_id,price
            select fare_id from fares where class in ('car', 'van')        | $filter=(class eq 'car' or class eq 'van')&$select=fare_id,class
            select fare_id from fares where valid_to is null               | $filter=valid_to eq null&$select=fare_id,valid_to
            select fare_id from fares where voucher_code like 'O''N%'      | $filter=startswith(voucher/code,'O''N')&$select=fare_id,voucher/code
            select fare_id from fares where class like '%c%'               | $filter=contains(class,'c')&$select=fare_id,class
            select fare_id from fares where not (price > 5)                | $filter=not (price gt 5)&$select=fare_id,price
            select fare_id from fares where islander = true                | $filter=islander eq true&$select=fare_id,islander
            select fare_id from fares where class <> 'car'                 | $select=fare_id,class
            select fare_id from fares where not (class = 'car')            | $select=fare_id,class
            select fare_id from fares where class > 'car'                  | $select=fare_id,class
            select fare_id from fares where class ilike 'c%'               | $select=fare_id,class
            select fare_id from fares where class like 'c_r'               | $select=fare_id,class
            select fare_id from fares where price * 2 > 20                 | $select=fare_id,price
            select fare_id from fares where price > 20 or class > 'car'    | $select=fare_id,class,price
            select fare_id from fares where price > 20 and class > 'car'   | $filter=price gt 20&$select=fare_id,class,price
            select max(price) from fares                                   | $select=price
            select class, sum(price) from fares where fare_id < 9 group by class | $filter=fare_id lt 9&$select=fare_id,class,price
            """)
    void pushesSupportedConditions(String sql, String options) {
        run(sql);
        assertThat(asked().get(0)).startsWith("/Fares?" + options);
        assertThat(asked().get(0).contains("$filter")).isEqualTo(options.contains("$filter"));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            select f.fare_id from fares f join routes r on r.route = f.route where f.price > 50 | Fares?$filter=price gt 50
            select r.route from routes r left join fares f on f.route = r.route where f.price is null | Fares?$select=route,price
            select r.route from routes r left join fares f on f.route = r.route where f.price > 50 | Fares?$select=route,price
            select fare_id from fares where price > 50 and fare_id in (select fare_id from fares)  | Fares?$select=fare_id,price
            with fares as (select 1 as price) select price from fares where price > 50             | nothing
            select price from fares as f(price, route) where price > 50                            | Fares
            """)
    void keepsConditionsOfReusedOrOuterRows(String sql, String options) {
        run(sql);
        assertThat(String.join(" ", asked()) + "nothing").contains(options);
        assertThat(asked().stream().anyMatch(line -> line.contains("$filter"))).isEqualTo(options.contains("$filter"));
    }

    @Test
    void sendsChoicesAndOmitsBlanks() {
        String sql = "select * from fares where route in (:route) and valid_from >= :from and price < :price";
        choose("from", Type.DATE, one(new Value.Day(LocalDate.of(2026, 1, 1))));
        choose("price", Type.DECIMAL, new Choice.Blank());
        choose(
                "route",
                Type.TEXT,
                new Choice.Many(List.of(new Value.Text("Brae O'Noth – Tarn Quay"), new Value.Text("x")), false));
        WebFixture.Got got = run(sql);
        assertThat(asked().get(0))
                .isEqualTo(
                        "/Fares?$filter=(route eq 'Brae O''Noth – Tarn Quay' or route eq 'x') and valid_from ge 2026-01-01)"
                                .replace("$filter=(route", "$filter=((route"));
        assertThat(got.summary.localRows()).hasValue(got.summary.fetchedRows());
    }

    @Test
    void requestsTheFirstRows() {
        plainsieve.core.statement.Statement first = statement(
                "select * from fares where price > 10",
                new ResultShape.Rows(
                        java.util.Optional.of(new ResultShape.Sort("price", true)), java.util.Optional.empty()),
                20);
        WebFixture.Got got = run(first);
        assertThat(asked()).hasSize(1);
        assertThat(asked().get(0)).contains("$filter=price gt 10", "$orderby=price desc", "$top=21");
        assertThat(got.summary.more()).isTrue();
        run(statement("select * from fares where class = 'car'", ResultShape.allRows(), 20));
        run(statement("select * from fares order by valid_to", ResultShape.allRows(), 20));
        run(statement("select * from fares order by class", ResultShape.allRows(), 20));
        run(statement("select price as fare_id from fares order by fare_id", ResultShape.allRows(), 20));
        run(statement("select price fare_id from fares order by fare_id", ResultShape.allRows(), 20));
        run(statement("select distinct fare_id from fares order by fare_id", ResultShape.allRows(), 20));
        run(statement("select fare_id from fares order by fare_id offset 5", ResultShape.allRows(), 20));
        assertThat(asked().subList(1, asked().size())).noneMatch(line -> line.contains("$top"));
    }

    @Test
    void countsAtTheService() {
        ResultShape count = ResultShape.totals(
                List.of(),
                List.of(new Measure(Measure.Function.COUNT, java.util.Optional.empty())),
                ResultShape.Order.KEYS);
        String sql = "select * from fares where price > 20 order by fare_id";
        WebFixture.Got got = run(statement(sql, count, 100));
        assertThat(asked()).containsExactly("/Fares/$count?$filter=price gt 20");
        assertThat(got.rows).hasSize(1);
        long here = (Long) run("select count(*) as n from fares where price * 1 > 20")
                .rows
                .get(0)
                .get(0);
        assertThat(got.rows.get(0)).containsExactly(here);
        run(statement("select * from fares where class = 'car'", count, 100));
        assertThat(asked().get(asked().size() - 1)).doesNotContain("$count");
    }

    @Test
    void reportsWhereEachChoiceRan() {
        choose("price", Type.DECIMAL, one(new Value.Decimal(new BigDecimal("20"))));
        choose("least", Type.DECIMAL, one(new Value.Decimal(new BigDecimal("30"))));
        var statement = statement(
                "select * from fares where price > :price and price * 1 > :least and class = :route",
                ResultShape.allRows(),
                100);
        Plan plan = source.explain(new OutgoingStatement.Sql(statement), false, RUN, new Cancellation());
        assertThat(Evidence.of(statement, Dialects.of("duckdb"), plan))
                .extracting(verdict -> verdict.placement().parameter() + " " + verdict.where())
                .containsExactly("price AT_SERVICE", "least HERE", "route LEFT_OUT");
        assertThat(plan.inWords().get(0)).startsWith("get /Fares?$filter=price%20gt%2020");
    }

    @Test
    void resolvesColumnAliases() {
        assertThat(run("select count(price) as n, max(price) as m from fares as f(price, route) where price > 1500")
                        .rows)
                .containsExactly(List.of((long) fares.allFares().size() - 1500, (long)
                        fares.allFares().size()));
    }

    @Test
    void reportsServiceErrorsVerbatim() {
        assertThatThrownBy(() -> run("select * from nothing")).hasMessageContaining("nothing");
        fares.close();
        assertThatThrownBy(() -> run("select * from fares")).hasMessageContaining("connection refused");
    }

    @Test
    void pushedConditionsReturnTheSameRows() throws SQLException {
        try (Connection connection = DriverManager.getConnection("jdbc:duckdb:")) {
            copy(connection);
            Random random = new Random(20_261_127);
            for (int i = 0; i < 120; i++) {
                String where = condition(random, 2);
                String sql = random.nextInt(4) == 0
                        ? "select class, count(*), max(price) from fares where %s group by class order by class"
                                .formatted(where)
                        : "select fare_id from fares where %s order by fare_id".formatted(where);
                assertThat(run(sql).rows.toString()).as(sql).isEqualTo(here(connection, sql));
            }
        }
        assertThat(asked().stream().filter(line -> line.contains("$filter")).count())
                .isGreaterThan(50);
    }

    private void copy(Connection connection) throws SQLException {
        try (Statement create = connection.createStatement()) {
            create.execute(
                    "create table fares (fare_id integer, route text, class text, valid_from date, valid_to date,"
                            + " price decimal(18, 2), changed_at timestamptz, islander boolean, voucher_code text, voucher_off decimal(18, 2))");
        }
        try (PreparedStatement insert =
                connection.prepareStatement("insert into fares values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)")) {
            for (Map<String, Object> fare : fares.allFares()) {
                int column = 1;
                for (Object value : fare.values()) {
                    insert.setObject(column++, value);
                }
                insert.addBatch();
            }
            insert.executeBatch();
        }
    }

    private static String here(Connection connection, String sql) throws SQLException {
        List<List<Object>> all = new ArrayList<>();
        try (Statement statement = connection.createStatement();
                ResultSet rows = statement.executeQuery(sql)) {
            int width = rows.getMetaData().getColumnCount();
            while (rows.next()) {
                List<Object> row = new ArrayList<>();
                for (int i = 1; i <= width; i++) {
                    row.add(rows.getObject(i));
                }
                all.add(row);
            }
        }
        return all.toString();
    }

    private static String condition(Random random, int depth) {
        int kind = random.nextInt(depth == 0 ? 10 : 14);
        return switch (kind) {
            case 0 -> "price " + operator(random) + " " + random.nextInt(60) + "." + random.nextInt(100);
            case 1 -> "fare_id in (%d, %d, %d)".formatted(random.nextInt(900), random.nextInt(900), random.nextInt(9));
            case 2 -> "class " + (random.nextBoolean() ? "=" : "<>") + " '" + name(random) + "'";
            case 3 ->
                "valid_from %s date '%s'"
                        .formatted(operator(random), LocalDate.of(2024, 1, 1).plusDays(random.nextInt(900)));
            case 4 -> "valid_to is " + (random.nextBoolean() ? "" : "not ") + "null";
            case 5 -> "valid_to " + operator(random) + " '2025-0" + (1 + random.nextInt(9)) + "-01'";
            case 6 -> "class like '" + pattern(random) + "'";
            case 7 ->
                "changed_at " + operator(random) + " '"
                        + LocalDateTime.of(2025, 1, 1, 3, 0).plusHours(random.nextInt(6000)) + "'";
            case 8 -> "voucher_off " + operator(random) + " 0." + random.nextInt(10);
            case 9 -> "voucher_code " + (random.nextBoolean() ? "= 'O''N-2'" : "is null");
            case 10 -> "not (" + condition(random, depth - 1) + ")";
            case 11 -> "fare_id between " + random.nextInt(400) + " and " + random.nextInt(900);
            case 12 -> "(" + condition(random, depth - 1) + " or " + condition(random, depth - 1) + ")";
            default -> "(" + condition(random, depth - 1) + " and " + condition(random, depth - 1) + ")";
        };
    }

    private static String operator(Random random) {
        return List.of("=", "<>", "<", "<=", ">", ">=").get(random.nextInt(6));
    }

    private static String name(Random random) {
        return List.of("car", "Car", "van", "dog", "missing", "").get(random.nextInt(6));
    }

    private static String pattern(Random random) {
        return List.of("c%", "%o%", "%n", "car", "%", "c_r", "%c%r%", "").get(random.nextInt(8));
    }
}
