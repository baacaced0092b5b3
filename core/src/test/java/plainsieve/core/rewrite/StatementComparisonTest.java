package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.rewrite.edit.SourceText;
import plainsieve.core.sql.Condition;
import plainsieve.core.sql.ParameterPlace;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.lexer.TokenMap;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.statement.Placement;
import plainsieve.core.statement.SentStatement;
import plainsieve.core.value.Value;

/** Statements that equal the author's except for planned changes, and many with one defect each. */
class StatementComparisonTest {
    private static final Dialect DIALECT = Dialects.of("postgresql");
    private static final String AUTHOR = "select x, y from t join s on t.id = s.id and s.z = :p"
            + " where a = 1 and b = :p and (c or not d = :q) group by x, y having max(v) > :r order by y limit 10";
    private static final String SENT = "select x, y from t join s on t.id = s.id and s.z = :b0"
            + " where a = 1 and b = :b1 and (c or not d = :b2) group by x, y having max(v) > :b3 order by y limit 10";

    /** The names of bound parameters in order; {@code #} for a row count. */
    private static List<BoundValue> values(String names) {
        List<BoundValue> values = new ArrayList<>();
        for (String name : names.isEmpty() ? new String[0] : names.split(" ")) {
            values.add(new BoundValue(
                    name.replace("#", ""),
                    values.size(),
                    name.startsWith("#")
                            ? new PlaceholderBinding.RowCount(5)
                            : new PlaceholderBinding.Single(new Value.Whole(1))));
        }
        return values;
    }

    /** The planned edits. */
    private record How(Set<String> leftOut, PlannedChanges.View view, boolean limited) {
        static final How BOUND = new How(Set.of(), PlannedChanges.View.NONE, false);

        static How without(String parameter) {
            return new How(Set.of(parameter), PlannedChanges.View.NONE, false);
        }
    }

    private static boolean holds(String author, String sent, String names, How how) {
        ParsedQuery query = ParsedQuery.parse(author, DIALECT);
        Set<Condition.Leaf> leaves = new HashSet<>();
        TokenMap<Placement.Outcome> outcomes = new TokenMap<>(query.tokens().size());
        for (ParameterPlace place : query.parameters()) {
            boolean gone = how.leftOut().contains(place.name());
            if (gone) {
                place.leaf().ifPresent(leaves::add);
            }
            Placement.Outcome bound = author.contains("in (:") || author.contains("between")
                    ? Placement.Outcome.SPREAD
                    : Placement.Outcome.BOUND;
            outcomes.put(place.token(), gone ? Placement.Outcome.LEFT_OUT : bound);
        }
        return new StatementComparison(
                        query,
                        new SourceText(query.tokens(), DIALECT),
                        new SentStatement(ParsedQuery.parse(sent, DIALECT), values(names)),
                        new PlannedChanges(leaves, outcomes, how.view(), how.limited()))
                .holds();
    }

    @Test
    void acceptsTheAuthorStatementWithItsValues() {
        assertThat(holds(AUTHOR, SENT, "p p q r", How.BOUND)).isTrue();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            an AND became an OR             | a = 1 and b       | a = 1 or b
            an AND was dropped              | a = 1 and b = :b1 | b = :b1
            a bracket was moved             | and (c or not d = :b2) | and c or (not d = :b2)
            brackets were lost              | (c or not d = :b2) | c or not d = :b2
            a NOT was lost                  | not d             | d
            a NOT was added                 | b = :b1           | not b = :b1
            another number                  | a = 1             | a = 2
            another column is selected      | select x, y       | select x, z
            another table                   | from t join       | from u join
            another join                    | join s            | left join s
            a condition of ON was lost      | t.id = s.id and s.z | s.z
            a condition was added           | and b = :b1       | and b = :b1 and true
            a grouping was lost             | group by x, y     | group by x
            HAVING was lost                 | having max(v) > :b3 | having true
            the order was lost              | order by y limit  | limit
            the order was turned            | order by y        | order by y desc
            the limit was lost              | limit 10          | ''
            the limit grew                  | limit 10          | limit 100
            a limit was added               | limit 10          | limit 10 offset 1
            WHERE was lost                  | where a = 1 and b = :b1 and (c or not d = :b2) | ''
            DISTINCT came                   | select x          | select distinct x
            another statement came behind   | limit 10          | limit 10 union select 1, 2
            """)
    void rejectsADamagedStatement(String how, String right, String wrong) {
        String damaged = SENT.replace(right, wrong.equals("''") ? "" : wrong);
        assertThat(damaged).as(how).isNotEqualTo(SENT);
        String names = "p p q r";
        if (!damaged.contains(":b3")) {
            names = "p p q";
        }
        if (how.startsWith("WHERE")) {
            damaged = damaged.replace(":b3", ":b1");
            names = "p r";
        }
        assertThat(holds(AUTHOR, damaged, names, How.BOUND)).as(how).isFalse();
    }

    @ParameterizedTest
    @ValueSource(strings = {"p q p r", "q p p r", "p p q", "p p q r r", "p p q x", "p p r q"})
    void rejectsValuesInOtherPlaces(String names) {
        assertThat(holds(AUTHOR, SENT, names, How.BOUND)).isFalse();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            select 1 from t where a and b = :p                     | select 1 from t where a
            select 1 from t where b = :p or a                      | select 1 from t where a
            select 1 from t where a and (b = :p or c)              | select 1 from t where a and (c)
            select 1 from t where not (b = :p) and a               | select 1 from t where a
            select 1 from t where b = :p                           | select 1 from t
            select 1 from t join s on b = :p                       | select 1 from t join s on true
            select count(*) filter (where b = :p) from t           | select count(*) from t
            select 1 from t where a in (select 2 where b = :p)     | select 1 from t where a in (select 2)
            select 1 from t group by c having max(b) = :p          | select 1 from t group by c
            """)
    void acceptsAnOmittedCondition(String author, String sent) {
        assertThat(holds(author, sent, "", How.without("p"))).isTrue();
        assertThat(holds(author, sent, "", How.BOUND)).as("not planned").isFalse();
        assertThat(holds(author, author.replace(":p", ":b0"), "p", How.without("p")))
                .as("planned and still there")
                .isFalse();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            select 1 from t where a = 2 and b = :p   | select 1 from t where b = 3
            select 1 from t where a and b = :p       | select 1 from t
            select 1 from t where a and (b = :p or c) | select 1 from t where a or c
            select 1 from t where a and (b = :p or c or d) | select 1 from t where a and c or d
            select 1 from t join s on b = :p         | select 1 from t join s on false
            select 1 from t where not (b = :p) and a | select 1 from t where not a
            """)
    void rejectsOtherOmittedConditions(String author, String sent) {
        assertThat(holds(author, sent, "", How.without("p"))).isFalse();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            select 1 from t where b in (:p)       | select 1 from t where b in (:b0, :b1)                    | p p   | true
            select 1 from t where b in (:p)       | select 1 from t where (b in (:b0) or b is null)          | p     | true
            select 1 from t where b in (:p) and c | select 1 from t where b in (:b0) or b is null and c      | p     | false
            select 1 from t where b in (:p)       | select 1 from t where b in (:b0, :b1)                    | p q   | false
            select 1 from t where b between :p and :q | select 1 from t where b between :b0 and :b1          | p q   | true
            select 1 from t where b between :p and :q | select 1 from t where b between :b0 and :b1          | q p   | false
            """)
    void identifiesParameterizedConditions(String author, String sent, String names, boolean holds) {
        assertThat(holds(author, sent, names, How.BOUND)).isEqualTo(holds);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            select 1 from t           | select 1 from t limit :b0                      | #      | true
            select 1 from t offset 5  | select 1 from t limit :b0 offset 5             | #      | true
            select 1 from t limit 9   | select 1 from t limit :b0                      | #      | true
            select 1 from t limit :n  | select 1 from t limit :b0                      | #n     | true
            select 1 from t offset 5 rows | select 1 from t offset 5 rows fetch first :b0 rows only | # | true
            select 1 from t offset 5 rows | select 1 from t offset 5 rows fetch first :b0 rows with ties | # | false
            select 1 from t offset 5 rows | select 1 from t offset 5 rows fetch first :b0 rows only | x | false
            select 1 from t limit 9   | select 1 from t limit :b0                      | x      | false
            select 1 from t where x = 9 limit 9 | select 1 from t where x = :b0 limit 9 | #     | false
            select 1 from t           | select 1 from t                                | ''     | false
            select 1 from t           | select 1 from t limit :b0 limit :b1            | # #    | false
            select 1 from t           | select 1 from t limit :b0                      | x      | false
            select 1 from t limit 9   | select 1 from t                                | ''     | false
            select a from (select 1 from t limit 9) s | select a from (select 1 from t limit :b0) s limit :b1 | # # | false
            """)
    void acceptsOneOuterLimit(String author, String sent, String names, boolean holds) {
        assertThat(holds(
                        author,
                        sent,
                        names.equals("''") ? "" : names,
                        new How(Set.of(), PlannedChanges.View.NONE, true)))
                .isEqualTo(holds);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            select x from t order by x         | select x, count(*) from (select x from t) as matching group by x limit :b0           | true
            select x from t                    | select x, count(*) from (select x from t) as matching group by x order by x limit :b0 | true
            select x from t order by x limit 3 | select * from (select x from t order by x limit 3) as matching limit :b0             | true
            select x from t order by x limit 3 | select * from (select x from t limit 3) as matching limit :b0                        | false
            select distinct on (y) x from t order by y | select * from (select distinct on (y) x from t) as matching limit :b0        | false
            select x from t                    | select * from (select x from t) as matching where x > 1 limit :b0                    | false
            select x from t                    | select * from (select x from t where true) as matching limit :b0                     | false
            select x from t                    | select * from (select x from t) as matching join s on true limit :b0                 | false
            select x from t                    | select * from (select x from t) as other limit :b0                                   | false
            select x from t                    | select * from (select x from t) as matching                                          | false
            select x from t                    | select x from t limit :b0                                                            | false
            """)
    void acceptsAReadingWrapper(String author, String sent, boolean holds) {
        assertThat(holds(
                        author,
                        sent,
                        sent.contains(":b0") ? "#" : "",
                        new How(Set.of(), PlannedChanges.View.AROUND, true)))
                .isEqualTo(holds);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            select * from t where x = 1 order by x | select y, count(*) from t where x = 1 group by y limit :b0            | true
            select * from t where x = 1            | select y, count(*) from t where x = 1 group by y order by y limit :b0 | true
            select * from t order by x             | select * from t order by y desc limit :b0                            | true
            with a as (select 1) select * from a   | with a as (select 1) select count(*) from a limit :b0                 | true
            select * from t where x = 1            | select y, count(*) from t where x = 2 group by y limit :b0            | false
            select * from t where x = 1            | select y, count(*) from t group by y limit :b0                        | false
            select * from t                        | select y, count(*) from t where x = 1 group by y limit :b0            | false
            select * from t                        | select y, count(*) from u group by y limit :b0                        | false
            select * from t                        | select y, count(*) from t group by y having count(*) > 1 limit :b0    | false
            select * from t                        | select y, count(*) from t group by y                                  | false
            select * from t                        | select y, count(*) from t, u group by y limit :b0                     | false
            select x from t                        | select y, count(*) from t group by y limit :b0                        | false
            select * from t limit 3                | select y, count(*) from t group by y limit :b0                        | false
            select * from t                        | values (1) limit :b0                                                  | false
            select * from t                        | table t limit :b0                                                     | false
            select * from t union select * from u  | select count(*) from t union select * from u limit :b0                | false
            select * from (select * from t) s      | select * from (select count(*) from t) s limit :b0                    | false
            select * from t where x in (select * from u) | select count(*) from t where x in (select y from u) limit :b0   | false
            """)
    void acceptsAViewInPlaceOfTheStar(String author, String sent, boolean holds) {
        assertThat(holds(
                        author,
                        sent,
                        sent.contains(":b0") ? "#" : "",
                        new How(Set.of(), PlannedChanges.View.IN_PLACE, true)))
                .isEqualTo(holds);
    }
}
