package plainsieve.server.project;

import java.util.Collection;
import plainsieve.core.value.NearestName;

/** Something that was named does not exist. */
public final class NotFoundException extends RuntimeException {
    private final String advice;

    public NotFoundException(String what, String name, Collection<String> known) {
        super("%s “%s” does not exist.".formatted(what, name.length() > 60 ? name.substring(0, 60) + "…" : name));
        this.advice = NearestName.to(name, known)
                .map("Did you mean “%s”?"::formatted)
                .orElse("Check the link, or start from the list.");
    }

    public String advice() {
        return advice;
    }
}
