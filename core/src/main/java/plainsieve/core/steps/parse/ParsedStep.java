package plainsieve.core.steps.parse;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import plainsieve.core.sql.lexer.TextEdit;
import plainsieve.core.steps.model.Step;
import plainsieve.core.value.ProblemException;

/**
 * A parsed step line.
 *
 * @param written the canonical line, with SQL forms and synonyms replaced and omitted quotes added
 * @param marks in text order
 */
public record ParsedStep(Step step, String written, List<StepMark> marks) {
    public ParsedStep {
        marks = List.copyOf(marks);
    }

    /** Reads a line. Throws {@link ProblemException} with the place in it where it cannot be understood. */
    public static ParsedStep of(String line, StepScope scope) {
        StepCursor cursor = new StepCursor(line, scope);
        Step step = new StepParser(cursor).read();
        if (!cursor.corrections().isEmpty()) {
            return of(TextEdit.apply(line, cursor.corrections()).strip(), scope);
        }
        List<StepMark> marks = new ArrayList<>(cursor.marks());
        marks.sort(Comparator.comparingInt(mark -> mark.at().start()));
        return new ParsedStep(step, line, marks);
    }

    /** Possible continuations of a typed line; the last word may be incomplete. */
    public static Set<Expectation> expectations(String typed, StepScope scope) {
        StepCursor cursor = new StepCursor(typed, scope);
        try {
            new StepParser(cursor).read();
        } catch (ProblemException unfinished) {
            // A partial line; possible continuations were recorded while parsing.
        }
        return cursor.expectations();
    }
}
