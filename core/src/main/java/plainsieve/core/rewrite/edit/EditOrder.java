package plainsieve.core.rewrite.edit;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** The order of edits, and which of them remain when one removes the text of another. */
public final class EditOrder {
    private EditOrder() {}

    /**
     * Sorted, without edits inside a larger one: a condition inside an omitted one is omitted with it. An insertion
     * between clauses is not part of a removal; where a removal includes the comment after the clause, the insertion follows
     * that removal.
     */
    public static List<Edit> outermost(List<Edit> edits) {
        List<Edit> sorted = new ArrayList<>(edits);
        sorted.sort(Comparator.comparingInt(Edit::start).thenComparing(Edit::end, Comparator.reverseOrder()));
        List<Edit> kept = new ArrayList<>(sorted.size());
        int outerStart = -1;
        int outerEnd = -1;
        for (Edit edit : sorted) {
            boolean insertion = edit.start() == edit.end();
            boolean inside = insertion
                    ? outerStart < edit.start() && edit.end() < outerEnd
                    : outerStart <= edit.start() && edit.end() <= outerEnd;
            if (!inside) {
                kept.add(edit);
            } else if (edit.outside()) {
                kept.add(Edit.insertBetweenClauses(outerEnd, edit.replacement()));
            }
            if (edit.end() > outerEnd) {
                outerStart = edit.start();
                outerEnd = edit.end();
            }
        }
        return kept;
    }
}
