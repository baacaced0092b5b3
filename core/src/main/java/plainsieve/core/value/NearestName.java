package plainsieve.core.value;

import java.util.Collection;
import java.util.Comparator;
import java.util.Locale;
import java.util.Optional;

/** Finds the known name with the smallest edit distance to a mistyped one; case is ignored. */
public final class NearestName {
    private static final int LONGEST = 100;

    private NearestName() {}

    /** The nearest known name if at most a third of its letters differ. */
    public static Optional<String> of(String name, Collection<String> known) {
        if (name.length() > LONGEST) {
            return Optional.empty();
        }
        return known.stream()
                .filter(other -> Math.abs(other.length() - name.length()) <= Math.max(1, other.length() / 3))
                .min(Comparator.comparingInt((String other) -> distance(name, other))
                        .thenComparing(Comparator.naturalOrder()))
                .filter(best -> distance(name, best) <= Math.max(1, best.length() / 3));
    }

    private static int distance(String first, String second) {
        String a = first.toLowerCase(Locale.ROOT);
        String b = second.toLowerCase(Locale.ROOT);
        int[][] steps = new int[a.length() + 1][b.length() + 1];
        for (int i = 0; i <= a.length(); i++) {
            for (int j = 0; j <= b.length(); j++) {
                steps[i][j] = i == 0 || j == 0 ? i + j : cheapest(steps, a, b, i, j);
            }
        }
        return steps[a.length()][b.length()];
    }

    private static int cheapest(int[][] steps, String a, String b, int i, int j) {
        int replaced = steps[i - 1][j - 1] + (a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1);
        int best = Math.min(replaced, 1 + Math.min(steps[i - 1][j], steps[i][j - 1]));
        boolean swapped = i > 1 && j > 1 && a.charAt(i - 1) == b.charAt(j - 2) && a.charAt(i - 2) == b.charAt(j - 1);
        return swapped ? Math.min(best, steps[i - 2][j - 2] + 1) : best;
    }
}
