package plainsieve.core.pushdown;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.statement.Placement;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

class PushedFiltersTest {
    private static final ColumnConstraint ID = new ColumnConstraint.AllowedSet("id", Type.INTEGER, whole(1, 2));

    private static List<Value> whole(long... numbers) {
        return LongStream.of(numbers).<Value>mapToObj(Value.Whole::new).toList();
    }

    /** @param text with a value after each placeholder: the first is "a", the second "b" */
    private static Statement statement(String text) {
        List<BoundValue> values = new ArrayList<>();
        for (int at = text.indexOf('?'); at >= 0; at = text.indexOf('?', at + 1)) {
            String value = String.valueOf((char) ('a' + values.size()));
            values.add(new BoundValue("p", at, new PlaceholderBinding.Single(new Value.Text(value))));
        }
        return new Statement(text, values, List.of(), 5);
    }

    private static String written(Statement statement) {
        StringBuilder text = new StringBuilder(statement.text());
        for (int i = statement.values().size() - 1; i >= 0; i--) {
            BoundValue value = statement.values().get(i);
            assertThat(statement.text().charAt(value.offset())).isEqualTo('?');
            PlaceholderBinding.Single single = (PlaceholderBinding.Single) value.bound();
            text.replace(
                    value.offset(), value.offset() + 1, "<" + single.value().written() + ">");
        }
        return text.toString();
    }

    @Test
    void pushesTheFilterAndKeepsValuePositions() {
        Statement narrowed = PushedFilters.of(
                statement("select id, t from r where t = ? group by id, t having count(*) > ?"),
                Dialects.of("postgresql"),
                List.of(ID));
        assertThat(written(narrowed))
                .isEqualTo(
                        "select id, t from r where t = <a> and id in (<1>, <2>) group by id, t having count(*) > <b>");
        assertThat(narrowed.cap()).isEqualTo(5);
    }

    @Test
    void reportsPushedPositions() {
        Statement narrowed = PushedFilters.of(
                statement("select id from r where t = ? and u = ?"), Dialects.of("postgresql"), List.of(ID));
        Placement placement = narrowed.placements().get(0);
        assertThat(narrowed.text().substring(placement.sentStart(), placement.sentEnd()))
                .isEqualTo("id in (?, ?)");
    }

    @Test
    void filtersAroundARowLimit() {
        assertThat(written(PushedFilters.of(
                        statement("select id from r where t = ? order by n limit 5"),
                        Dialects.of("mariadb"),
                        List.of(ID))))
                .startsWith("select *")
                .contains("where t = <a> order by n limit 5", "`id` in (<1>, <2>)");
    }

    @Test
    void pushesInclusiveBounds() {
        ColumnConstraint least = new ColumnConstraint.Bound("n", Type.INTEGER, true, new Value.Whole(3), "");
        ColumnConstraint most = new ColumnConstraint.Bound("n", Type.INTEGER, false, new Value.Whole(9), "");
        assertThat(written(PushedFilters.of(statement("select n from r"), Dialects.of("sqlite"), List.of(least, most))))
                .isEqualTo("select n from r where n >= <3> and n <= <9>");
    }

    /** The name determines whether a value is private and must not be logged. */
    @Test
    void keepsParameterNames() {
        ColumnConstraint chosen =
                new ColumnConstraint.AllowedSet("t", Type.TEXT, List.of(new Value.Text("secret")), "note");
        Statement narrowed =
                PushedFilters.of(statement("select id, t from r"), Dialects.of("duckdb"), List.of(ID, chosen));
        assertThat(narrowed.values()).extracting(BoundValue::parameter).containsExactly("needed_1", "needed_1", "note");
        assertThat(narrowed.placements()).extracting(Placement::parameter).containsExactly("needed_1", "note");
    }

    @Test
    void sendsNothingForAnEmptyResult() {
        ColumnConstraint nothing = new ColumnConstraint.AllowedSet("id", Type.INTEGER, List.of());
        assertThat(written(PushedFilters.of(statement("select id from r"), Dialects.of("duckdb"), List.of(nothing))))
                .contains("id is not null and id is null");
    }

    @ParameterizedTest
    @ValueSource(strings = {"duckdb", "postgresql", "mariadb", "sqlite"})
    void bindsTenThousandValuesAsOne(String dialect) {
        ColumnConstraint many = new ColumnConstraint.AllowedSet(
                "id", Type.INTEGER, whole(LongStream.range(0, 10_000).toArray()));
        Statement narrowed = PushedFilters.of(
                statement("select id from r where t = ? and u = ?"), Dialects.of(dialect), List.of(many));
        assertThat(narrowed.values()).hasSize(3);
        assertThat(narrowed.text()).hasSizeLessThan(300);
    }

    @Test
    void ignoresWebRequestsAndFederatedQueries() {
        Statement request = statement("get /tides?at=?\nthen\nselect id from response");
        assertThat(PushedFilters.of(request, Dialects.of("duckdb"), List.of(ID)))
                .isSameAs(request);
        Statement several = statement("parts 1\nhere\nselect id from r");
        assertThat(PushedFilters.of(several, Dialects.of("duckdb"), List.of(ID)))
                .isSameAs(several);
        Statement plain = statement("select id from r");
        assertThat(PushedFilters.of(plain, Dialects.of("duckdb"), List.of())).isSameAs(plain);
    }

    /** The substitute for a value must not occur in the text. */
    @Test
    void handlesATextThatContainsTheKeyword() {
        assertThat(written(PushedFilters.of(
                        statement("select id, 'held_for_value_0_' as t from r where t = ?"),
                        Dialects.of("duckdb"),
                        List.of(ID))))
                .isEqualTo("select id, 'held_for_value_0_' as t from r where t = <a> and id in (<1>, <2>)");
    }
}
