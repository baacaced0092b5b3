package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;
import static plainsieve.core.rewrite.Given.given;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class OptionalIdiomTest {
    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            (:vessel is null or x = :vessel)             | (x = ?)
            (x = :vessel or :vessel is null)             | (x = ?)
            (:vessel = '' or x = :vessel)                | (x = ?)
            ('All' = :vessel or (x = :vessel))           | ((x = ?))
            (:vessel IS NULL OR lower(x) = :vessel)      | (lower(x) = ?)
            (:vessel is null or x = :vessel or y = :vessel) | (x = ? or y = ?)
            x = coalesce(:vessel, x)                     | x in (?)
            t.x = COALESCE(:vessel, T.X)                 | t.x in (?)
            """)
    void becomesAPlainConditionWithAValue(String condition, String rewritten) {
        Given query = given("select 1 where a and " + condition).choose("vessel", "Dunlin");
        assertThat(query.text()).isEqualTo("select 1 where a and " + rewritten);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            (:vessel is null or x = :vessel)
            (:vessel = '' or x = :vessel)
            ('All' = :vessel or x = :vessel)
            x = coalesce(:vessel, x)
            """)
    void goesWhenBlank(String condition) {
        assertThat(given("select 1 where a and " + condition).text()).isEqualTo("select 1 where a");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            (:vessel = 'All' or x = :vessel)         | All
            ('it''s all' = :vessel or x = :vessel)   | it's all
            """)
    void goesWhenTheValueMeansEverything(String condition, String everything) {
        assertThat(given("select 1 where a and " + condition)
                        .choose("vessel", everything)
                        .text())
                .isEqualTo("select 1 where a");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            (:vessel is null or x = :port)                     | (:vessel is null or x in (?, ?))
            (:vessel is null or y = 1)                         | (? is null or y = 1)
            (:vessel is null or (x = :vessel and y = 1))       | (? is null or (x = ? and y = 1))
            (:vessel is null and x = :vessel)                  | (? is null and x = ?)
            (:vessel is not null or x = :vessel)               | (? is not null or x = ?)
            (:vessel = y or x = :vessel)                       | (? = y or x = ?)
            x = coalesce(:vessel, y)                           | x = coalesce(?, y)
            x <> coalesce(:vessel, x)                          | x <> coalesce(?, x)
            """)
    void isNotSeenWhereThereIsNone(String condition, String rewritten) {
        Given query =
                given("select 1 where " + condition).choose("vessel", "Dunlin").choose("port", "A", "B");
        assertThat(query.text()).isEqualTo("select 1 where " + rewritten.replace(":vessel", "?"));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            (:port is null or x = :port)    | (x in (?, ?))
            (:port = 'All' or x in (:port)) | (x in (?, ?))
            x = coalesce(:port, x)          | x in (?, ?)
            """)
    void takesManyValues(String condition, String rewritten) {
        assertThat(given("select 1 where " + condition).choose("port", "A", "B").text())
                .isEqualTo("select 1 where " + rewritten);
    }
}
