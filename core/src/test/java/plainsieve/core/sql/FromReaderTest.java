package plainsieve.core.sql;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.stream.Collectors;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.sql.lexer.Tokens;

/** The items of a FROM clause, their aliases, and whether a filter may go inside. */
class FromReaderTest {
    private static String items(String dialect, String from) {
        ParsedQuery query = ParsedQuery.parse("select 1 from " + from, Dialects.of(dialect));
        Block block = ((QueryLevel.Operand.Plain) query.top().operands().get(0)).block();
        return block.from().stream().map(item -> item(query.tokens(), item)).collect(Collectors.joining(", "));
    }

    private static String item(Tokens tokens, FromItem item) {
        String what = item.query().isPresent()
                ? "()"
                : tokens.text()
                                .substring(
                                        tokens.start(item.name().from()),
                                        tokens.end(item.name().to() - 1))
                        + (item.kind() == FromItem.Kind.FUNCTION ? "()" : "");
        String reach =
                switch (item.reach()) {
                    case INSIDE -> "";
                    case NULL_SUPPLIED -> "?";
                    case WHOLE -> "!";
                };
        return what
                + (item.alias().isEmpty() ? "" : " " + item.alias())
                + (item.columns().isEmpty() ? "" : item.columns())
                + reach;
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', textBlock = """
            postgresql # t                                        # t
            postgresql # s.t as x                                 # s.t x
            postgresql # d.s.t x                                  # d.s.t x
            postgresql # t "X"                                    # t "X"
            postgresql # (select 1) d (a, b)                      # () d[a, b]
            postgresql # (values (1)) as v(a)                     # () v[a]
            postgresql # f(1) as g(a int, b numeric(3, 1))        # f() g[a, b]
            postgresql # f(1) with ordinality as g(a, n)          # f() g[a, n]
            postgresql # rows from (f(1), g(2)) as h              # rows from() h
            postgresql # only t, lateral (select 1) d             # t, () d
            postgresql # (a join b on true) join c on true        # a, b, c
            postgresql # a, b, (c)                                # a, b, c
            postgresql # a left join b on true                    # a, b?
            postgresql # a right join b on true                   # a?, b
            postgresql # a full outer join b on true              # a?, b?
            postgresql # a cross join b                           # a, b
            postgresql # a natural left join b                    # a, b?
            postgresql # a left join b using (x) join c using (y) # a, b?, c
            postgresql # a, b right join c on true                # a, b?, c
            postgresql # a left join (b join c on true) on true   # a, b?, c?
            postgresql # a left join b join c on true on true     # a!, b!, c!
            postgresql # a join b on true left join c on true     # a, b, c?
            postgresql # a tablesample system (5), b              # a!, b
            duckdb     # a asof join b on a.x > b.x               # a!, b!
            duckdb     # a asof left join b on a.x > b.x          # a!, b!
            duckdb     # a positional join b                      # a!, b!
            duckdb     # a semi join b on true                    # a, b?
            duckdb     # a anti join b on true                    # a, b?
            duckdb     # t pivot (sum(x) for y in (1, 2)) p       # t!
            duckdb     # c: crossings join p: ports on true       # crossings c, ports p
            duckdb     # 'file.csv' as f                          # 'file.csv' f
            mariadb    # t ignore index for order by (i) join s on true # t, s
            mariadb    # a straight_join b on true                # a, b
            mariadb    # t partition (p0) as x, s                 # t, s
            sqlite     # t indexed by i, s                        # t, s
            """)
    void listsTablesWithTheirScope(String dialect, String from, String items) {
        assertThat(items(dialect, from)).isEqualTo(items);
    }
}
