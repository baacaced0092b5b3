package plainsieve.core.sql;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.sql.lexer.Span;

/** The effect that {@link KnownFunctions} reports for an expression; other tests compare the lists with the databases. */
class CalledFunctionsTest {
    private static String told(String dialect, String expression) {
        ParsedQuery query = ParsedQuery.parse("select " + expression + " from t", Dialects.of(dialect));
        Block block = ((QueryLevel.Operand.Plain) query.top().operands().get(0)).block();
        Span body = block.clause(Clause.Kind.SELECT).orElseThrow().body();
        KnownFunctions functions = new KnownFunctions(query, Dialects.of(dialect));
        StringBuilder told = new StringBuilder();
        told.append(functions.aggregate(body) ? "total " : "");
        told.append(functions.returnSets(body) ? "many " : "");
        told.append(functions.areVolatile(body) ? "volatile " : "");
        told.append(functions.countRows(body) ? "counts " : "");
        functions.unknown(body).ifPresent(name -> told.append("unknown ").append(name));
        return told.toString().strip();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', quoteCharacter = '`', textBlock = """
            postgresql # lower(a)                                      # ``
            postgresql # a + (b)                                       # ``
            postgresql # count(*)                                      # total
            postgresql # lower(max(a))                                 # total
            postgresql # count(*) filter (where a)                     # total
            postgresql # mode() within group (order by a)              # total
            postgresql # sum(a) over (order by b)                      # ``
            postgresql # sum(a) filter (where b) over w                # ``
            postgresql # sum(sum(a)) over ()                           # total
            postgresql # (select max(b) from s)                        # ``
            postgresql # (with q as (select 1) select max(b) from s)   # ``
            postgresql # generate_series(1, 3)                         # many
            postgresql # unnest(a)                                     # many
            postgresql # random()                                      # volatile
            postgresql # now()                                         # ``
            postgresql # uuid_generate_v4()                            # volatile unknown uuid_generate_v4
            postgresql # f(a)                                          # unknown f
            postgresql # app.lower(a)                                  # unknown lower
            postgresql # pg_catalog.lower(a)                           # ``
            postgresql # "lower"(a)                                    # unknown "lower"
            postgresql # not (a)                                       # ``
            postgresql # a in (1, 2)                                   # ``
            postgresql # case when (a) then (b) else (c) end           # ``
            postgresql # interval '1' day * (a)                        # ``
            postgresql # cast(a as varchar(3))                         # ``
            postgresql # rownum                                        # counts
            sqlite     # max(a)                                        # total
            sqlite     # max(a, b)                                     # ``
            sqlite     # min(a, (select b), c)                         # ``
            mariadb    # rownum()                                      # volatile counts
            mariadb    # @a                                            # counts
            mariadb    # @@a                                           # ``
            postgresql # @a                                            # ``
            duckdb     # t.rownum                                      # ``
            """)
    void classifiesTheEffectOfACallOnRows(String dialect, String expression, String told) {
        assertThat(told(dialect, expression)).isEqualTo(told);
    }
}
