package plainsieve.sources;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.dialect.FunctionEffects;
import plainsieve.core.statement.Statement;
import plainsieve.sources.jdbc.JdbcSource;

/** The engine's lists of functions agree with the catalog of each database. */
class FunctionCatalogTest {
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor();
    private static final long MANY = 100_000;

    @AfterAll
    static void stopClock() {
        CLOCK.shutdownNow();
    }

    private static List<String> names(String kind, String question) throws Exception {
        try (JdbcSource source = new JdbcSource(TestDatabases.awkward(kind, (connection, name) -> {}), CLOCK)) {
            return TestDatabases.rows(source, new Statement(question, List.of(), List.of(), MANY)).stream()
                    .map(row -> String.valueOf(row.get(0)))
                    .toList();
        }
    }

    /** A function of any other kind must not be classified as pure. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            postgresql | AGGREGATE | select distinct proname from pg_proc where prokind = 'a'
            postgresql | MANY_ROWS | select distinct proname from pg_proc where proretset and proname !~ '^_'
            postgresql | WINDOW    | select distinct proname from pg_proc where prokind = 'w'
            duckdb     | AGGREGATE | select distinct function_name from duckdb_functions() where function_type = 'aggregate' and function_name ~ '[a-z].*'
            duckdb     | VOLATILE  | select distinct function_name from duckdb_functions() where stability = 'VOLATILE'
            sqlite     | AGGREGATE | select distinct name from pragma_function_list where type = 'a'
            """)
    void matchTheCatalogOfTheServer(String dialect, FunctionEffects.Kind kind, String question) throws Exception {
        FunctionEffects functionEffects = Dialects.of(dialect).functions();
        List<String> missing = new ArrayList<>(names(dialect, question));
        assertThat(missing).hasSizeGreaterThan(4);
        missing.removeIf(name -> functionEffects.is(kind, name));
        assertThat(missing).isEmpty();
    }

    /** A volatile function must not be listed as pure. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            postgresql | select proname from pg_proc where (prokind <> 'f' or proretset or provolatile = 'v') and prorettype <> 'trigger'::regtype
            duckdb     | select function_name from duckdb_functions() where function_type = 'aggregate' or stability = 'VOLATILE'
            sqlite     | select name from pragma_function_list where type in ('a', 'w') and name not in ('min', 'max')
            """)
    void noneIsClassifiedAsPureByMistake(String dialect, String question) throws Exception {
        FunctionEffects functionEffects = Dialects.of(dialect).functions();
        assertThat(names(dialect, question))
                .filteredOn(name -> functionEffects.is(FunctionEffects.Kind.SCALAR, name))
                .isEmpty();
    }

    /** MariaDB's catalog has names only. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            mariadb    | select lower(function) from information_schema.sql_functions where function not like '%oracle%'
            duckdb     | select distinct function_name from duckdb_functions() where function_type = 'scalar' and function_name ~ '[a-z].*'
            sqlite     | select distinct name from pragma_function_list where name glob '[a-z]*'
            """)
    void areComplete(String dialect, String question) throws Exception {
        FunctionEffects functionEffects = Dialects.of(dialect).functions();
        assertThat(names(dialect, question))
                .hasSizeGreaterThan(50)
                .filteredOn(name -> !functionEffects.knows(name))
                .isEmpty();
    }

    /** A cluster reports for each function: name, return type, argument types, kind, and whether it is deterministic. */
    @Test
    void matchTheCatalogOfACluster() throws Exception {
        FunctionEffects functionEffects = Dialects.of("trino").functions();
        List<List<Object>> told;
        try (JdbcSource source = new JdbcSource(TestDatabases.awkward("trino", (connection, name) -> {}), CLOCK)) {
            told = TestDatabases.rows(source, new Statement("show functions", List.of(), List.of(), MANY));
        }
        assertThat(told).hasSizeGreaterThan(500).allSatisfy(row -> {
            String name = String.valueOf(row.get(0));
            boolean same = row.get(4).equals(true);
            FunctionEffects.Kind kind = row.get(3).equals("scalar") && !same
                    ? FunctionEffects.Kind.VOLATILE
                    : FunctionEffects.Kind.valueOf(String.valueOf(row.get(3)).toUpperCase(Locale.ROOT));
            assertThat(functionEffects.is(kind, name) || !name.matches("[a-zA-Z].*"))
                    .as(name + " " + kind)
                    .isTrue();
            assertThat(functionEffects.is(FunctionEffects.Kind.SCALAR, name))
                    .as(name + " is harmless")
                    .isEqualTo(kind == FunctionEffects.Kind.SCALAR && name.matches("[a-zA-Z].*"));
        });
    }
}
