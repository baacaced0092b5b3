package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.sql.ParsedQuery;

class OutputColumnComparisonTest {
    private static final Dialect DIALECT = Dialects.of("postgresql");

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            select c.departed_at from c where c.departed_at >= :from                          | departed_at | true
            select C.Departed_at as at from c where c.departed_at >= :from                    | at          | true
            select departed_at as at from c where departed_at between :from and :to           | at          | true
            select c.arrived_at from c where c.departed_at >= :from                           | arrived_at  | false
            select c.departed_at from c where c.departed_at >= :since                         | departed_at | false
            select c.departed_at from c where c.departed_at >= :from union select 1 from d    | departed_at | false
            select * from c where c.departed_at >= :from                                      | departed_at | false
            select c.departed_at from c where c.departed_at >= :from                          | port        | false
            """)
    void identifiesTheComparedColumn(String sql, String column, boolean compared) {
        ParsedQuery query = ParsedQuery.parse(sql, DIALECT);
        assertThat(new OutputColumnComparison(query, DIALECT).isCompared(column, "from"))
                .isEqualTo(compared);
    }
}
