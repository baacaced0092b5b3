package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static plainsieve.core.rewrite.Given.given;

import java.time.LocalDate;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.parameter.AllowedValues;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;

class BindingTest {
    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            select 1 where d > :delay                | select 1 where d > ?
            select 1 where d > :delay + 1            | select 1 where d > ? + 1
            select 1 where d>:delay                  | select 1 where d>?
            select 1 where d=:delay&1                | select 1 where d=?&1
            select :delay as late                    | select ? as late
            select f(:delay), ':delay', "a:delay"    | select f(?), ':delay', "a:delay"
            select a::int -- :delay                  | select a::int -- :delay
            select 1 /* :delay */ where :delay < d   | select 1 /* :delay */ where ? < d
            """)
    void bindsOneValue(String query, String statement) {
        assertThat(given(query).choose("delay", "15").text()).isEqualTo(statement);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            x = :port              | x in (?, ?, ?, ?)
            x == :port             | x in (?, ?, ?, ?)
            :port = x              | x in (?, ?, ?, ?)
            x in (:port)           | x in (?, ?, ?, ?)
            x IN(:port)            | x in (?, ?, ?, ?)
            x = any(:port)         | x in (?, ?, ?, ?)
            x <> :port             | x not in (?, ?, ?, ?)
            x != :port             | x not in (?, ?, ?, ?)
            x not in (:port)       | x not in (?, ?, ?, ?)
            x <> all(:port)        | x not in (?, ?, ?, ?)
            not x = :port          | not x in (?, ?, ?, ?)
            lower(x) = :port       | lower(x) in (?, ?, ?, ?)
            x in ('Z', :port)      | x in ('Z', ?, ?, ?, ?)
            x in (:port) is not false   | x in (?, ?, ?, ?) is not false
            (x = :port) is true         | (x in (?, ?, ?, ?)) is true
            x not in (:port) is unknown | x not in (?, ?, ?, ?) is unknown
            x in (:port, upper('z')) | x in (?, ?, ?, ?, upper('z'))
            case when a then b end = :port | case when a then b end in (?, ?, ?, ?)
            x = lower(:port)       | x in (lower(?), lower(?), lower(?), lower(?))
            x <> :port::uuid       | x not in (?::uuid, ?::uuid, ?::uuid, ?::uuid)
            x in (cast(:port as date)) | x in (cast(? as date), cast(? as date), cast(? as date), cast(? as date))
            x in ('Z', trim(:port)) | x in ('Z', trim(?), trim(?), trim(?), trim(?))
            upper(:port) = x       | x in (upper(?), upper(?), upper(?), upper(?))
            """)
    void expandsMultipleValuesInAnInList(String condition, String rewritten) {
        Given query = given("select 1 where " + condition).choose("port", "A", "B", "C");
        assertThat(query.text()).isEqualTo("select 1 where " + rewritten);
        assertThat(query.values()).isEqualTo("A B C C");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            x = :port        | (x in (?, ?) or x is null)
            :port = x        | (x in (?, ?) or x is null)
            x not in (:port) | (x not in (?, ?) and x is not null)
            x in ('Z', :port) | (x in ('Z', ?, ?) or x is null)
            x not in ('Z', :port) | (x not in ('Z', ?, ?) and x is not null)
            x = :port::text  | (x in (?::text, ?::text) or x is null)
            """)
    void addsNullRowsWhenSelected(String condition, String rewritten) {
        ChoiceText chosen = new ChoiceText(ChoiceText.Kind.VALUES, List.of("A", "B"), true);
        assertThat(given("select 1 where y and " + condition)
                        .choose("port", chosen)
                        .text())
                .isEqualTo("select 1 where y and " + rewritten);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            x not in ('12:30', :port)        | (x not in ('12:30') and x is not null)
            x in (:port, 'a')                | (x in ('a') or x is null)
            x in ('a', :port, 'b')           | (x in ('a', 'b') or x is null)
            x in (:port, :port, 'b', :port)  | (x in ('b') or x is null)
            x in (:port, upper(:vessel))     | (x in (upper(?)) or x is null)
            x not in (:port, lower(:port))   | x is not null
            x in (:port, :port)              | x is null
            """)
    void removesAListItemWhenOnlyNullIsSelected(String condition, String rewritten) {
        ChoiceText none = new ChoiceText(ChoiceText.Kind.VALUES, List.of(), true);
        assertThat(given("select 1 where " + condition)
                        .choose("port", none)
                        .choose("vessel", "A")
                        .text())
                .isEqualTo("select 1 where " + rewritten);
    }

    @Test
    void selectsOnlyNullRows() {
        ChoiceText chosen = new ChoiceText(ChoiceText.Kind.VALUES, List.of(), true);
        assertThat(given("select 1 where x = :port").choose("port", chosen).text())
                .isEqualTo("select 1 where x is null");
    }

    @Test
    void bindsLongListsAsOneArray() {
        String[] ports = IntStream.range(0, 10_000).mapToObj(i -> "port " + i).toArray(String[]::new);
        Statement statement =
                given("select 1 where x = :port").choose("port", ports).rewritten();
        assertThat(statement.text()).isEqualTo("select 1 where x = any(?)\nlimit ?");
        assertThat(statement.values().get(0).bound())
                .isInstanceOfSatisfying(PlaceholderBinding.Array.class, array -> assertThat(array.values())
                        .hasSize(10_000));
        assertThat(given("select 1 where x not in (:port)")
                        .choose("port", ports)
                        .text())
                .isEqualTo("select 1 where x <> all(?)");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            postgresql | text    | x = any(?)
            duckdb     | integer | x = any(?)
            sqlite     | text    | x in (select value from json_each(?))
            mariadb    | integer | x in (select item from json_table(?, '$[*]' columns (item bigint path '$')) as chosen)
            mariadb    | date    | x in (select item from json_table(?, '$[*]' columns (item date path '$')) as chosen)
            """)
    void bindsLongListsInTheFormOfTheDatabase(String dialect, String type, String rewritten) {
        Type of = Type.ofWord(type).orElseThrow();
        String[] values = IntStream.range(0, 300)
                .mapToObj(i -> of == Type.DATE ? LocalDate.ofEpochDay(i).toString() : "" + i)
                .toArray(String[]::new);
        Given query = given("select 1 where x = :port")
                .with(Parameter.of("port", of).asMultiple())
                .in(dialect)
                .choose("port", values);
        assertThat(query.text()).isEqualTo("select 1 where " + rewritten);
    }

    @Test
    void expandsLongListsWhereNoOtherFormIsSafe() {
        String[] ports = IntStream.range(0, 10_000).mapToObj(i -> "port " + i).toArray(String[]::new);
        Statement statement = given("select 1 where x = :port")
                .in("mariadb")
                .choose("port", ports)
                .rewritten();
        assertThat(statement.values()).hasSize(16_384 + 1);
        String[] more = IntStream.range(0, 65_001).mapToObj(i -> "port " + i).toArray(String[]::new);
        assertThatThrownBy(() -> given("select 1 where x = :port")
                        .in("mariadb")
                        .choose("port", more)
                        .text())
                .hasMessageContaining("65,001 values are chosen");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            x in (:port)       | false | true
            x in ('Z', :port)  | false | true
            x in (:port)       | true  | x in (?, ?)
            x not in (:port)   | false | x not in (?, ?)
            x not in (:port)   | true  | x not in (?, ?)
            """)
    void allMeansEveryRowUnlessValuesAreSent(String condition, boolean sendEach, String rewritten) {
        Parameter port = Given.PORT.withAllowed(AllowedValues.of(List.of("A", "B")));
        Given query = given("select 1 where true and " + condition)
                .with(sendEach ? port.sendingEachValue() : port)
                .choose("port", ChoiceText.all());
        assertThat(query.text())
                .isEqualTo("select 1 where true" + (rewritten.equals("true") ? "" : " and " + rewritten));
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            postgresql ; x like '%' || :vessel || '%'         ; x like '%' || ? || '%'             ; 50\\%\\_\\\\a!
            sqlite     ; x like '%' || :vessel || '%'         ; x like '%' || ? || '%' escape '\\' ; 50\\%\\_\\\\a!
            duckdb     ; x ilike :vessel || '%'               ; x ilike ? || '%' escape '\\'       ; 50\\%\\_\\\\a!
            mariadb    ; x like concat('%', :vessel, '%')     ; x like concat('%', ?, '%')         ; 50\\%\\_\\\\a!
            postgresql ; x not like '%' || :vessel escape '!' ; x not like '%' || ? escape '!'     ; 50!%!_\\a!!
            postgresql ; x like :vessel                       ; x like ?                           ; 50%_\\a!
            postgresql ; x like replace(:vessel, '*', '%')    ; x like replace(?, '*', '%')        ; 50%_\\a!
            postgresql ; x like '%'||:vessel||'%'             ; x like '%'||?||'%'                 ; 50\\%\\_\\\\a!
            postgresql ; x = '%' || :vessel                   ; x = '%' || ?                       ; 50%_\\a!
            """)
    void escapesTextBetweenTheWildcardsOfTheAuthor(String dialect, String condition, String rewritten, String bound) {
        Given query = given("select 1 where " + condition).in(dialect).choose("vessel", "50%_\\a!");
        assertThat(query.text()).isEqualTo("select 1 where " + rewritten);
        assertThat(query.values()).isEqualTo(bound);
    }

    @Test
    void bindsASingleSelectedValueInASinglePlace() {
        assertThat(given("select 1 where x > :port").choose("port", "A").text()).isEqualTo("select 1 where x > ?");
    }

    @Test
    void keepsTheTextWhenOnlyValuesChange() {
        Given five = given("select 1 where x = :port").choose("port", "1", "2", "3", "4", "5");
        Given seven = given("select 1 where x = :port").choose("port", "1", "2", "3", "4", "5", "6", "7");
        assertThat(five.text()).isEqualTo(seven.text());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            x = :vessel             | x is null
            :vessel = x             | x is null
            x in (:vessel)          | x is null
            x <> :vessel            | x is not null
            x not in (:vessel)      | x is not null
            """)
    void selectsNullRowsByTheBlankRule(String condition, String rewritten) {
        Parameter vessel = Given.VESSEL.withBlankRule(BlankRule.ROWS_WITHOUT_VALUE);
        assertThat(given("select 1 where " + condition).with(vessel).text()).isEqualTo("select 1 where " + rewritten);
    }

    @Test
    void bindsNullOutsideConditionsWhenTheRuleAllows() {
        Parameter vessel = Given.VESSEL.withBlankRule(BlankRule.ROWS_WITHOUT_VALUE);
        Given query = given("select f(:vessel)").with(vessel);
        assertThat(query.text()).isEqualTo("select f(?)");
        assertThat(query.values()).isEqualTo("NULL");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            select 1 where x > :port          | accepts one
            select f(:port)                   | accepts one
            select 1 where x - :port = y     | accepts one
            """)
    void rejectsMultipleValuesInASinglePlace(String query, String message) {
        assertThatThrownBy(() -> given(query).choose("port", "A", "B").text())
                .isInstanceOf(ProblemException.class)
                .hasMessageContaining(message)
                .hasMessageContaining("Line 1, column");
    }

    @Test
    void rejectsABlankThatCannotBeOmittedOrNull() {
        assertThatThrownBy(() -> given("select f(:vessel)").text())
                .isInstanceOf(ProblemException.class)
                .hasMessageContaining(":vessel is blank");
    }

    @Test
    void rejectsAnUndefinedParameterWithTheNearest() {
        assertThatThrownBy(() -> given("select 1\nwhere x = :vesel").text())
                .hasMessage("Line 2, column 11: Unknown parameter :vesel. Did you mean :vessel?");
    }

    @Test
    void quotesAListedIdentifier() {
        Parameter table = Parameter.of("t", Type.NAME).withAllowed(AllowedValues.of(List.of("odd \"name\"", "plain")));
        assertThat(given("select * from :t")
                        .with(table)
                        .choose("t", "odd \"name\"")
                        .text())
                .isEqualTo("select * from \"odd \"\"name\"\"\"");
    }

    @Test
    void rejectsAnIdentifierWithoutAList() {
        assertThatThrownBy(() -> given("select * from :t")
                        .with(Parameter.of("t", Type.NAME))
                        .choose("t", "x")
                        .text())
                .hasMessageContaining("must be chosen from a list");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            '; drop table ports; --
            ' or '1'='1
            \\'; select 1
            :vessel
            ?
            $$
            */ union select 1 /*
            """)
    void valuesNeverChangeTheText(String hostile) {
        String plain = given("select 1 where x = :vessel and y = :port")
                .choose("vessel", "A")
                .choose("port", "B", "C")
                .text();
        Given query = given("select 1 where x = :vessel and y = :port")
                .choose("vessel", hostile)
                .choose("port", hostile, "C");
        assertThat(query.text()).isEqualTo(plain);
    }

    /** These databases treat two placeholders as different values, so the key would not equal the selected expression. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            select coalesce(a, :vessel) as x, sum(y) from t group by coalesce(a, :vessel)            | group by 1
            select y, upper(concat(:vessel, a)) from t group by y, upper(concat(:vessel, a))                | group by y, 2
            select left(a, :delay) from t group by left(a, :delay) order by left(a, :delay) desc nulls last | group by 1 order by 1 desc nulls last
            select distinct left(a, :delay) from t order by left(a, :delay)                          | order by 1
            select 1 from (select left(a, :delay) as x from t group by left(a, :delay)) d            | from t group by 1) d
            """)
    void parameterizedKeyIsReferencedByColumnNumber(String query, String end) {
        for (String dialect : List.of("postgresql", "duckdb", "trino")) {
            Given chosen = given(query).in(dialect).choose("vessel", "Merrin").choose("delay", "3");
            assertThat(chosen.text()).endsWith(end).containsOnlyOnce("?");
        }
        assertThat(given(query)
                        .in("mariadb")
                        .choose("vessel", "Merrin")
                        .choose("delay", "3")
                        .text())
                .doesNotContain("by 1");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            select *, left(a, :delay) from t group by left(a, :delay)        | group by left(a, ?)
            select left(b, :delay) from t group by left(a, :delay)           | group by left(a, ?)
            select left(a, :delay) from t order by left(a, :delay)           | order by left(a, ?)
            select left(a, :delay) from t group by rollup (left(a, :delay))  | group by rollup (left(a, ?))
            select left(a, 3), :delay from t group by left(a, 3)             | group by left(a, 3)
            """)
    void plainKeyIsNot(String query, String end) {
        assertThat(given(query).choose("delay", "3").text()).endsWith(end);
    }
}
