package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.catalogue.TableColumns;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.rewrite.filter.FilterPlacement;
import plainsieve.core.statement.Placement;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

class AddedFilterTest {
    private static final Parameter F = Parameter.of("f", Type.INTEGER).takingMany();

    private static PreparedQuery filtered(String dialect, String query, String column) {
        return PreparedQuery.of(query, Dialects.of(dialect)).with(List.of(AddedFilter.anyOf(column, "f")));
    }

    private static String text(PreparedQuery query) {
        Choices choices = new Choices(
                Map.of("f", F), Map.of("f", new Choice.Many(List.of(new Value.Whole(1), new Value.Whole(2)), false)));
        return query.rewrite(choices, Wanted.allRows(), Statement.NO_CAP).text();
    }

    private static String text(String query, String column) {
        return text(filtered("postgresql", query, column));
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select x from t                                  ; select x from t where x in (?, ?)
            select t.x from t                                ; select t.x from t where t.x in (?, ?)
            select a.y as x from t a                         ; select a.y as x from t a where a.y in (?, ?)
            select y x from t order by y                     ; select y x from t where y in (?, ?) order by y
            select y + 1 as x from t                         ; select y + 1 as x from t where (y + 1) in (?, ?)
            select abs(y) x from t                           ; select abs(y) x from t where abs(y) in (?, ?)
            select case when y then 1 end x from t           ; select case when y then 1 end x from t where (case when y then 1 end) in (?, ?)
            select x from t where a = 1                      ; select x from t where a = 1 and x in (?, ?)
            select x from t where a = 1 or b = 2             ; select x from t where (a = 1 or b = 2) and x in (?, ?)
            select x from t where a -- why                   ; select x from t where a and x in (?, ?) -- why
            select * from t                                  ; select * from t where "x" in (?, ?)
            select t.*, 1 as one from t join s on true       ; select t.*, 1 as one from t join s on true where t."x" in (?, ?)
            select distinct x from t                         ; select distinct x from t where x in (?, ?)
            select x from a left join t using (id)           ; select x from a left join t using (id) where x in (?, ?)
            """)
    void goesIntoWhereOfTheBlock(String query, String statement) {
        assertThat(text(query, "x")).isEqualTo(statement);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select x, count(*) n from t group by x           ; x ; select x, count(*) n from t where x in (?, ?) group by x
            select y as x, count(*) from t group by 1        ; x ; select y as x, count(*) from t where y in (?, ?) group by 1
            select y as x, count(*) from t group by x        ; x ; select y as x, count(*) from t where y in (?, ?) group by x
            select x, count(*) n from t group by x           ; n ; select x, count(*) n from t group by x having count(*) in (?, ?)
            select x, sum(y) n from t group by x having x > 1 or true ; n ; select x, sum(y) n from t group by x having (x > 1 or true) and sum(y) in (?, ?)
            select count(*) n, max(d) from t                 ; n ; select count(*) n, max(d) from t having count(*) in (?, ?)
            select 1 as x, count(*) from t                   ; x ; select 1 as x, count(*) from t having 1 in (?, ?)
            select sum(y) filter (where z) n from t          ; n ; select sum(y) filter (where z) n from t having (sum(y) filter (where z)) in (?, ?)
            select x, y, count(*) from t group by grouping sets ((x, y), (x)) ; x ; select x, y, count(*) from t where x in (?, ?) group by grouping sets ((x, y), (x))
            select x, y from t group by x, rollup(y)         ; x ; select x, y from t where x in (?, ?) group by x, rollup(y)
            """)
    void goesBeforeOrBehindAGrouping(String query, String column, String statement) {
        assertThat(text(query, column)).isEqualTo(statement);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select x from (select x, y from t) d             ; select x from (select x, y from t where x in (?, ?)) d
            select * from (select y as x from t) d           ; select * from (select y as x from t where y in (?, ?)) d
            select d.b as x from (select y from t) d (b)     ; select d.b as x from (select y from t where y in (?, ?)) d (b)
            with c as (select x from t) select x from c      ; with c as (select x from t where x in (?, ?)) select x from c
            with c (b) as (select y from t) select b x from c where b > 0 ; with c (b) as (select y from t where y in (?, ?)) select b x from c where b > 0
            select x from a join (select x, id from t) d on d.id = a.id ; select x from a join (select x, id from t) d on d.id = a.id where x in (?, ?)
            select d.x from a join (select x, id from t) d on d.id = a.id ; select d.x from a join (select x, id from t where x in (?, ?)) d on d.id = a.id
            select x, row_number() over (partition by x order by y) from t ; select x, row_number() over (partition by x order by y) from t where x in (?, ?)
            select x, sum(y) over w from t window w as (partition by z, x) ; select x, sum(y) over w from t where x in (?, ?) window w as (partition by z, x)
            """)
    void goesAsFarInAsIsProvenSafe(String query, String statement) {
        assertThat(text(query, "x")).isEqualTo(statement);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select d.x from a left join (select x, id from t) d on d.id = a.id  ; outer join
            select d.x from (select x from t) d right join a on true            ; outer join
            select d.x from (select x from t) d full join a on true             ; outer join
            select x from (select x from t limit 5) d                           ; row limit
            select x from (select distinct on (y) x from t) d                   ; DISTINCT ON
            with c as (select x from t) select c.x from c, c as other           ; more than one place
            with recursive c as (select x from t union all select x from c) select x from c ; more than one place
            select x from (select x, lag(y) over (order by z) from t) d         ; window
            """)
    void staysInTheBlockOutsideAndSaysWhy(String query, String reason) {
        PreparedQuery filtered = filtered("postgresql", query, "x");
        assertThat(text(filtered)).startsWith(query).containsPattern(" where (d\\.|c\\.)?x in \\(\\?, \\?\\)$");
        assertThat(filtered.filterPlacements().get(0).reason()).contains(reason);
        assertThat(filtered.filterPlacements().get(0).where()).isEqualTo(FilterPlacement.Where.WHERE);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select x from t limit 10                              ; row limit
            select x from t offset 3                              ; row limit
            select x from t union all select x from s limit 10    ; row limit
            select distinct on (y) x from t                       ; DISTINCT ON
            select row_number() over (order by y) as x from t     ; window
            select x, sum(y) over () from t                       ; window
            select unnest(xs) as x from t                         ; many rows
            select random() as x from t                           ; computed anew
            select 1 as x                                         ; reads no table
            values (1), (2)                                       ; reads no table
            select x, count(*) from t group by rollup(x)          ; grouping sets
            select x, y from t group by grouping sets ((x), (y))  ; grouping sets
            select * from a union all select * from b             ; star
            """)
    void goesAroundTheQueryAndSaysWhy(String query, String reason) {
        PreparedQuery filtered = filtered("postgresql", query, "x");
        assertThat(text(filtered)).isEqualTo("select * from (\n" + query + "\n) as matching\nwhere \"x\" in (?, ?)");
        assertThat(filtered.filterPlacements().get(0).reason()).contains(reason);
        assertThat(filtered.filterPlacements().get(0).where()).isEqualTo(FilterPlacement.Where.AROUND);
    }

    @Test
    void asksForTheOrderAgainWhenItGoesAround() {
        assertThat(text("select X, y from t order by y desc nulls last, 1 limit 9", "x"))
                .isEqualTo("""
                        select * from (
                        select X, y from t order by y desc nulls last, 1 limit 9
                        ) as matching
                        where "x" in (?, ?)
                        order by "y" desc nulls last, 1""");
    }

    @Test
    void putsSeveralFiltersIntoOneQuery() {
        PreparedQuery both = PreparedQuery.of("select x, count(*) n from t group by x", Dialects.of("postgresql"))
                .with(List.of(
                        AddedFilter.anyOf("x", "f"),
                        AddedFilter.compared("n", AddedFilter.Comparison.GREATER, "g"),
                        AddedFilter.withValue("x")));
        Parameter g = Parameter.of("g", Type.INTEGER);
        Choices choices = new Choices(
                Map.of("f", F, "g", g),
                Map.of(
                        "f", new Choice.Many(List.of(new Value.Whole(1)), true),
                        "g", new Choice.One(new Value.Whole(5))));
        assertThat(both.rewrite(choices, Wanted.allRows(), 10).text())
                .isEqualTo("select x, count(*) n from t where (x in (?) or x is null) and x is not null group by x"
                        + " having count(*) > ?\nlimit ?");
        assertThat(both.filterPlacements()).hasSize(3);
    }

    @Test
    void writesTheClauseUnderFrom() {
        assertThat(text("select x\n  from t\n order by x", "x"))
                .isEqualTo("select x\n  from t\n  where x in (?, ?)\n order by x");
    }

    @Test
    void namesTheNearestColumn() {
        assertThatThrownBy(() -> text("select port, vessel from t", "prot"))
                .hasMessage("The query gives no column “prot”. Did you mean “port”?");
    }

    @Test
    void tellsPlacesInTheAuthorsTextAsTheyAreThere() {
        Parameter y = Parameter.of("y", Type.INTEGER);
        String query = "select x from (select x from t) d where d.x > :y or true";
        PreparedQuery filtered = filtered("postgresql", query, "x");
        Choices choices = new Choices(
                Map.of("f", F, "y", y),
                Map.of(
                        "f", new Choice.Many(List.of(new Value.Whole(1)), false),
                        "y", new Choice.One(new Value.Whole(5))));
        List<Placement> placements =
                filtered.rewrite(choices, Wanted.allRows(), Statement.NO_CAP).placements();
        Placement own = placements.stream()
                .filter(placement -> placement.parameter().equals("y"))
                .findFirst()
                .orElseThrow();
        assertThat(query.substring(own.start(), own.end())).isEqualTo(":y");
        assertThat(query.substring(own.clauseStart(), own.clauseEnd())).isEqualTo("d.x > :y");
        Placement added = placements.stream()
                .filter(placement -> placement.parameter().equals("f"))
                .findFirst()
                .orElseThrow();
        assertThat(added.start()).isEqualTo(-1);
        assertThat(filtered.rewrite(choices, Wanted.allRows(), Statement.NO_CAP)
                        .text()
                        .substring(added.sentStart(), added.sentEnd()))
                .isEqualTo("x in (?)");
    }

    @Test
    void refersToANameAsTheDatabaseKeepsIt() {
        assertThat(text(filtered("postgresql", "select a as Port from t limit 1", "port")))
                .endsWith("where \"port\" in (?, ?)");
        assertThat(text(filtered("postgresql", "select a as \"Port\" from t limit 1", "port")))
                .endsWith("where \"Port\" in (?, ?)");
        assertThat(text(filtered("mariadb", "select a as Port from t limit 1", "port")))
                .endsWith("where `Port` in (?, ?)");
        assertThat(text(filtered("sqlite", "select a as [my port] from t limit 1", "my port")))
                .endsWith("where `my port` in (?, ?)");
    }

    private static FilterPlacement placed(String dialect, String query, AddedFilter filter) {
        return PreparedQuery.of(query, Dialects.of(dialect))
                .with(List.of(filter))
                .filterPlacements()
                .get(0);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select not (paid) as x from t             ; (not (paid))
            select not paid as x from t               ; (not paid)
            select - (a) as x from t                  ; (- (a))
            select interval (a) day as x from t       ; (interval (a) day)
            select binary (a) as x from t             ; (binary (a))
            select exists (select 1 from s) as x from t ; (exists (select 1 from s))
            select (a) as x from t                    ; ((a))
            select a collate "C" as x from t          ; (a collate "C")
            select lower(a) as x from t               ; lower(a)
            select s.a as x from s                    ; s.a
            """)
    void anExpressionThatIsWrittenAgainIsBracketedUnlessItIsWhole(String query, String written) {
        for (String dialect : List.of("postgresql", "duckdb", "mariadb")) {
            PreparedQuery filtered =
                    PreparedQuery.of(query, Dialects.of(dialect)).with(List.of(AddedFilter.withoutValue("x")));
            assertThat(filtered.query().text()).endsWith("where " + written + " is null");
        }
    }

    /** Each of these would read the table behind a name as the query of that name, or the other way round. */
    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            with a as (select x, id from b), b as (select y as x, z as id from t) select x, id from a
            with a as (with b as (select 1 as x from t) select x from b), b as (select x from s) select x from a join b on true
            with c as (select x from t), d as (with c as (select x from s) select x from c) select x from d
            select x from (with b as (select x from t) select x from b) d join b on true
            with "A" as (select x from t) select x from a
            with b as (select x from t) select x from s.b
            """)
    void doesNotGoIntoAQueryThatTheNameMayNotMean(String query) {
        PreparedQuery filtered = filtered("postgresql", query, "x");
        int definitions = filtered.query().text().lastIndexOf("select x");
        assertThat(filtered.query().text().substring(0, definitions))
                .doesNotContain("from t where x", "from t where y");
    }

    @Test
    void doesNotGoIntoAQueryThatAnInAlsoReads() {
        String query = "with c as (select x from t) select x from c where y in c";
        assertThat(text(filtered("sqlite", query, "x"))).isEqualTo(query + " and x in (?, ?)");
    }

    @Test
    void goesThroughAChainOfQueriesAsFarAsAPersonCouldFollowAndNeverBreaks() {
        StringBuilder chain = new StringBuilder("with q0 as (select x from t)");
        for (int i = 1; i <= 1_000; i++) {
            chain.append(", q%d as (select x from q%d)".formatted(i, i - 1));
        }
        PreparedQuery filtered = filtered("postgresql", chain + " select x from q1000", "x");
        assertThat(filtered.filterPlacements().get(0).reason()).contains("very deep");
        assertThat(filtered.query().text()).contains(" from q940 where x in (:f)");
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            postgresql ; select 1 as x from t order by count(*)               ; ORDER BY
            mariadb    ; select x, rownum() as n from t                       ; counted
            mariadb    ; select x from t where rownum() < 5                   ; counted
            postgresql ; select x from t tablesample system (10)              ; sample
            duckdb     ; select x from t tablesample 10%                      ; sample
            postgresql ; select x, app.f(y) from t                            ; nothing is known of the function “f”
            postgresql ; select f(x) as x from t                              ; nothing is known of the function “f”
            postgresql ; select x, "lower"(y) from t                          ; nothing is known
            duckdb     ; select x, mean(y) over () from t                     ; window
            mariadb    ; select date(y) as x, count(*) from t group by x      ; another column of that name
            sqlite     ; select date(y) as x, count(*) from t group by x      ; another column of that name
            sqlite     ; select x from a union all select x from b            ; set operation
            mariadb    ; select a, std(y) as x from t group by a              ; rules of its own
            """)
    void staysOutsideWhereItIsNotProven(String dialect, String query, String reason) {
        FilterPlacement placement = placed(dialect, query, AddedFilter.anyOf("x", "f"));
        assertThat(placement.where()).isEqualTo(FilterPlacement.Where.AROUND);
        assertThat(placement.reason()).contains(reason);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            postgresql ; select date(y) as x, count(*) from t group by x      ; where date(y) in (:f) group by
            mariadb    ; select p.x, count(*) from t p group by x             ; where p.x in (:f) group by
            mariadb    ; select x, count(*) from t p group by p.x             ; where x in (:f) group by
            mariadb    ; select date(y) as x, count(*) from t group by 1      ; where date(y) in (:f) group by
            mariadb    ; select x, count(*) from t group by 'x'               ; having `x` in (:f)
            duckdb     ; select mean(x) as x from t                           ; having mean(x) in (:f)
            duckdb     ; select x: y from t                                   ; where y in (:f)
            postgresql ; select x::date from t                                ; where (x::date) in (:f)
            postgresql ; select cast(x as date) from t                        ; where cast(x as date) in (:f)
            postgresql ; select case when y then x end from t                 ; from t
            """)
    void goesInsideWhereItIs(String dialect, String query, String written) {
        String column = query.contains("case") ? "case" : "x";
        PreparedQuery filtered = filtered(dialect, query, column);
        assertThat(filtered.query().text()).contains(written);
        assertThat(filtered.filterPlacements().get(0).where()).isNotEqualTo(FilterPlacement.Where.AROUND);
    }

    @Test
    void aTotalOfThisDatabaseIsComparedInHavingWhenNoMissingValueCanBeAskedFor() {
        assertThat(PreparedQuery.of("select a, std(y) as x from t group by a", Dialects.of("mariadb"))
                        .with(List.of(AddedFilter.compared("x", AddedFilter.Comparison.GREATER, "f")))
                        .query()
                        .text())
                .endsWith("group by a having `x` > :f");
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            created::date                             ; created
            cast(l.created as date)                   ; created
            (created)                                 ; created
            list[1]                                   ; list
            case when a then b end                    ; case
            case when a then b else c end             ; c
            'x'::text                                 ; text
            5::int                                    ; int4
            (select max(a) from s)                    ; max
            (select a as b from s)                    ; b
            exists (select 1 from s)                  ; exists
            count(*) filter (where a)                 ; count
            coalesce(a, b)                            ; coalesce
            array_agg(a)::text[]                      ; array_agg
            """)
    void columnsWithoutANameAreCalledAsTheServerCallsThem(String expression, String name) {
        String query = "select " + expression + " from t limit 5";
        assertThat(placed("postgresql", query, AddedFilter.withValue(name)).reason())
                .contains("row limit");
        assertThatThrownBy(() -> placed("postgresql", query, AddedFilter.withValue("other")))
                .hasMessageContaining("no column “other”");
    }

    private static TableColumns.Table table(String schema, String name, String... columns) {
        return new TableColumns.Table(
                schema,
                name,
                Arrays.stream(columns)
                        .map(column -> new TableColumns.Column(column.split(" ")[0], column.split(" ")[1]))
                        .toList());
    }

    private static final TableColumns TABLES = TableColumns.of(List.of(
            table("", "crossings", "id int4", "port_id int4", "Day date", "delay int4", "note text"),
            table("", "ports", "port_id int4", "name text", "opened date", "code bpchar", "depth float4"),
            table("one", "twice", "x int4"),
            table("two", "twice", "y int4")));

    private static String inTables(String dialect, String query, String column) {
        return PreparedQuery.of(query, Dialects.of(dialect))
                .with(List.of(AddedFilter.anyOf(column, "f")), TABLES)
                .query()
                .text();
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            mariadb    ; month ; select date_format(day, '%Y-%m') as month, count(*) from crossings group by month ; from crossings where date_format(day, '%Y-%m') in (:f) group by
            sqlite     ; name  ; select c.*, p.* from crossings c join ports p on p.port_id = c.port_id ; where p.`name` in (:f)
            postgresql ; name  ; select name from crossings c join (select port_id, name from ports) p using (port_id) ; (select port_id, name from ports where name in (:f)) p
            postgresql ; delay ; with c as (select id, delay from crossings) select delay from c cross join ports ; from crossings where delay in (:f))
            postgresql ; y     ; select y from one.twice a, (select z as y from t) d (y) ; (select z as y from t where z in (:f)) d
            """)
    void whatTheSourceSaysOfItsTablesLetsFiltersFurtherIn(String dialect, String column, String query, String written) {
        assertThat(inTables(dialect, query, column)).contains(written);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            mariadb    ; day     ; select date(at) as day, count(*) from crossings group by day
            mariadb    ; month   ; select month(at) as month, count(*) from crossings, elsewhere group by month
            mariadb    ; month   ; select month(at) as month, count(*) from crossings, f(1) group by month
            mariadb    ; z       ; select y + 1 as z, count(*) from twice group by z
            sqlite     ; rowid   ; select id + 1 as rowid, count(*) from crossings group by rowid
            postgresql ; port_id ; select c.*, p.* from crossings c join ports p on p.port_id = c.port_id
            """)
    void whatItDoesNotSayKeepsThemOutside(String dialect, String column, String query) {
        assertThat(inTables(dialect, query, column)).startsWith("select * from (\n" + query);
    }

    @Test
    void aNameThatTwoHaveIsOfNeither() {
        String query = "select port_id from crossings join (select port_id from ports) p using (port_id)";
        assertThat(inTables("postgresql", query, "port_id")).isEqualTo(query + " where port_id in (:f)");
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select day as x from crossings union all select opened from ports ; select day as x from crossings where day in (:f) union all select opened from ports where opened in (:f)
            select id as x from crossings intersect select port_id from ports ; select id as x from crossings where id in (:f) intersect select port_id from ports where port_id in (:f)
            select id as x from crossings except select port_id from ports    ; select id as x from crossings where id in (:f) except select port_id from ports
            (select id as x from crossings) union (select port_id from ports) ; (select id as x from crossings where id in (:f)) union (select port_id from ports where port_id in (:f))
            select note as x from crossings union select name from ports      ; select note as x from crossings where note in (:f) union select name from ports where name in (:f)
            select c.id as x from crossings c, ports union select p.port_id from ports p ; select c.id as x from crossings c, ports where c.id in (:f) union select p.port_id from ports p where p.port_id in (:f)
            select 'a' as x from t union all select 'b' from s                ; select 'a' as x from t where 'a' in (:f) union all select 'b' from s where 'b' in (:f)
            select cast(a as date) as x from t union select cast(b as Date) from s ; select cast(a as date) as x from t where cast(a as date) in (:f) union select cast(b as Date) from s where cast(b as Date) in (:f)
            """)
    void goesIntoEverySideOfASetOperationThatGivesOneType(String query, String filtered) {
        assertThat(inTables("postgresql", query, "x")).isEqualTo(filtered);
    }

    /** Each side would compare in its own way: padded, with fewer digits, by its collation, or nobody knows how. */
    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            postgresql ; select name as x from ports union select code from ports
            postgresql ; select depth as x from ports union select id from crossings
            postgresql ; select x from a union select x from b
            postgresql ; select id as x from crossings union select port_id + 1 from ports
            postgresql ; select id as x from crossings union select port_id from ports union select 0.5 from ports
            postgresql ; select id as x from crossings except select 0.5 from ports
            postgresql ; select id as x from crossings union (select port_id from ports union select port_id from ports)
            mariadb    ; select note as x from crossings union select name from ports
            mariadb    ; select cast(a as char) as x from t union select cast(b as char) from s
            sqlite     ; select id as x from crossings union select port_id from ports
            postgresql ; with ports as (select 1.5 as port_id) select id as x from crossings union select port_id from ports
            """)
    void staysOutsideASetOperationWhoseSidesMayCompareDifferently(String dialect, String query) {
        assertThat(inTables(dialect, query, "x")).startsWith("select * from (\n" + query);
    }
}
