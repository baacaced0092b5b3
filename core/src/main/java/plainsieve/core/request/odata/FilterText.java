package plainsieve.core.request.odata;

import java.util.List;
import java.util.Optional;

/**
 * A condition as an OData service reads it.
 *
 * @param text in {@code $filter}
 * @param exact whether it holds for the very rows that the condition of the SQL holds for; else for these and perhaps for more
 */
record FilterText(String text, boolean exact) {
    static FilterText exactly(String text) {
        return new FilterText(text, true);
    }

    /** It may hold for more rows. */
    static FilterText atLeast(String text) {
        return new FilterText(text, false);
    }

    /** All of them joined by a word; nothing when there are none. */
    static Optional<FilterText> joined(List<FilterText> all, String word) {
        if (all.size() < 2) {
            return all.stream().findFirst();
        }
        List<String> texts = all.stream().map(FilterText::text).toList();
        return Optional.of(new FilterText(
                "(" + String.join(" " + word + " ", texts) + ")", all.stream().allMatch(FilterText::exact)));
    }
}
