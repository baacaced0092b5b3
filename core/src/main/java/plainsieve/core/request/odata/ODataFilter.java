package plainsieve.core.request.odata;

import java.util.List;
import java.util.Optional;

/**
 * A condition in OData syntax.
 *
 * @param text for {@code $filter}
 * @param exact whether it matches exactly the rows of the SQL condition; otherwise possibly more
 */
record ODataFilter(String text, boolean exact) {
    static ODataFilter exactly(String text) {
        return new ODataFilter(text, true);
    }

    /** It may apply to more rows. */
    static ODataFilter atLeast(String text) {
        return new ODataFilter(text, false);
    }

    /** All of them joined by an operator; empty if there are none. */
    static Optional<ODataFilter> joined(List<ODataFilter> all, String word) {
        if (all.size() < 2) {
            return all.stream().findFirst();
        }
        List<String> texts = all.stream().map(ODataFilter::text).toList();
        return Optional.of(new ODataFilter(
                "(" + String.join(" " + word + " ", texts) + ")", all.stream().allMatch(ODataFilter::exact)));
    }
}
