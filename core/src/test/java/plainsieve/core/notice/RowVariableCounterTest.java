package plainsieve.core.notice;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RowVariableCounterTest {
    private static final ReportedNotice RULE = ReportedNotice.by(new RowVariableCounter());

    @Test
    void staysSilentWithoutVariables() {
        assertThat(RULE.ofQuery("select @n := 1")).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '#', textBlock = """
            select @n := @n + 1 as n from c, (select @n := 0) as s                 # 1
            select @n := @n + 1 as n, @N := 1 from c, (select @n := 0, @m := 1) s  # 2
            select @n as n from c                                                  # 0
            select ':=' from c                                                     # 0
            """)
    void warnsOncePerVariable(String query, int times) {
        assertThat(RULE.in("mariadb").ofQuery(query)).hasSize(times);
    }
}
