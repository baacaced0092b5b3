package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** User-defined functions with the volatility that the source reports. */
class UserDefinedFunctionsTest {
    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select fare_class(note) as x from crossings           ; select fare_class(note) as x from crossings where fare_class(note) in (:f)
            select app.fare_class(note) as x from crossings       ; select app.fare_class(note) as x from crossings where (app.fare_class(note)) in (:f)
            select "app"."own"(note) as x from crossings          ; select "app"."own"(note) as x from crossings where ("app"."own"(note)) in (:f)
            select note as x, mode_of(id) from crossings group by note ; select note as x, mode_of(id) from crossings where note in (:f) group by note
            select note, app.mode_of(id) as x from crossings group by note ; select note, app.mode_of(id) as x from crossings group by note having (app.mode_of(id)) in (:f)
            """)
    void pureFunctionsLetAFilterInside(String query, String filtered) {
        assertThat(KnownTables.filtered("postgresql", query, "x")).isEqualTo(filtered);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "select id as x, legs(id) from crossings",
                "select id as x, app.legs(id) from crossings",
                "select stamp() as x from crossings",
                "select app.stamp() as x from crossings",
                "select own(note) as x from crossings",
                "select other.fare_class(note) as x from crossings",
                "select app.lower(note) as x from crossings",
                "select \"lower\"(note) as x from crossings"
            })
    void otherFunctionsKeepAFilterOutside(String query) {
        assertThat(KnownTables.filtered("postgresql", query, "x")).startsWith("select * from (\n" + query);
    }
}
