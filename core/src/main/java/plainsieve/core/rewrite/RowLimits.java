package plainsieve.core.rewrite;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.stream.Collectors;
import plainsieve.core.dialect.SqlFeature;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.edit.ConditionRemoval;
import plainsieve.core.rewrite.edit.Edit;
import plainsieve.core.rewrite.edit.Fragment;
import plainsieve.core.rewrite.edit.SourceText;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.ParameterPlace;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.QueryLevel;
import plainsieve.core.sql.lexer.TextEdit;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.statement.Placement;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Value;

/**
 * Rewrites LIMIT, OFFSET and FETCH, and applies the row limit to the outermost one.
 *
 * <pre>
 * limit :n     1000, cap 5000    limit ?   (1000)
 * limit :n     blank, cap 5000    limit ?   (5001; the extra row indicates that there are more)
 * limit 9000         cap 5000    limit ?   (5001)
 * (no limit)         cap 5000    limit ?   (5001)
 * limit :n     blank, no cap     (nothing)
 * offset :m    blank             (nothing)
 * limit :m, :n both blank        limit ?, ?   (0 and more than exist)
 * </pre>
 */
final class RowLimits {
    private static final long MORE_THAN_THERE_ARE = Long.MAX_VALUE;

    private final ParsedQuery query;
    private final SourceText sourceText;
    private final Tokens tokens;
    private final Map<Integer, Clause> clauseByToken = new HashMap<>();
    private final Map<Integer, List<ParameterPlace>> placesByClause;

    RowLimits(ParsedQuery query, SourceText sourceText) {
        this.query = query;
        this.sourceText = sourceText;
        this.tokens = sourceText.tokens();
        for (Clause clause : query.limitClauses()) {
            for (int i = clause.body().from(); i < clause.body().to(); i++) {
                if (tokens.is(i, TokenKind.PARAMETER)) {
                    clauseByToken.put(i, clause);
                }
            }
        }
        this.placesByClause = query.parameters().stream()
                .filter(place -> clauseAround(place).isPresent())
                .collect(Collectors.groupingBy(
                        place -> clauseByToken.get(place.token()).keyword()));
    }

    /** The maximum number of rows of the outermost level, and its parameter; empty for the row limit of the server. */
    record OutermostLimit(String parameter, long rows) {}

    /** The outer limit: the view's own limit, or the row limit plus one, whichever is smaller. */
    static Optional<OutermostLimit> most(ResultShape shape, long cap) {
        Optional<ResultShape.Limit> view = shape instanceof ResultShape.Rows rows ? rows.limit() : Optional.empty();
        long capped = cap == Statement.NO_CAP ? MORE_THAN_THERE_ARE : cap + 1;
        if (view.isPresent()) {
            return Optional.of(new OutermostLimit(
                    view.get().parameter(), Math.min(view.get().rows(), capped)));
        }
        return cap == Statement.NO_CAP ? Optional.empty() : Optional.of(new OutermostLimit("", capped));
    }

    /** The limit clause that contains a parameter, unless it is in a condition of a subquery there. */
    Optional<Clause> clauseAround(ParameterPlace place) {
        return place.leaf().isPresent() ? Optional.empty() : Optional.ofNullable(clauseByToken.get(place.token()));
    }

    /** @param most for the outermost limit of this text; nothing when the text is wrapped and the limit is outside */
    void apply(Choices choices, Optional<OutermostLimit> most, ChoiceRewriter into) {
        Optional<Clause> outermost = most.flatMap(m -> outermostLimit());
        for (Clause clause : query.limitClauses()) {
            boolean takesMost = outermost.filter(clause::equals).isPresent();
            List<ParameterPlace> places = placesIn(clause);
            if (places.isEmpty()) {
                if (takesMost) {
                    literal(clause, most.get(), into);
                }
                continue;
            }
            boolean every = places.stream().allMatch(place -> meansEvery(place, choices));
            places.forEach(place -> into.outcomes.put(
                    place.token(),
                    meansEvery(place, choices) ? Placement.Outcome.LEFT_OUT : Placement.Outcome.LIMITED));
            if (every && !takesMost && !isNeeded(clause)) {
                into.edits.add(ConditionRemoval.wholeClause(sourceText, clause));
            } else {
                long rows = takesMost ? most.get().rows() : MORE_THAN_THERE_ARE;
                places.forEach(place -> bind(place, clause, choices, rows, into));
                if (takesMost) {
                    literal(clause, most.get(), into);
                }
            }
        }
        if (most.isPresent() && outermost.isEmpty()) {
            add(most.get(), into);
        }
    }

    /** The outermost limit of the text; empty without one. */
    Optional<AuthorLimit> authorLimit() {
        return outermostLimit().map(clause -> {
            Optional<Integer> amount = amountToken(clause);
            Optional<String> parameter = placesIn(clause).stream()
                    .filter(place ->
                            amount.filter(token -> token == place.token()).isPresent())
                    .map(ParameterPlace::name)
                    .findFirst();
            boolean number =
                    amount.filter(token -> tokens.is(token, TokenKind.NUMBER)).isPresent()
                            && tokens.written(amount.get()).matches("\\d{1,18}");
            return new AuthorLimit(
                    parameter,
                    number ? OptionalLong.of(Long.parseLong(tokens.written(amount.get()))) : OptionalLong.empty());
        });
    }

    /** The text without its outermost limit; empty without a literal or parameter limit, or with an offset. */
    Optional<String> textWithoutOwn() {
        boolean offset = query.top().tailClause(Clause.Kind.OFFSET).isPresent();
        return outermostLimit()
                .filter(clause -> !offset && !isOffsetAndAmount(clause) && !endsWithTies(clause))
                .filter(clause -> amountToken(clause).isPresent())
                .map(clause -> {
                    int start = tokens.end(clause.keyword() - 1);
                    int end = tokens.end(clause.body().to() - 1);
                    return TextEdit.apply(tokens.text(), List.of(new TextEdit(start, end, "")));
                });
    }

    /** Whether the outermost limit can be replaced: a literal or a parameter. */
    boolean canTakeMost() {
        boolean valuesAlone = !sourceText.dialect().has(SqlFeature.LIMIT_AFTER_VALUES) && endsWithValues();
        return !valuesAlone
                && outermostLimit()
                        .map(clause -> amountToken(clause).isPresent() && !endsWithTies(clause))
                        .orElse(true);
    }

    private boolean endsWithValues() {
        List<QueryLevel.Operand> operands = query.top().operands();
        return operands.get(operands.size() - 1) instanceof QueryLevel.Operand.Plain plain
                && plain.block().clause(Clause.Kind.VALUES).isPresent();
    }

    private Optional<Clause> outermostLimit() {
        return query.top().tail().stream()
                .filter(clause -> clause.kind() == Clause.Kind.LIMIT || clause.kind() == Clause.Kind.FETCH)
                .findFirst();
    }

    private boolean endsWithTies(Clause clause) {
        return tokens.isWord(clause.body().to() - 1, "ties");
    }

    /** The token of the row count if the clause contains only a literal or parameter. */
    private Optional<Integer> amountToken(Clause clause) {
        int at = clause.body().from();
        if (clause.kind() == Clause.Kind.FETCH) {
            at++;
        } else if (isOffsetAndAmount(clause)) {
            at += 2;
        } else if (clause.body().length() != 1) {
            return Optional.empty();
        }
        boolean plain = tokens.is(at, TokenKind.PARAMETER)
                || (tokens.is(at, TokenKind.NUMBER) && tokens.written(at).matches("\\d{1,18}"));
        return plain ? Optional.of(at) : Optional.empty();
    }

    /** {@code limit offset, amount}. */
    private boolean isOffsetAndAmount(Clause clause) {
        return clause.kind() == Clause.Kind.LIMIT
                && clause.body().length() == 3
                && tokens.is(clause.body().from() + 1, TokenKind.COMMA);
    }

    /** Whether something after the limit cannot be without it. */
    private boolean isNeeded(Clause clause) {
        boolean offsetFollows = tokens.isWord(clause.body().to(), "offset");
        return isOffsetAndAmount(clause)
                || (clause.kind() == Clause.Kind.LIMIT
                        && offsetFollows
                        && sourceText.dialect().has(SqlFeature.OFFSET_NEEDS_LIMIT));
    }

    private List<ParameterPlace> placesIn(Clause clause) {
        return placesByClause.getOrDefault(clause.keyword(), List.of());
    }

    /** Whether the choice means all rows: blank, or the parameter's own value for it. */
    private static boolean meansEvery(ParameterPlace place, Choices choices) {
        Parameter parameter = choices.parameter(place.name());
        Choice choice = choices.of(place.name());
        if (choice.isBlank()) {
            return parameter.blankRule() != BlankRule.NOT_ALLOWED;
        }
        return parameter.unlimitedValue().isPresent()
                && choice instanceof Choice.One one
                && one.value() instanceof Value.Whole number
                && number.number() == parameter.unlimitedValue().getAsLong();
    }

    private void bind(ParameterPlace place, Clause clause, Choices choices, long most, ChoiceRewriter into) {
        boolean offset = clause.kind() == Clause.Kind.OFFSET
                || (isOffsetAndAmount(clause) && place.token() == clause.body().from());
        boolean every = meansEvery(place, choices);
        long rows = every ? (offset ? 0 : most) : rows(place, choices);
        into.edits.add(new Edit(
                tokens.start(place.token()),
                tokens.end(place.token()),
                Fragment.bound(place.name(), new PlaceholderBinding.RowCount(offset ? rows : Math.min(rows, most)))));
    }

    private long rows(ParameterPlace place, Choices choices) {
        if (choices.of(place.name()) instanceof Choice.One one
                && one.value() instanceof Value.Whole number
                && number.number() >= 0) {
            return number.number();
        }
        throw new ProblemException(Problem.of(
                        ProblemKind.INVALID_ROW_LIMIT,
                        ":%s is used as a row limit and must be a non-negative integer.".formatted(place.name()),
                        "Change its type to integer and choose such a number.")
                .at(tokens.place(place.token()))
                .about(place.name()));
    }

    private void literal(Clause clause, OutermostLimit most, ChoiceRewriter into) {
        amountToken(clause)
                .filter(token -> tokens.is(token, TokenKind.NUMBER))
                .filter(token -> Long.parseLong(tokens.written(token)) > most.rows())
                .ifPresent(token -> into.edits.add(new Edit(
                        tokens.start(token),
                        tokens.end(token),
                        Fragment.bound(most.parameter(), new PlaceholderBinding.RowCount(most.rows())))));
    }

    /** A limit follows ORDER BY and precedes OFFSET, where the database accepts that; FETCH follows {@code OFFSET n ROWS}. */
    private void add(OutermostLimit most, ChoiceRewriter into) {
        Optional<Clause> offset = query.top().tailClause(Clause.Kind.OFFSET);
        boolean standard = offset.filter(this::countsRows).isPresent();
        boolean before =
                offset.isPresent() && !standard && !sourceText.dialect().has(SqlFeature.LIMIT_AFTER_OFFSET);
        int at = before
                ? tokens.end(offset.get().keyword() - 1)
                : sourceText.end(query.top().span());
        Fragment.Builder limit = Fragment.build()
                .text(standard ? "\nfetch first " : "\nlimit ")
                .bind(most.parameter(), new PlaceholderBinding.RowCount(most.rows()))
                .text(standard ? " rows only" : "");
        into.edits.add(Edit.insertBetweenClauses(at, limit.done()));
    }

    private boolean countsRows(Clause offset) {
        return tokens.isWord(offset.body().to() - 1, "rows")
                || tokens.isWord(offset.body().to() - 1, "row");
    }
}
