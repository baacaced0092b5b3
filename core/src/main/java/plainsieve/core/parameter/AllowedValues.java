package plainsieve.core.parameter;

import java.util.Collection;
import java.util.Collections;
import java.util.LinkedHashSet;
import java.util.Set;

/**
 * The values on a parameter's list in the syntax of links. Rejects values that are not on the list.
 *
 * @param written in the order of the list
 */
public record AllowedValues(Set<String> written) {
    public AllowedValues {
        written = Collections.unmodifiableSet(new LinkedHashSet<>(written));
    }

    public static AllowedValues of(Collection<String> written) {
        return new AllowedValues(new LinkedHashSet<>(written));
    }

    public boolean allow(String value) {
        return written.contains(value);
    }
}
