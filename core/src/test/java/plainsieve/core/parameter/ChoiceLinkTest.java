package plainsieve.core.parameter;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Choices as links write them; the choice reader rejects contradictions. */
class ChoiceLinkTest {
    private static Map<String, ChoiceText> read(String link) {
        Map<String, List<String>> query = new LinkedHashMap<>();
        for (String part : link.split("&")) {
            String[] sides = part.split("=", 2);
            query.computeIfAbsent(sides[0], name -> new ArrayList<>()).add(sides[1]);
        }
        return ChoiceLink.read(query);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            port=Ardlow                  | VALUES | Ardlow         | false
            port=Ardlow&port=Skerrin     | VALUES | Ardlow;Skerrin | false
            port=                        | BLANK  |                | false
            all=port                     | ALL    |                | false
            without=port                 | VALUES |                | true
            port=Ardlow&without=port     | VALUES | Ardlow         | true
            all=port&port=Ardlow         | ALL    | Ardlow         | false
            port=&port=Ardlow            | BLANK  | Ardlow         | false
            port=Ardlow&port=Ardlow      | VALUES | Ardlow;Ardlow  | false
            """)
    void readsLinksWithoutTypes(String link, ChoiceText.Kind kind, String values, boolean without) {
        List<String> expected = values == null ? List.of() : List.of(values.split(";"));
        assertThat(read(link)).containsExactly(Map.entry("port", new ChoiceText(kind, expected, without)));
    }

    @Test
    void emptyTextIsAValueAndNotBlank() {
        assertThat(read("empty.text=note&note=a"))
                .containsExactly(Map.entry("note", new ChoiceText(ChoiceText.Kind.VALUES, List.of("a", ""), false)));
    }

    @Test
    void keepsParametersApart() {
        assertThat(read("port=Ardlow&all=vessel&without=port").keySet()).containsExactly("port", "vessel");
    }
}
