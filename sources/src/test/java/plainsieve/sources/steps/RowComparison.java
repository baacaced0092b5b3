package plainsieve.sources.steps;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;

/** Compares rows in any order and ignores differences of formatting between databases. */
final class RowComparison {
    private static final double NEAR = 0.002;

    private RowComparison() {}

    static void check(String story, Grid expected, List<List<Object>> rows) {
        List<List<Object>> missing = unmatched(expected.rows(), rows);
        assertThat(missing).as(story + "\ngot " + rows).isEmpty();
        assertThat(rows).as(story).hasSameSizeAs(expected.rows());
    }

    /** The rows without a match. Fractions match when they are close to each other. */
    private static List<List<Object>> unmatched(List<List<Object>> expected, List<List<Object>> rows) {
        List<List<Object>> left = new ArrayList<>(rows);
        List<List<Object>> missing = new ArrayList<>();
        for (List<Object> row : expected) {
            boolean found = false;
            for (int i = 0; i < left.size() && !found; i++) {
                found = alike(row, left.get(i));
                if (found) {
                    left.remove(i);
                }
            }
            if (!found) {
                missing.add(row);
            }
        }
        return missing;
    }

    private static boolean alike(List<Object> one, List<Object> other) {
        if (one.size() != other.size()) {
            return false;
        }
        for (int i = 0; i < one.size(); i++) {
            if (!alike(one.get(i), other.get(i))) {
                return false;
            }
        }
        return true;
    }

    private static boolean alike(Object one, Object other) {
        if (one == null || other == null) {
            return one == other;
        }
        if (one instanceof Number && other instanceof Number) {
            double a = new BigDecimal(one.toString()).doubleValue();
            double b = new BigDecimal(other.toString()).doubleValue();
            return Math.abs(a - b) <= NEAR * Math.max(1, Math.abs(a));
        }
        return written(one).equals(written(other));
    }

    /** Midnight is written with and without its seconds. */
    private static String written(Object value) {
        String text = value.toString();
        return text.matches("\\d{4}-\\d\\d-\\d\\d[ T]\\d\\d:\\d\\d.*")
                ? text.replace(' ', 'T').replaceFirst("(T\\d\\d:\\d\\d):00(\\.0+)?$", "$1")
                : text;
    }
}
