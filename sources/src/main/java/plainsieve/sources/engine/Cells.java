package plainsieve.sources.engine;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * What was read into a stage.
 *
 * @param names of its columns, each once, in their order
 * @param lost how many rows could not be read
 * @param notes what to know of how they were read, and why rows could not be
 */
public record Cells(List<String> names, long lost, List<String> notes) {
    /** More columns than any database shows; a file with more is something else than a table. */
    public static final int MOST_COLUMNS = 2_000;

    private static final int LONGEST_NAME = 200;

    public Cells {
        names = List.copyOf(names);
        notes = List.copyOf(notes);
    }

    /** Names as columns have them: none empty, none twice, in one line. */
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
