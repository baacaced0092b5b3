package plainsieve.core.parameter;

import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import plainsieve.core.value.Keyword;

/**
 * Which values of a parameter each caller may choose: by group, query, or sign-in claim. Blank and all mean all permitted values;
 * views that do not use the parameter are hidden unless it is open to everyone.
 *
 * @param of the query ID or claim name that defines the values; empty for other kinds
 * @param exempt unrestricted objects: query IDs, and {@code :name} for the list of a parameter
 */
public record RowAccessRule(By by, String of, Set<String> exempt) {
    /** The viewer chooses freely. */
    public static final RowAccessRule NONE = new RowAccessRule(By.VIEWER, "", Set.of());

    /** The origin of permitted values. */
    public enum By implements Keyword {
        VIEWER,
        /** Assigned by an operator per group. */
        GROUP,
        /** A claim of the identity provider at sign-in. */
        CLAIM,
        /** The first column of a query, which may use the caller's name. */
        QUERY;

        @Override
        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        public static Optional<By> ofWord(String word) {
            return Keyword.find(By.class, word);
        }
    }

    public RowAccessRule {
        exempt = Set.copyOf(exempt);
    }

    public static RowAccessRule byGroup() {
        return new RowAccessRule(By.GROUP, "", Set.of());
    }

    public static RowAccessRule byClaim(String claim) {
        return new RowAccessRule(By.CLAIM, claim, Set.of());
    }

    public static RowAccessRule byQuery(String queryId) {
        return new RowAccessRule(By.QUERY, queryId, Set.of());
    }

    /** The notation of a parameter's list among exempt objects. */
    public static String listOf(String parameterName) {
        return ":" + parameterName;
    }

    /** The query that defines the values; empty for other kinds. */
    public String queryId() {
        return by == By.QUERY ? of : "";
    }

    /** The claim that defines the values; empty for other kinds. */
    public String claim() {
        return by == By.CLAIM ? of : "";
    }

    public boolean holds() {
        return by != By.VIEWER;
    }

    public boolean isOpen(String thing) {
        return exempt.contains(thing);
    }

    public RowAccessRule exempt(String thing, boolean openNow) {
        Set<String> changed = new TreeSet<>(exempt);
        if (openNow) {
            changed.add(thing);
        } else {
            changed.remove(thing);
        }
        return new RowAccessRule(by, of, changed);
    }

    /** The same with the list of a parameter open under its new name. */
    RowAccessRule renamed(String from, String to) {
        return isOpen(listOf(from)) ? exempt(listOf(from), false).exempt(listOf(to), true) : this;
    }
}
