package plainsieve.server.definitions.model;

import java.util.Collection;
import java.util.Locale;
import plainsieve.core.value.NearestName;

/** A named object does not exist. */
public final class NotFoundException extends RuntimeException {
    private final String advice;

    public NotFoundException(String what, String name, Collection<String> known) {
        super("%s “%s” does not exist."
                .formatted(capitalized(what), name.length() > 60 ? name.substring(0, 60) + "…" : name));
        this.advice = NearestName.of(name, known)
                .map("Did you mean “%s”?"::formatted)
                .orElse("Check the link, or start from the list.");
    }

    public String advice() {
        return advice;
    }

    private static String capitalized(String what) {
        return what.substring(0, 1).toUpperCase(Locale.ROOT) + what.substring(1);
    }
}
