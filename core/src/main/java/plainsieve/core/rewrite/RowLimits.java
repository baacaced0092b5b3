package plainsieve.core.rewrite;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.ParameterPlace;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.TokenKind;
import plainsieve.core.sql.Tokens;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Value;

/**
 * Rewrites LIMIT, OFFSET and FETCH, and puts the cap on the outermost limit.
 *
 * <pre>
 * limit :n     1000, cap 5000    limit ?   (1000)
 * limit :n     blank, cap 5000   limit ?   (5001; the extra row only tells that there are more)
 * limit 9000         cap 5000    limit ?   (5001)
 * (no limit)         cap 5000    limit ?   (5001)
 * offset :m    blank             (nothing)
 * </pre>
 */
final class RowLimits {
    private final ParsedQuery query;
    private final Source source;
    private final Tokens tokens;

    RowLimits(ParsedQuery query, Source source) {
        this.query = query;
        this.source = source;
        this.tokens = source.tokens();
    }

    /** Edits and what happened to the parameters in limits. */
    record Result(List<Edit> edits, Map<Integer, Placement.Outcome> outcomes) {}

    /**
     * @param cap for the outermost limit of this text; nothing when the text is wrapped and the cap stands outside
     */
    Result apply(Choices choices, Optional<Wanted.Limit> viewLimit, Optional<Long> cap) {
        List<Edit> edits = new ArrayList<>();
        Map<Integer, Placement.Outcome> outcomes = new HashMap<>();
        Optional<Clause> outermost = outermostLimit();
        for (Clause clause : query.limitClauses()) {
            List<ParameterPlace> places = placesIn(clause);
            boolean takesCap =
                    cap.isPresent() && outermost.filter(clause::equals).isPresent();
            if (!places.isEmpty()) {
                boolean gone = places.stream().anyMatch(place -> means(place, choices));
                places.forEach(place ->
                        outcomes.put(place.token(), gone ? Placement.Outcome.LEFT_OUT : Placement.Outcome.LIMITED));
                if (gone && !takesCap) {
                    edits.add(Removal.wholeClause(source, clause));
                    continue;
                }
            }
            places.forEach(place -> edits.add(bind(place, choices, takesCap ? most(viewLimit, cap) : Long.MAX_VALUE)));
            if (takesCap && places.isEmpty()) {
                literal(clause, most(viewLimit, cap)).ifPresent(edits::add);
            }
        }
        if (cap.isPresent() && outermost.isEmpty()) {
            edits.add(Edit.insertBetweenClauses(
                    placeForLimit(), ViewOnTop.limit(Fragment.build(), viewLimit, cap.get())));
        }
        return new Result(edits, outcomes);
    }

    /** Whether the outermost limit is one that the cap can be put into: a number or one parameter. */
    boolean canTakeCap() {
        return outermostLimit()
                .map(clause -> amountToken(clause).isPresent() && !endsWithTies(clause))
                .orElse(true);
    }

    private static long most(Optional<Wanted.Limit> viewLimit, Optional<Long> cap) {
        long capped = cap.orElseThrow() + 1;
        return viewLimit.map(limit -> Math.min(limit.rows(), capped)).orElse(capped);
    }

    private Optional<Clause> outermostLimit() {
        return query.top().tail().stream()
                .filter(clause -> clause.kind() == Clause.Kind.LIMIT || clause.kind() == Clause.Kind.FETCH)
                .findFirst();
    }

    private boolean endsWithTies(Clause clause) {
        return tokens.isWord(clause.body().to() - 1, "ties");
    }

    /** The token with the number of rows, when it is a plain number or parameter and nothing else is said. */
    private Optional<Integer> amountToken(Clause clause) {
        int at = clause.body().from();
        if (clause.kind() == Clause.Kind.FETCH) {
            at++;
        } else if (clause.body().length() != 1) {
            return Optional.empty();
        }
        boolean plain = tokens.is(at, TokenKind.PARAMETER)
                || (tokens.is(at, TokenKind.NUMBER) && tokens.written(at).matches("\\d{1,18}"));
        return plain ? Optional.of(at) : Optional.empty();
    }

    private List<ParameterPlace> placesIn(Clause clause) {
        return query.parameters().stream()
                .filter(place -> place.leaf().isEmpty() && clause.body().contains(place.token()))
                .toList();
    }

    /** Whether the choice means every row: blank, or the parameter's own value for it. */
    private static boolean means(ParameterPlace place, Choices choices) {
        Parameter parameter = choices.parameter(place.name());
        Choice choice = choices.of(place.name());
        if (choice.isBlank()) {
            return parameter.blankRule() != BlankRule.NOT_ALLOWED;
        }
        return parameter.everyRowValue().isPresent()
                && choice instanceof Choice.One one
                && one.value() instanceof Value.Whole number
                && number.number() == parameter.everyRowValue().getAsLong();
    }

    private Edit bind(ParameterPlace place, Choices choices, long most) {
        long rows = means(place, choices) ? most : rows(place, choices);
        return new Edit(
                tokens.start(place.token()),
                tokens.end(place.token()),
                Fragment.bound(place.name(), new Bound.RowCount(Math.min(rows, most))));
    }

    private long rows(ParameterPlace place, Choices choices) {
        if (choices.of(place.name()) instanceof Choice.One one
                && one.value() instanceof Value.Whole number
                && number.number() >= 0) {
            return number.number();
        }
        throw new ProblemException(Problem.of(
                        "bad-row-limit",
                        ":%s stands in a row limit and must be one whole number, 0 or more.".formatted(place.name()),
                        "Make its type integer and choose such a number.")
                .at(tokens.place(place.token()))
                .about(place.name()));
    }

    private Optional<Edit> literal(Clause clause, long most) {
        return amountToken(clause)
                .filter(token -> Long.parseLong(tokens.written(token)) > most)
                .map(token ->
                        new Edit(tokens.start(token), tokens.end(token), Fragment.bound("", new Bound.RowCount(most))));
    }

    /** A limit goes behind ORDER BY and before OFFSET: every database takes that order. */
    private int placeForLimit() {
        return query.top().tail().stream()
                .filter(clause -> clause.kind() == Clause.Kind.OFFSET)
                .findFirst()
                .map(offset -> tokens.end(offset.keyword() - 1))
                .orElseGet(() -> source.end(query.top().span()));
    }
}
