package plainsieve.server.people;

import java.util.LinkedHashMap;
import java.util.Map;
import plainsieve.core.parameter.ChoiceText;

/**
 * The identity of a request. It is passed to every run, list, question and download and recorded in Sent.
 *
 * @param id as shown in Sent
 * @param owner of its runs and downloads, who alone can cancel or fetch them: the ID of a user or of a browser
 * @param role in the project
 * @param fixed choices of this caller that no request can override
 * @param fixedBy what fixed them, as text: "The link"; empty if nothing is fixed
 */
public record Caller(String id, String owner, Role role, Viewer viewer, Map<String, ChoiceText> fixed, String fixedBy) {
    /** The server itself, for background lookups that requests wait for. */
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

    /** Whether statements, sources and error details are visible; viewers see rows only. */
    public boolean seesInside() {
        return role.mayActAs(Role.AUTHOR);
    }

    /** Whether an entry of Sent, or a file, belongs to this caller, including impersonations. @param other the ID in the entry */
    public boolean isOrLooked(String other) {
        return other.equals(id) || other.startsWith(id + LOOKING);
    }

    /** The same caller, whose runs and downloads belong to another owner: the impersonating author, or a browser. */
    public Caller ownedBy(String other) {
        return new Caller(id, other, role, viewer, fixed, fixedBy);
    }

    /** The same caller with additional fixed choices. */
    public Caller fixing(Map<String, ChoiceText> choices, String by) {
        if (choices.isEmpty()) {
            return this;
        }
        Map<String, ChoiceText> all = new LinkedHashMap<>(choices);
        all.putAll(fixed);
        return new Caller(id, owner, role, viewer, all, fixed.isEmpty() ? by : fixedBy);
    }
}
