package plainsieve.core.steps.read;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import plainsieve.core.sql.TextEdit;
import plainsieve.core.steps.step.Step;
import plainsieve.core.value.ProblemException;

/**
 * A line that was read.
 *
 * @param written the line as it is kept: quotes put where they were left out
 * @param marks in the order of the line
 */
public record ReadLine(Step step, String written, List<Mark> marks) {
    public ReadLine {
        marks = List.copyOf(marks);
    }

    /** Reads a line. Throws {@link ProblemException} with the place in it where it cannot be understood. */
    public static ReadLine of(String line, Scope scope) {
        Cursor cursor = new Cursor(line, scope);
        Step step = new StepReader(cursor).read();
        if (!cursor.mends().isEmpty()) {
            return of(TextEdit.apply(line, cursor.mends()), scope);
        }
        List<Mark> marks = new ArrayList<>(cursor.marks());
        marks.sort(Comparator.comparingInt(mark -> mark.at().start()));
        return new ReadLine(step, line, marks);
    }

    /** What could come next in a line of which this much is typed; the last word may be its beginning. */
    public static Set<Wanted> wanted(String typed, Scope scope) {
        Cursor cursor = new Cursor(typed, scope);
        try {
            new StepReader(cursor).read();
        } catch (ProblemException unfinished) {
            // It is being typed; what could come was noted on the way.
        }
        return cursor.wanted();
    }
}
