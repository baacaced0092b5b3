package plainsieve.core.sql;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.value.ProblemException;

class SessionVariablesTest {
    private static final Dialect MARIADB = Dialects.of("mariadb");

    @ParameterizedTest
    @ValueSource(
            strings = {
                "select @rn := @rn + 1 as n, id from ship, (select @rn := 0) as start",
                "select @RN := @rn + 1 as n, id from (select @Rn := 0) as start, ship",
                "select @`rn` := @rn + 1 as n, id from ship cross join (select @'rn' := :from) as start",
                "select if(@p = port, @n := @n + 1, @n := 1) as n, @p := port from ship, (select @n := 0, @p := '') s",
                "select @b := @b + @a from ship, (select @a := @b := 0) as s",
                "select @b := @b + 1 from ship, (select @a := 0, @b := @a + 1) as s",
                "select * from (select @n := @n + 1 as n from ship) as t, (select @n := 0) as s",
                "select * from (select @n := @n + 1 as n from ship, (select @n := 0) as s) as t",
                "select id from a union select @n := @n + 1 from ship, (select @n := 0) as s",
                "select @n from ship",
                "select @@sql_mode, ':=', `:=` from ship -- @n := 1"
            })
    void acceptsVariablesInitializedInTheStatement(String text) {
        assertThatCode(() -> ParsedQuery.parse(text, MARIADB)).doesNotThrowAnyException();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "select @rn := @rn + 1 as n, id from ship",
                "select @rn := @rn + 1 as n, id from ship, (select @other := 0) as start",
                "select @rn := @rn + 1 as n, id from ship, (select @rn := @rn) as start",
                "select @rn := @rn + 1 as n, id from ship, (select @rn := @other) as start",
                "select @rn := @rn + 1 as n, id from ship, (select @rn := @other, @other := 1) as start",
                "select @rn := @rn + 1 as n, id from ship, (select @rn := 0 from dual) as start",
                "select @rn := @rn + 1 as n, id from ship, (select @rn := 0 limit 0) as start",
                "select @rn := @rn + 1 as n, id from ship, (with a as (select 1) select @rn := 0) as start",
                "select @rn := @rn + 1 as n, id from ship, (select 1 union select @rn := 0) as start",
                "select @rn := @rn + 1 as n, id from ship where (select @rn := 0) = 0",
                "select @rn := @rn + 1 as n from ship union select 1 from a, (select @rn := 0) as s",
                "with a as (select 1 from (select @rn := 0) as s) select @rn := @rn + 1 as n, id from ship, a"
            })
    void rejectsVariablesOfEarlierStatements(String text) {
        assertThatThrownBy(() -> ParsedQuery.parse(text, MARIADB))
                .isInstanceOfSatisfying(ProblemException.class, refused -> {
                    assertThat(refused.problems().get(0).kind().word()).isEqualTo("statement-rejected");
                    assertThat(refused.problems().get(0).place()).isPresent();
                });
    }

    @ParameterizedTest
    @ValueSource(strings = {"select @@sql_mode := 'ANSI'", "select rn := 1", "select :p := 1", ":= 1"})
    void rejectsOtherAssignments(String text) {
        assertThatThrownBy(() -> ParsedQuery.parse("select 1, (" + text + ")", MARIADB))
                .isInstanceOfSatisfying(ProblemException.class, refused -> assertThat(
                                refused.problems().get(0).kind().word())
                        .isEqualTo("statement-rejected"));
    }

    @Test
    void ignoresOtherDatabases() {
        assertThatCode(() -> ParsedQuery.parse("select f(a := 1)", Dialects.of("duckdb")))
                .doesNotThrowAnyException();
        assertThat(SessionVariables.setBy("select @a := 1", Dialects.of("postgresql")))
                .isEmpty();
    }

    @Test
    void listsEachAssignedVariableOnce() {
        assertThat(SessionVariables.setBy("select @a := 1, @A := @b, @'c d' := ?, @@e, '@f := 1'", MARIADB))
                .containsExactly("@a", "@'c d'");
    }
}
