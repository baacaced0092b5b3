package plainsieve.core.view;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import java.util.OptionalLong;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.core.value.Type;

class ProfiledColumnTest {
    private static ProfiledColumn column(String name, Type type, OptionalLong different) {
        return ProfiledColumn.of(name, Optional.of(type), different);
    }

    @ParameterizedTest
    @ValueSource(strings = {"delay_min", "passengers", "fareIncome", "Ticket count", "yearly_income", "id_count"})
    void countsAndQuantitiesAreMeasures(String name) {
        assertThat(column(name, Type.INTEGER, OptionalLong.empty()).isMeasure()).isTrue();
    }

    @ParameterizedTest
    @ValueSource(strings = {"id", "vessel_id", "vesselId", "YEAR", "fiscal_year", "month", "port code", "room-no"})
    void identifiersAreNotMeasures(String name) {
        assertThat(column(name, Type.INTEGER, OptionalLong.empty()).isMeasure()).isFalse();
    }

    @Test
    void textIsNeverAMeasure() {
        assertThat(column("passengers", Type.TEXT, OptionalLong.empty()).isMeasure())
                .isFalse();
        assertThat(ProfiledColumn.of("shape", Optional.empty(), OptionalLong.empty())
                        .isMeasure())
                .isFalse();
    }

    @ParameterizedTest
    @CsvSource({"departed_at, Departed at", "Þorp, Þorp", "_, _", "'', ''"})
    void convertsNamesToWords(String name, String label) {
        assertThat(column(name, Type.TEXT, OptionalLong.empty()).label()).isEqualTo(label);
    }

    @Test
    void countsDistinctValues() {
        assertThat(column("a", Type.TEXT, OptionalLong.of(1)).differentInWords())
                .isEqualTo("1 value");
        assertThat(column("a", Type.TEXT, OptionalLong.of(90_000)).differentInWords())
                .isEqualTo("90,000 values");
        assertThat(column("a", Type.TEXT, OptionalLong.empty()).differentInWords())
                .isEmpty();
    }
}
