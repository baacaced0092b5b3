package plainsieve.core.sentence.parameter;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import plainsieve.core.parameter.ListedValue;

/** A typed list as text: one value on each line, {@code value = label} where they differ. */
final class ListLines {
    private static final String BETWEEN = " = ";

    private ListLines() {}

    static String write(List<ListedValue> values) {
        return values.stream()
                .map(listed -> listed.label().equals(listed.value())
                        ? listed.value()
                        : listed.value() + BETWEEN + listed.label())
                .collect(Collectors.joining("\n"));
    }

    /** Reads such lines; also what a spreadsheet copies: value, tab, label. Repeats and blank lines go. */
    static List<ListedValue> read(String text) {
        Map<String, ListedValue> found = new LinkedHashMap<>();
        for (String line : text.split("\\R")) {
            String[] parts = line.strip().split("\t|" + BETWEEN, 2);
            String value = parts[0].strip();
            String label = parts.length > 1 ? parts[1].replace('\t', ' ').strip() : "";
            if (!value.isEmpty()) {
                found.putIfAbsent(value, new ListedValue(value, label.isEmpty() ? value : label));
            }
        }
        return new ArrayList<>(found.values());
    }
}
