package plainsieve.core.notice;

import java.util.List;
import java.util.Optional;
import plainsieve.core.sql.TextEdit;
import plainsieve.core.value.Place;
import plainsieve.core.value.Type;

/**
 * Something the author should know about a query.
 *
 * @param kind a stable word for programs, such as {@code day-against-times}
 * @param message what is so, one sentence
 * @param advice what to do, one sentence
 * @param place where in the text; nothing when it concerns no place
 * @param parameter the parameter it is about
 * @param fix a rewrite that is safe to make
 * @param blocks whether the database would refuse the statement, so that it is not worth a run
 */
public record Notice(
        String kind,
        String message,
        String advice,
        Optional<Place> place,
        Optional<String> parameter,
        Optional<Fix> fix,
        boolean blocks) {

    /**
     * A safe rewrite of the text, or a change of the parameter.
     *
     * @param label what it does, as on a button
     * @param type the type that the parameter gets; nothing when the text is rewritten
     */
    public record Fix(String label, List<TextEdit> edits, Optional<Type> type) {
        public Fix {
            edits = List.copyOf(edits);
        }
    }

    static Notice of(String kind, String message, String advice) {
        return new Notice(kind, message, advice, Optional.empty(), Optional.empty(), Optional.empty(), false);
    }

    Notice at(Place where) {
        return new Notice(kind, message, advice, Optional.of(where), parameter, fix, blocks);
    }

    Notice about(String name) {
        return new Notice(kind, message, advice, place, Optional.of(name), fix, blocks);
    }

    Notice fixedBy(String label, TextEdit... edits) {
        return new Notice(
                kind,
                message,
                advice,
                place,
                parameter,
                Optional.of(new Fix(label, List.of(edits), Optional.empty())),
                blocks);
    }

    Notice mendedBy(Type type) {
        Fix mend = new Fix("Make it a " + type.inWords(), List.of(), Optional.of(type));
        return new Notice(kind, message, advice, place, parameter, Optional.of(mend), blocks);
    }

    Notice blocking() {
        return new Notice(kind, message, advice, place, parameter, fix, true);
    }

    /** The same of a part of a text, told in the whole of it; what would mend it is said of the part alone. */
    public Notice within(String whole, int start) {
        return new Notice(
                kind,
                message,
                advice,
                place.map(found -> Place.in(whole, found.start() + start, found.end() + start)),
                parameter,
                Optional.empty(),
                blocks);
    }
}
