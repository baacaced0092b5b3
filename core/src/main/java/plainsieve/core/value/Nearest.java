package plainsieve.core.value;

import java.util.Collection;
import java.util.Comparator;
import java.util.Locale;
import java.util.Optional;

/** Finds the known name nearest to a mistyped one (Levenshtein distance, case ignored). */
public final class Nearest {
    private Nearest() {}

    /** The nearest of the known names, if it is near enough to be what was meant: at most a third of its letters differ. */
    public static Optional<String> to(String name, Collection<String> known) {
        return known.stream()
                .min(Comparator.comparingInt((String other) -> distance(name, other))
                        .thenComparing(Comparator.naturalOrder()))
                .filter(best -> distance(name, best) <= Math.max(1, best.length() / 3));
    }

    private static int distance(String first, String second) {
        String a = first.toLowerCase(Locale.ROOT);
        String b = second.toLowerCase(Locale.ROOT);
        int[] row = new int[b.length() + 1];
        for (int j = 0; j <= b.length(); j++) {
            row[j] = j;
        }
        for (int i = 1; i <= a.length(); i++) {
            int diagonal = row[0];
            row[0] = i;
            for (int j = 1; j <= b.length(); j++) {
                int replaced = diagonal + (a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1);
                diagonal = row[j];
                row[j] = Math.min(replaced, 1 + Math.min(row[j], row[j - 1]));
            }
        }
        return row[b.length()];
    }
}
