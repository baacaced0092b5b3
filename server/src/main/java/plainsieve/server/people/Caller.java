package plainsieve.server.people;

import java.util.LinkedHashMap;
import java.util.Map;
import plainsieve.core.parameter.ChoiceText;

/**
 * The identity of a request. It is passed to every run, list, question and download and recorded in Sent.
 *
 * @param id as Sent shows it
 * @param owner who owns the runs and downloads it starts, and alone can stop or fetch them: the ID of a person or of a browser
 * @param role in the project that is asked
 * @param fixed choices of this caller that no request can override
 * @param fixedBy what fixed them, as text: "The link"; empty when nothing is fixed
 */
public record Caller(String id, String owner, Role role, Viewer viewer, Map<String, ChoiceText> fixed, String fixedBy) {
    /** The server itself, when it looks up something in the background for which a request waits. */
    public static final Caller SERVER = of("the server", Role.OPERATOR);

    /** Separates the two names in the ID of a person who views as another. */
    public static final String LOOKING = ", as ";

    public Caller {
        fixed = Map.copyOf(fixed);
    }

    /** Someone for whom nothing is fixed. */
    public static Caller of(String id, Role role) {
        return of(id, role, Viewer.browser("", id));
    }

    public static Caller of(String id, Role role, Viewer viewer) {
        return new Caller(id, viewer.id(), role, viewer, Map.of(), "");
    }

    /** Whether they are shown what is sent, where it goes, and what comes back when it fails; viewers see rows. */
    public boolean seesInside() {
        return role.mayActAs(Role.AUTHOR);
    }

    /** Whether a line of Sent, or a file, is of this one, also while they looked as another. @param other the id that is there */
    public boolean isOrLooked(String other) {
        return other.equals(id) || other.startsWith(id + LOOKING);
    }

    /** The same caller, whose runs and downloads belong to someone else: to the author who views as a group, or to a browser. */
    public Caller ownedBy(String other) {
        return new Caller(id, other, role, viewer, fixed, fixedBy);
    }

    /** The same caller with choices fixed besides those that are fixed already, which nothing can change. */
    public Caller fixing(Map<String, ChoiceText> choices, String by) {
        if (choices.isEmpty()) {
            return this;
        }
        Map<String, ChoiceText> all = new LinkedHashMap<>(choices);
        all.putAll(fixed);
        return new Caller(id, owner, role, viewer, all, fixed.isEmpty() ? by : fixedBy);
    }
}
