package plainsieve.sources.engine;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.catalog.HeaderRow;

/**
 * The cells staged from a file.
 *
 * @param names of its columns, unique and in order
 * @param line the position of the names; empty if each value has its own name
 * @param lost the number of unreadable rows
 * @param notes on how they were read, and why rows could not be
 */
public record StagedCells(List<String> names, Optional<HeaderRow> line, long lost, List<String> notes) {
    /** The maximum number of columns; a file with more is not a table. */
    public static final int MOST_COLUMNS = 2_000;

    private static final int LONGEST_NAME = 200;

    public StagedCells {
        names = List.copyOf(names);
        notes = List.copyOf(notes);
    }

    /**
     * The names of columns below groups. A group is of all columns up to the next group, as its cell is merged over them.
     *
     * @param groups with null for a cell that has nothing, as in {@code names}
     */
    public static String[] grouped(String[] groups, String[] names) {
        String[] both = new String[Math.max(groups.length, names.length)];
        String group = null;
        for (int i = 0; i < both.length; i++) {
            String above = i < groups.length ? groups[i] : null;
            String below = i < names.length ? names[i] : null;
            group = above == null ? group : above;
            both[i] = below == null ? above : group == null ? below : group + " " + below;
        }
        return both;
    }

    /** Valid column names: nonempty, unique, in one line. */
    public static List<String> names(List<String> heads) {
        Set<String> taken = new LinkedHashSet<>();
        List<String> names = new ArrayList<>();
        for (int i = 0; i < heads.size(); i++) {
            String said = heads.get(i) == null ? "" : heads.get(i).strip().replaceAll("[\\s\\p{Cntrl}]+", " ");
            String cut = said.length() > LONGEST_NAME ? said.substring(0, LONGEST_NAME) : said;
            String name = cut.isEmpty() ? "column " + (i + 1) : cut;
            String free = name;
            for (int n = 2; !taken.add(free.toLowerCase(Locale.ROOT)); n++) {
                free = name + " " + n;
            }
            names.add(free);
        }
        return names;
    }
}
