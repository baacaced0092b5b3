package plainsieve.core.rewrite;

import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import plainsieve.core.rewrite.edit.Edit;
import plainsieve.core.rewrite.edit.EditedText;
import plainsieve.core.rewrite.edit.OverlappingEditsException;
import plainsieve.core.rewrite.edit.SourceText;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.SentStatement;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.TextLocation;

/**
 * Parses every rewritten statement again, independently of the rules, and rejects one that differs from the {@link
 * StatementComparison planned changes}.
 *
 * <p>The text depends only on which parameters are blank and how long lists are, so few distinct texts occur:
 * verified ones are cached, each with its bindings.
 */
final class StatementCheck {
    private static final int MOST_REMEMBERED = 64;

    private final ParsedQuery query;
    private final SourceText sourceText;
    private final Map<String, List<At>> right = new ConcurrentHashMap<>();

    /** Which parameter is bound at an offset. */
    private record At(String parameter, int offset) {
        static At of(BoundValue value) {
            return new At(value.parameter(), value.offset());
        }

        boolean isOf(BoundValue value) {
            return offset == value.offset() && parameter.equals(value.parameter());
        }
    }

    StatementCheck(ParsedQuery query, SourceText sourceText) {
        this.query = query;
        this.sourceText = sourceText;
    }

    /** The text with its edits. Throws where two of them would change the same, each in its own way. */
    EditedText edited(List<Edit> edits) {
        try {
            return EditedText.of(query.text(), edits);
        } catch (OverlappingEditsException e) {
            throw unsound(TextLocation.of(query.text(), e.offset(), e.offset()));
        }
    }

    void check(EditedText edited, PlannedChanges plannedChanges) {
        if (isRemembered(edited)) {
            return;
        }
        if (!isSound(edited, plannedChanges)) {
            throw unsound(TextLocation.of(edited.text(), 0, 0));
        }
        if (right.size() >= MOST_REMEMBERED) {
            right.clear();
        }
        right.put(edited.text(), edited.values().stream().map(At::of).toList());
    }

    private boolean isRemembered(EditedText edited) {
        List<At> known = right.get(edited.text());
        List<BoundValue> values = edited.values();
        if (known == null || known.size() != values.size()) {
            return false;
        }
        for (int i = 0; i < values.size(); i++) {
            if (!known.get(i).isOf(values.get(i))) {
                return false;
            }
        }
        return true;
    }

    private boolean isSound(EditedText edited, PlannedChanges plannedChanges) {
        try {
            SentStatement sent = SentStatement.read(edited.text(), edited.values(), sourceText.dialect());
            return new StatementComparison(query, sourceText, sent, plannedChanges).holds();
        } catch (ProblemException e) {
            // An unparsable statement is not what the author wrote.
            return false;
        }
    }

    /** The position is in the statement. */
    private static ProblemException unsound(TextLocation location) {
        return new ProblemException(Problem.of(
                        ProblemKind.VERIFICATION_FAILED,
                        "The rewritten statement failed verification, so it was not sent.",
                        "Rephrase the query near this place, and report this to your administrator.")
                .at(location));
    }
}
