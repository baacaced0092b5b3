package plainsieve.core.question;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DateRangeFormatTest {
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            en-GB | 2026-02-01 | 2026-02-28 | 1–28 Feb 2026
            en-GB | 2026-02-01 | 2026-03-03 | 1 Feb – 3 Mar 2026
            en-GB | 2025-12-30 | 2026-01-02 | 30 Dec 2025 – 2 Jan 2026
            en-GB | 2026-02-01 | 2026-02-01 | 1 Feb 2026
            en-US | 2026-02-01 | 2026-02-28 | Feb 1–28, 2026
            en-US | 2026-02-01 | 2026-03-03 | Feb 1 – Mar 3, 2026
            de-DE | 2026-02-01 | 2026-02-28 | 01.–28.02.2026
            de-DE | 2025-12-30 | 2026-01-02 | 30.12.2025 – 02.01.2026
            ja-JP | 2026-02-01 | 2026-02-28 | 2026/02/01–28
            sv-SE | 2026-02-01 | 2026-03-03 | 1 feb. – 3 mars 2026
            lv-LV | 2026-02-01 | 2026-02-28 | 2026. gada 1–28. febr.
            pt-BR | 2026-02-01 | 2026-03-03 | 1 de fev. – 3 de mar. de 2026
            """)
    void repeatsNothingThatBothDaysShare(String locale, LocalDate first, LocalDate last, String text) {
        assertThat(new DateRangeFormat(Locale.forLanguageTag(locale)).format(first, last))
                .isEqualTo(text);
    }

    @Test
    void formatsBothDaysInEveryLocale() {
        LocalDate first = LocalDate.of(2026, 2, 17);
        for (Locale locale : Locale.getAvailableLocales()) {
            DateRangeFormat format = new DateRangeFormat(locale);
            assertThat(format.format(first, first.plusDays(9))).as("%s", locale).contains("17", "26");
            assertThat(format.format(first, first.plusDays(40)))
                    .as("%s", locale)
                    .contains("17", "29");
        }
    }
}
