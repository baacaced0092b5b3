package plainsieve.sources;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;
import plainsieve.sources.jdbc.JdbcSource;

/** A parameterized expression that is selected and grouped by, on every database. */
class RepeatedParametersTest {
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor();
    private static final Map<String, Parameter> PARAMETERS = Map.of("word", Parameter.of("word", Type.TEXT));

    @AfterAll
    static void stopClock() {
        CLOCK.shutdownNow();
    }

    @ParameterizedTest
    @ValueSource(strings = {"postgresql", "duckdb", "mariadb", "sqlite", "trino"})
    void isOneKey(String kind) throws Exception {
        try (JdbcSource source = new JdbcSource(
                TestDatabases.awkward(kind, (connection, of) -> {
                    try (java.sql.Statement write = connection.createStatement()) {
                        write.execute("create table trips (state varchar(20))");
                        write.execute("insert into trips values ('LATE'), (null), (null), ('none')");
                    }
                }),
                CLOCK)) {
            String key = "coalesce(state, :word)";
            String query = "select " + key + " as state_or_word, count(*) as n from trips group by " + key
                    + " order by " + key + " desc";
            Statement statement = PreparedQuery.of(query, source.dialect())
                    .rewrite(
                            new Choices(
                                    PARAMETERS,
                                    ChoiceReader.readAll(PARAMETERS, Map.of("word", ChoiceText.of("none")))),
                            ResultShape.allRows(),
                            100);
            assertThat(TestDatabases.rows(source, statement)).containsExactly(List.of("none", 3L), List.of("LATE", 1L));
        }
    }
}
