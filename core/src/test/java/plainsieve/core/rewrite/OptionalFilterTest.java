package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;
import static plainsieve.core.rewrite.Given.given;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class OptionalFilterTest {
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
            x = ifnull(:vessel, x)                       | x in (?)
            (:vessel is null or :vessel = '' or x = :vessel) | (x = ?)
            (:vessel is null or (x = :vessel and y = 1)) | ((x = ? and y = 1))
            (:vessel is null or exists (select 1 from r where r.y = :vessel)) | (exists (select 1 from r where r.y = ?))
            (coalesce(:vessel, '') = '' or x = :vessel)  | (x = ?)
            case when :vessel is null then 1 when x = :vessel then 1 else 0 end = 1 | x = ?
            1 = case when :vessel is null then 1 when x = :vessel then 1 end | x = ?
            case when :vessel is null then 'Y' when x = :vessel or y = :vessel then 'Y' else 'N' end = 'Y' | (x = ? or y = ?)
            case when :vessel is null then true else x = :vessel end | x = ?
            x = case when :vessel is null then x else :vessel end | x in (?)
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
            (:vessel is null or (x = :vessel and y = 1))
            (:vessel is null or exists (select 1 from r where r.y = :vessel))
            case when :vessel is null then 1 when x = :vessel then 1 else 0 end = 1
            case when :vessel is null then true else x = :vessel end
            x = case when :vessel is null then x else :vessel end
            """)
    void disappearsWhenBlank(String condition) {
        assertThat(given("select 1 where a and " + condition).text()).isEqualTo("select 1 where a");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            (:vessel = 'All' or x = :vessel)         | All
            (:vessel = 0 or x = :vessel)             | 0
            ('*' in (:vessel) or (x = :vessel and y = 2)) | *
            ('it''s all' = :vessel or x = :vessel)   | it's all
            """)
    void disappearsWhenTheValueMeansAll(String condition, String everything) {
        assertThat(given("select 1 where a and " + condition)
                        .choose("vessel", everything)
                        .text())
                .isEqualTo("select 1 where a");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
            (:vessel is null or x = :port)                     | (:vessel is null or x in (?, ?))
            (:vessel is null or y = 1)                         | (? is null or y = 1)
            case when :vessel is null then 1 when x = :vessel then 2 else 0 end = 1 | case when ? is null then 1 when x = ? then 2 else 0 end = 1
            case when :vessel is null then 1 when x = :vessel then 1 else 0 end > 0 | case when ? is null then 1 when x = ? then 1 else 0 end > 0
            case when y is null then true else x = :vessel end | case when y is null then true else x = ? end
            (:vessel is null and x = :vessel)                  | (? is null and x = ?)
            (:vessel is not null or x = :vessel)               | (? is not null or x = ?)
            (:vessel = y or x = :vessel)                       | (? = y or x = ?)
            x = coalesce(:vessel, y)                           | x = coalesce(?, y)
            x <> coalesce(:vessel, x)                          | x <> coalesce(?, x)
            """)
    void isNotRecognizedElsewhere(String condition, String rewritten) {
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
    void acceptsMultipleValues(String condition, String rewritten) {
        assertThat(given("select 1 where " + condition).choose("port", "A", "B").text())
                .isEqualTo("select 1 where " + rewritten);
    }
}
