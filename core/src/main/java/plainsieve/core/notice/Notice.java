package plainsieve.core.notice;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import plainsieve.core.sql.lexer.TextEdit;
import plainsieve.core.value.TextLocation;

/**
 * Something the author should know about a query.
 *
 * @param kind a stable keyword for programs, such as {@code date-compared-with-timestamp}
 * @param message the problem, one sentence
 * @param advice the remedy, one sentence
 * @param place the position in the text; empty if it concerns the whole
 * @param parameter the affected parameter
 * @param fixes edits that fix it: one safe rewrite, or one per interpretation
 * @param blocks whether the database would reject the statement, so that it is not sent
 */
public record Notice(
        NoticeKind kind,
        String message,
        String advice,
        Optional<TextLocation> place,
        Optional<String> parameter,
        List<Fix> fixes,
        boolean blocks) {

    public Notice {
        fixes = List.copyOf(fixes);
    }

    /**
     * A safe rewrite of the text, or a change of the parameter.
     *
     * @param label the label of its button
     * @param change nothing when the text is rewritten
     */
    public record Fix(String label, List<TextEdit> edits, Optional<ParameterChange> change) {
        public Fix {
            edits = List.copyOf(edits);
        }
    }

    /** A change of the affected parameter's sentence. @param mark the mark to change: type, blank */
    public record ParameterChange(String mark, String taken) {}

    static Notice of(NoticeKind kind, String message, String advice) {
        return new Notice(kind, message, advice, Optional.empty(), Optional.empty(), List.of(), false);
    }

    Notice at(TextLocation where) {
        return new Notice(kind, message, advice, Optional.of(where), parameter, fixes, blocks);
    }

    Notice about(String name) {
        return new Notice(kind, message, advice, place, Optional.of(name), fixes, blocks);
    }

    Notice fixedBy(String label, TextEdit... edits) {
        return with(new Fix(label, List.of(edits), Optional.empty()));
    }

    /** @param mark the mark of the parameter's sentence to change */
    Notice fixedBy(String label, String mark, String taken) {
        return with(new Fix(label, List.of(), Optional.of(new ParameterChange(mark, taken))));
    }

    private Notice with(Fix another) {
        List<Fix> all = new ArrayList<>(fixes);
        all.add(another);
        return new Notice(kind, message, advice, place, parameter, all, blocks);
    }

    Notice blocking() {
        return new Notice(kind, message, advice, place, parameter, fixes, true);
    }

    /** The notice of a part of a text, with positions in the whole text; fixes still refer to the part. */
    public Notice shiftedInto(String whole, int start) {
        return new Notice(
                kind,
                message,
                advice,
                place.map(found -> TextLocation.of(whole, found.start() + start, found.end() + start)),
                parameter,
                List.of(),
                blocks);
    }
}
