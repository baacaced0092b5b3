package plainsieve.core.catalog;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.value.Type;

class DeclaredTypeTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "INTEGER | INTEGER",
                "int(11) unsigned | INTEGER",
                "UNSIGNED BIG INT | INTEGER",
                "bigint | INTEGER",
                "numeric(10, 2) | DECIMAL",
                "double precision | DECIMAL",
                "character varying(40) | TEXT",
                "VARCHAR(255) | TEXT",
                "long varchar | TEXT",
                "date | DATE",
                "timestamp with time zone | DATETIME",
                "timestamp(3) without time zone | DATETIME",
                "DATETIME | DATETIME",
                "boolean | BOOLEAN"
            })
    void recognizesTypeKeywords(String declared, Type type) {
        assertThat(DeclaredType.of(declared)).contains(type);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "interval",
                "interval day to second",
                "point",
                "FLOATING POINT",
                "daterange",
                "int4range",
                "tstzrange",
                "integer[]",
                "printing",
                "mandate",
                "context",
                "blob",
                "bytea",
                "json",
                ""
            })
    void ignoresKeywordsInsideOtherWords(String declared) {
        assertThat(DeclaredType.of(declared)).isEmpty();
    }
}
