package plainsieve.core.sql;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialects;

class ClausesTest {
    private static ParsedQuery parse(String text) {
        return ParsedQuery.parse(text, Dialects.of("duckdb"));
    }

    private static String words(List<Clause> clauses) {
        return clauses.stream().map(clause -> clause.kind().name()).collect(Collectors.joining(" "));
    }

    private static Block firstBlock(ParsedQuery query) {
        return ((QueryLevel.Operand.Plain) query.top().operands().get(0)).block();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            select a from t where b group by c having d window w as (order by e) order by f limit 1 offset 2 | SELECT FROM WHERE GROUP_BY HAVING WINDOW | ORDER_BY LIMIT OFFSET
            select extract(year from d), substring(s from 2 for 3), trim(both from s) from t | SELECT FROM |
            select a is distinct from b, c is not distinct from d from t            | SELECT FROM |
            select sum(x) over (partition by y order by z), string_agg(a, ',' order by b) from t | SELECT FROM |
            select percentile_cont(0.5) within group (order by d) from t            | SELECT FROM |
            select a from t qualify row_number() over (order by b) = 1              | SELECT FROM QUALIFY |
            from t select a where b                                                 | FROM SELECT WHERE |
            values (1), (2) order by 1 fetch first 1 row only                       | VALUES | ORDER_BY FETCH
            select t.from_port, t."where", t.order from t                           | SELECT FROM |
            select a as limit, b as offset from t                                   | SELECT FROM |
            select a from t tablesample 10 percent where b                          | SELECT FROM WHERE |
            select cast(a as decimal(10, 2)), a::date, date '2026-03-01', interval '1' day from t | SELECT FROM |
            select grouping(a) from t group by grouping sets ((a), (b), ()) order by 1 | SELECT FROM GROUP_BY | ORDER_BY
            select distinct on (a) a, b from t order by a                           | SELECT FROM | ORDER_BY
            select a from left_over as left_over where left(b, 2) = 'x'             | SELECT FROM WHERE |
            """)
    void areFoundByTopLevelKeywords(String text, String clauses, String tail) {
        ParsedQuery query = parse(text);
        assertThat(words(firstBlock(query).clauses())).isEqualTo(clauses);
        assertThat(words(query.top().tail())).isEqualTo(tail == null ? "" : tail);
    }

    /** The number of conditions of a query, by the parameters in each. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            where :a = 1 and :b = 2 or :c = 3                               | 3
            where a between :a and :b and c                                 | 1
            where a between case when :a and :b then 1 end and :c           | 1
            where not (:a or not :b) and ((:c))                             | 3
            where (x, y) = (:a, :b) or f(:c and :d)                         | 2
            where case when :a then :b else :c end                          | 1
            where a in (:a, :b) and b not in (:c) and c like :d escape '!'  | 3
            where x is not distinct from :a and y = all (array[:b, :c])     | 2
            where exists (select 1 where :a and :b)                         | 2
            where a = (select max(b) from t where c = :a) + :b              | 2
            where a @> :a and b ->> 'and' = :b and c ~ 'or'                 | 2
            """)
    void splitConditionsAtAndAndOr(String where, int conditions) {
        long leaves = parse("select 1 " + where).parameters().stream()
                .map(place -> place.leaf().orElseThrow())
                .distinct()
                .count();
        assertThat(leaves).isEqualTo(conditions);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            select :p                                                  | SELECT
            select 1 from f(:p)                                        | FROM
            select 1 from a join b on a.i = :p                         | ON
            select 1 from a left join b on a.i = b.i and :p right join c on true | ON
            select 1 from (a join b on :p) join c using (i)            | ON
            select count(*) filter (where x > :p) from t               | FILTER
            select 1 from t group by :p                                | GROUP_BY
            select 1 from t group by a having b > :p                   | HAVING
            select 1 order by :p                                       | ORDER_BY
            select 1 limit :p                                          | LIMIT
            select 1 offset :p rows                                    | OFFSET
            select 1 fetch next :p rows only                           | FETCH
            values (:p)                                                | VALUES
            """)
    void containTheirParameters(String text, Clause.Kind kind) {
        assertThat(parse(text).parameters()).extracting(ParameterPlace::clause).containsExactly(kind);
    }

    @Test
    void tolerateAByteOrderMarkAndWindowsLineEndings() {
        ParsedQuery query = parse("\uFEFFselect 1\r\n\tfrom t -- end\r\nwhere a = :p;\r\n-- done");
        assertThat(query.parameters()).hasSize(1);
        assertThat(words(firstBlock(query).clauses())).isEqualTo("SELECT FROM WHERE");
    }
}
