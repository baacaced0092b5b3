package plainsieve.core.rewrite;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.rewrite.edit.EditedText;
import plainsieve.core.rewrite.edit.SourceText;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.ParameterPlace;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TextEdit;
import plainsieve.core.sql.lexer.TokenMap;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.statement.Placement;

/** The placements of all parameters: source locations and statement positions. */
final class PlacementReport {
    /**
     * @param from the start of the enclosing clause in the rewritten text
     * @param author the place and its clause in the author's text; all -1 for an added filter
     */
    private record Around(ParameterPlace place, int from, int to, Author author) {}

    private record Author(int start, int end, int from, int to) {}

    private final List<Around> places;

    /** @param added the edits that insert filters, in order */
    PlacementReport(ParsedQuery query, SourceText sourceText, RowLimits limits, List<List<TextEdit>> added) {
        List<List<TextEdit>> sorted = added.stream().map(TextEdit::sorted).toList();
        this.places = query.parameters().stream()
                .map(place -> enclosingClause(place, sourceText, limits, sorted))
                .toList();
    }

    private static Around enclosingClause(
            ParameterPlace place, SourceText sourceText, RowLimits limits, List<List<TextEdit>> added) {
        Optional<Span> clause = place.leaf().map(leaf -> leaf.span()).or(() -> limits.clauseAround(place)
                .map(Clause::span));
        int start = sourceText.tokens().start(place.token());
        int end = sourceText.tokens().end(place.token());
        int from = clause.map(sourceText::start).orElse(start);
        int to = clause.map(sourceText::end).orElse(end);
        return new Around(
                place,
                from,
                to,
                new Author(
                        before(start, added),
                        before(end - 1, added) + 1,
                        before(from, added),
                        before(to - 1, added) + 1));
    }

    private static int before(int offset, List<List<TextEdit>> added) {
        int at = offset;
        for (int i = added.size() - 1; i >= 0 && at >= 0; i--) {
            at = TextEdit.before(added.get(i), at);
        }
        return at;
    }

    List<Placement> of(EditedText edited, TokenMap<Placement.Outcome> outcomes, ResultShape shape) {
        Map<String, Integer> bound = countByParameter(edited.values());
        List<Placement> placements = new ArrayList<>(places.size() + 1);
        for (Around around : places) {
            int sentStart = edited.newStart(around.from());
            placements.add(new Placement(
                    around.place().name(),
                    outcomes.at(around.place().token()).orElse(Placement.Outcome.LEFT_OUT),
                    bound.getOrDefault(around.place().name(), 0),
                    around.author().start(),
                    around.author().end(),
                    around.author().from(),
                    around.author().to(),
                    sentStart,
                    Math.max(sentStart, edited.newEnd(around.to()))));
        }
        if (shape instanceof ResultShape.Rows rows) {
            rows.limit().ifPresent(limit -> placements.add(viewLimit(edited, limit.parameter())));
        }
        return placements;
    }

    /** The number of values bound for each parameter; those of a list are consecutive. */
    private static Map<String, Integer> countByParameter(List<BoundValue> values) {
        Map<String, Integer> counts = new HashMap<>();
        String parameter = "";
        int count = 0;
        for (BoundValue value : values) {
            if (!value.parameter().equals(parameter)) {
                counts.merge(parameter, count, Integer::sum);
                parameter = value.parameter();
                count = 0;
            }
            count += size(value.bound());
        }
        counts.merge(parameter, count, Integer::sum);
        return counts;
    }

    /** The limit of a view is in the statement only. */
    private static Placement viewLimit(EditedText edited, String parameter) {
        int at = edited.values().stream()
                .filter(value -> value.parameter().equals(parameter))
                .mapToInt(BoundValue::offset)
                .max()
                .orElse(edited.text().length());
        int start = Math.max(0, edited.text().lastIndexOf("limit", at));
        return new Placement(parameter, Placement.Outcome.LIMITED, 1, -1, -1, -1, -1, start, at + 1);
    }

    private static int size(PlaceholderBinding placeholderBinding) {
        if (placeholderBinding instanceof PlaceholderBinding.Array array) {
            return array.values().size();
        }
        return placeholderBinding instanceof PlaceholderBinding.JsonArray json
                ? json.values().size()
                : 1;
    }
}
