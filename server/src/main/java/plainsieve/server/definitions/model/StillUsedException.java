package plainsieve.server.definitions.model;

import java.util.List;

/** An object cannot be removed because others use it. */
public final class StillUsedException extends RuntimeException {
    public StillUsedException(String what, List<String> users) {
        super("%s is used by %s.".formatted(what, String.join(", ", users)));
    }
}
