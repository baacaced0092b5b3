package plainsieve.core.parameter;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Choices as links write them, see docs/links.md: {@code port=Ardlow&port=Skerrin&vessel=&all=class&without=port}. */
public final class ChoiceLink {
    private static final String ALL = "all";
    private static final String WITHOUT = "without";

    private ChoiceLink() {}

    /** @param query the names of a link's query part with their values, decoded, in their order */
    public static Map<String, ChoiceText> read(Map<String, List<String>> query) {
        Map<String, ChoiceText> choices = new LinkedHashMap<>();
        query.forEach((name, values) -> {
            if (!name.equals(ALL) && !name.equals(WITHOUT)) {
                choices.put(
                        name,
                        ChoiceText.of(values.stream()
                                .filter(value -> !value.isEmpty())
                                .toList()));
            }
        });
        query.getOrDefault(ALL, List.of()).forEach(name -> choices.put(name, ChoiceText.all()));
        for (String name : query.getOrDefault(WITHOUT, List.of())) {
            List<String> values = new ArrayList<>(
                    choices.getOrDefault(name, ChoiceText.blank()).values());
            choices.put(name, new ChoiceText(ChoiceText.Kind.VALUES, values, true));
        }
        return choices;
    }
}
