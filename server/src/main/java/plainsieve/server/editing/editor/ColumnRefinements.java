package plainsieve.server.editing.editor;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.OptionalLong;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.view.ProfiledColumn;

/**
 * Finds columns that refine others, such as ports and islands, by grouping at the source. Considers only the columns with the
 * fewest values.
 */
final class ColumnRefinements {
    private static final int COLUMNS = 4;
    private static final long MOST_VALUES = 400;

    private final GroupCount groups;

    /** Counts groups at the source. */
    interface GroupCount {
        /** The number of groups with a value in their first column, among the first groups; empty after a timeout. */
        OptionalLong of(ResultShape shape, long most);
    }

    ColumnRefinements(GroupCount groups) {
        this.groups = groups;
    }

    /** The same columns in order, each with those that it refines. */
    List<ProfiledColumn> in(List<ProfiledColumn> columns) {
        List<ProfiledColumn> few = columns.stream()
                .filter(column -> column.isText() && values(column) > 1 && values(column) <= MOST_VALUES)
                .sorted(Comparator.comparingLong(ColumnRefinements::values))
                .limit(COLUMNS)
                .toList();
        return columns.stream().map(column -> refining(column, few)).toList();
    }

    private ProfiledColumn refining(ProfiledColumn column, List<ProfiledColumn> few) {
        List<String> refined = new ArrayList<>();
        if (few.contains(column)) {
            few.stream()
                    .filter(other -> values(other) < values(column) && refines(column, other))
                    .forEach(other -> refined.add(other.name()));
        }
        return column.refining(refined);
    }

    /* Rows without a value of the finer column may be in every coarser group; they are ignored. */
    private boolean refines(ProfiledColumn fine, ProfiledColumn coarse) {
        List<ResultShape.Key> keys = List.of(ResultShape.Key.of(fine.name()), ResultShape.Key.of(coarse.name()));
        ResultShape pairs = new ResultShape.Totals(keys, List.of(Measure.countOfRows()), ResultShape.Order.KEYS);
        long most = values(fine) + values(coarse) + 2;
        return groups.of(pairs, most).equals(OptionalLong.of(values(fine)));
    }

    private static long values(ProfiledColumn column) {
        return column.different().orElse(0);
    }
}
