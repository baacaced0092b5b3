package plainsieve.core.parameter;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Choices in the syntax of links, see docs/links.md: {@code port=Ardlow&port=Skerrin&vessel=&all=class&without=port}. */
public final class ChoiceLink {
    private static final String ALL = "all";
    private static final String WITHOUT = "without";

    /** An empty text as a value: {@code note=} is a blank. No parameter can have this name. */
    private static final String EMPTY = "empty.text";

    private ChoiceLink() {}

    /**
     * Reads all choices of a link. Contradictions, such as a value beside all of them, are kept: {@link ChoiceReader}
     * rejects them.
     *
     * @param query the decoded query parameters of a link, in order
     */
    public static Map<String, ChoiceText> read(Map<String, List<String>> query) {
        Set<String> names = new LinkedHashSet<>(query.keySet());
        List<String> all = query.getOrDefault(ALL, List.of());
        List<String> without = query.getOrDefault(WITHOUT, List.of());
        List<String> empty = query.getOrDefault(EMPTY, List.of());
        names.removeAll(Set.of(ALL, WITHOUT, EMPTY));
        names.addAll(all);
        names.addAll(without);
        names.addAll(empty);
        Map<String, ChoiceText> choices = new LinkedHashMap<>();
        for (String name : names) {
            List<String> written = query.getOrDefault(name, List.of());
            List<String> values = new ArrayList<>(written);
            values.removeIf(String::isEmpty);
            empty.stream().filter(name::equals).forEach(other -> values.add(""));
            boolean blank = written.contains("");
            ChoiceText.Kind kind =
                    all.contains(name) ? ChoiceText.Kind.ALL : blank ? ChoiceText.Kind.BLANK : ChoiceText.Kind.VALUES;
            choices.put(name, new ChoiceText(kind, values, without.contains(name)));
        }
        return choices;
    }

    /** The inverse of {@link #read}: names with their values, in order, to be encoded after the question mark of a link. */
    public static List<Map.Entry<String, String>> write(Map<String, ChoiceText> choices) {
        List<Map.Entry<String, String>> written = new ArrayList<>();
        choices.forEach((name, choice) -> {
            switch (choice.kind()) {
                case ALL -> written.add(Map.entry(ALL, name));
                case BLANK -> written.add(Map.entry(name, ""));
                case VALUES ->
                    choice.values()
                            .forEach(value ->
                                    written.add(value.isEmpty() ? Map.entry(EMPTY, name) : Map.entry(name, value)));
            }
            if (choice.withoutValue()) {
                written.add(Map.entry(WITHOUT, name));
            }
        });
        return written;
    }
}
