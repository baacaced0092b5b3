package plainsieve.core.sql;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

class ParsedQueryTest {
    private static ParsedQuery parse(String dialect, String text) {
        return ParsedQuery.parse(text, Dialects.of(dialect));
    }

    private static ParsedQuery parse(String text) {
        return parse("postgresql", text);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "select 1::int",
                "select ':no'",
                "select \":no\"",
                "select $$:no$$",
                "select $re$ it's :no $re$",
                "select a[1:2]",
                "select a[lo:hi]",
                "select 1 -- :no",
                "select /* :no /* :no */ :no */ 1",
                "select E'it\\'s :no'",
                "select a ? 'b', a ?| c",
                "select x'AB', n':no'",
                "select {'k':v}",
                "select b'1' := 2"
            })
    void findsNoParameter(String text) {
        assertThat(parse(text).parameters()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            select :a                                          | a
            select 'it''s', :a                                 | a
            select 1 where x=:a and y in(:b)                   | a b
            select a[:i]                                       | i
            select :a::int, (:b)::text                         | a b
            select f(x => :a)                                  | a
            select 1 limit:a                                   | a
            select extract(year from :a), substring(b from :b for 2) | a b
            select 1 where x between:a and:b                   | a b
            select a ->> :key from t where a @> :doc           | key doc
            select 1 where x=-:a                               | a
            select :größe, :p_1                                | größe p_1
            """)
    void findsEachParameter(String text, String names) {
        assertThat(String.join(
                        " ",
                        parse(text).parameters().stream()
                                .map(ParameterPlace::name)
                                .toList()))
                .isEqualTo(names);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            select 1                                                              | 1
            select 1 union all select 2 except select 3                           | 3
            with a as (select 1), b(x) as materialized (select 2) select * from a, b | 3
            with recursive r as (select 1 union all select n + 1 from r) select * from r | 3
            select (select 1), array(select 2) from (select 3) q where exists (select 4) | 5
            ((select 1) union (select 2)) order by 1                              | 2
            values (1, 2), (3, 4)                                                 | 1
            table crossings                                                       | 1
            select * from t where x > all (select 1) and (a, b) in (select 1, 2)  | 3
            select * from a join (b join c on b.i = c.i) on a.i = b.i             | 1
            select x, rank() over (partition by y order by z) from t              | 1
            select 1 is distinct from 2 from t                                    | 1
            select t.limit, t.order from t                                        | 1
            select * from t cross join lateral (select 1) q                       | 2
            """)
    void countsBlocks(String text, int blocks) {
        assertThat(parse(text).blockCount()).isEqualTo(blocks);
    }

    @Test
    void readsAQueryThatBeginsWithFrom() {
        assertThat(parse("duckdb", "from crossings where d > :delay").parameters())
                .hasSize(1);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            delete from ports                                   | statement-rejected
            insert into ports values (1)                        | statement-rejected
            with x as (delete from ports returning *) select 1  | statement-rejected
            with x as (select 1) update ports set a = 1         | statement-rejected
            select 1 into copy from ports                       | statement-rejected
            select 1 from ports for update                      | statement-rejected
            set search_path = x                                 | statement-rejected
            copy ports to 'file'                                | statement-rejected
            explain analyze delete from ports                   | statement-rejected
            select 1; drop table ports                          | statement-rejected
            select ?                                            | accepted by postgresql as an operator
            select $1                                           | statement-rejected
            select 'a                                           | syntax-error
            select "a                                           | syntax-error
            select $$a                                          | syntax-error
            select /* a                                         | syntax-error
            select (1                                           | syntax-error
            select 1)                                           | syntax-error
            select (1]                                          | syntax-error
            select 1 where                                      | syntax-error
            select 1 where a and                                | syntax-error
            select 1 union                                      | syntax-error
            -- nothing                                          | syntax-error
            """)
    void acceptsASingleReadingStatement(String text, String kind) {
        if (kind.startsWith("accepted")) {
            assertThat(parse(text).blockCount()).isEqualTo(1);
            return;
        }
        assertThatThrownBy(() -> parse(text)).isInstanceOfSatisfying(ProblemException.class, e -> {
            assertThat(e.first().kind().word()).isEqualTo(kind);
            assertThat(e.first().place()).isPresent();
            assertThat(e.first().advice()).isNotBlank();
        });
    }

    @Test
    void reportsLineColumnAndExcerpt() {
        assertThatThrownBy(() -> parse("select 1\nfrom ports;\n  drop table ports"))
                .isInstanceOfSatisfying(ProblemException.class, e -> {
                    assertThat(e.first().place().orElseThrow().line()).isEqualTo(3);
                    assertThat(e.first().place().orElseThrow().column()).isEqualTo(3);
                    assertThat(e.first().place().orElseThrow().excerpt()).isEqualTo("drop table ports");
                });
    }

    @Test
    void findsAParameterInsideQuotes() {
        assertThat(parse("select 1 where x = ':port' and y = 'it: is'").quotedParameters())
                .hasSize(1);
    }

    @ParameterizedTest
    @ValueSource(strings = {"(", "not ", "select (", "case when "})
    void rejectsExcessiveNesting(String opening) {
        String text = "select 1 where " + opening.repeat(100_000) + "a";
        try {
            parse(text);
        } catch (ProblemException e) {
            assertThat(e.first().kind()).isEqualTo(ProblemKind.SYNTAX_ERROR);
        }
    }

    @Test
    void readsALongQueryInLinearTime() {
        String text = "select 1 where a = 0" + " and (b = 1 or c in (1, 2, 3)) -- why\n".repeat(100_000);
        assertThat(parse(text).conditionClauses()).hasSize(1);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select 1 from t where a > (((select max(a) from t) - 5))     ; 2
            select 1 from t where a > ((select max(a) from t))           ; 2
            select 1 from t where a > ((((select 1) union (select 2)) limit 1)) ; 3
            select 1 from (((select 2) s))                               ; 2
            select 1 from (((select 2) s join t))                        ; 2
            select 1 from t ignore index for order by (i) where a = 1    ; 1
            select 1 from t force index for group by (i) group by a      ; 1
            """)
    void distinguishesSubqueriesFromBracketedExpressions(String text, int blocks) {
        assertThat(parse("mariadb", text).blockCount()).isEqualTo(blocks);
    }

    @Test
    void ignoresTableHints() {
        assertThat(parse("mariadb", "select 1 from t ignore index for order by (i) where a = 1 order by b")
                        .conditionCount())
                .isEqualTo(1);
    }
}
