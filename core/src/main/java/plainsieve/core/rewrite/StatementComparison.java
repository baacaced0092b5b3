package plainsieve.core.rewrite;

import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import plainsieve.core.rewrite.edit.SourceText;
import plainsieve.core.sql.Block;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.Condition;
import plainsieve.core.sql.ParameterPlace;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.QueryLevel;
import plainsieve.core.sql.SelectList;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.TokenMap;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.statement.Placement;
import plainsieve.core.statement.SentStatement;

/**
 * Compares a statement with the author's text and the planned changes, token by token. It knows the planned changes, but none of
 * the edits or rules.
 *
 * <ul>
 *   <li>text outside parameterized conditions is equal, token by token;
 *   <li>the trees of AND, OR, NOT and brackets are equal, except for omitted conditions and emptied operators;
 *   <li>a parameterized condition is one condition, or one bracket, that binds those parameters and no other;
 *   <li>a wrapper only selects, groups, sorts and limits; an outer row limit is present.
 * </ul>
 */
final class StatementComparison {
    private static final Set<Placement.Outcome> UNBOUND =
            Set.of(Placement.Outcome.LEFT_OUT, Placement.Outcome.WITHOUT_VALUE, Placement.Outcome.NAMED);

    private final ParsedQuery author;
    private final SourceText sourceText;
    private final Tokens theirs;
    private final SentStatement sent;
    private final Tokens ours;
    private final PlannedChanges plannedChanges;
    private final TokenMap<Clause> theirClauses;
    private final TokenMap<Clause> ourClauses;
    private final TokenMap<Clause> theirLimits;
    private final Set<Condition.Leaf> leavesWithParameters = new HashSet<>();
    private int limitsAdded;
    private int viewFrom = -1;
    private int viewTo = -1;

    StatementComparison(ParsedQuery author, SourceText sourceText, SentStatement sent, PlannedChanges plannedChanges) {
        this.author = author;
        this.sourceText = sourceText;
        this.theirs = author.tokens();
        this.sent = sent;
        this.ours = sent.tokens();
        this.plannedChanges = plannedChanges;
        this.theirClauses = new TokenMap<>(theirs.size());
        this.ourClauses = new TokenMap<>(ours.size());
        this.theirLimits = new TokenMap<>(theirs.size());
        author.conditionClauses().forEach(clause -> theirClauses.put(clause.keyword(), clause));
        sent.query().conditionClauses().forEach(clause -> ourClauses.put(clause.keyword(), clause));
        author.limitClauses().forEach(clause -> theirLimits.put(clause.keyword(), clause));
        author.parameters().forEach(place -> place.leaf().ifPresent(leavesWithParameters::add));
    }

    boolean holds() {
        QueryLevel top = sent.query().top();
        Optional<Span> inner =
                switch (plannedChanges.view()) {
                    case NONE -> Optional.of(top.span());
                    case AROUND -> inner(top);
                    case IN_PLACE -> beforeView(top);
                };
        boolean limited = !plannedChanges.limited()
                || top.tail().stream()
                        .anyMatch(clause -> clause.kind() == Clause.Kind.LIMIT || clause.kind() == Clause.Kind.FETCH);
        return sent.bindsEachValueOnce()
                && limited
                && inner.isPresent()
                && isEqual(author.top().span(), inner.get())
                && limitsAdded <= 1;
    }

    /** The text inside the wrapper; empty if the query is not a wrapper. */
    private Optional<Span> inner(QueryLevel top) {
        if (top.operands().size() != 1
                || !(top.operands().get(0) instanceof QueryLevel.Operand.Plain plain)
                || plain.block().from().size() != 1
                || !plain.block().from().get(0).alias().equals("matching")) {
            return Optional.empty();
        }
        boolean onlyLooks = plain.block().clauses().stream().allMatch(clause -> switch (clause.kind()) {
            case SELECT, FROM, GROUP_BY -> true;
            default -> false;
        });
        return onlyLooks ? plain.block().from().get(0).query().map(QueryLevel::span) : Optional.empty();
    }

    /**
     * The author's part of a query whose star was replaced by a view: everything before the view's grouping, order and limit.
     * Empty for other queries.
     */
    private Optional<Span> beforeView(QueryLevel top) {
        if (top.operands().size() != 1 || !(top.operands().get(0) instanceof QueryLevel.Operand.Plain plain)) {
            return Optional.empty();
        }
        Block block = plain.block();
        boolean onlyLooks = block.clauses().stream().allMatch(clause -> switch (clause.kind()) {
            case SELECT, FROM, WHERE, GROUP_BY -> true;
            default -> false;
        });
        int end = Stream.concat(block.clause(Clause.Kind.GROUP_BY).stream(), top.tail().stream())
                .mapToInt(Clause::keyword)
                .min()
                .orElse(top.span().to());
        Optional<Span> shown =
                block.clause(Clause.Kind.SELECT).filter(select -> onlyLooks).map(Clause::body);
        shown.ifPresent(items -> {
            viewFrom = items.from();
            viewTo = items.to();
        });
        return shown.map(items -> new Span(top.span().from(), end));
    }

    /** Walks two runs of tokens. */
    private boolean isEqual(Span their, Span our) {
        int a = their.from();
        int b = our.from();
        while (a < their.to() || b < our.to()) {
            int[] next = step(a, their.to(), b, our.to());
            if (next.length == 0) {
                return false;
            }
            a = next[0];
            b = next[1];
        }
        return true;
    }

    private static final int[] DIFFERS = {};

    /** The positions after the next common element; empty if there is none. */
    private int[] step(int a, int aEnd, int b, int bEnd) {
        Optional<Clause> clause = a < aEnd ? theirClauses.at(a) : Optional.empty();
        if (clause.isPresent()) {
            return condition(clause.get(), b, bEnd);
        }
        if (b == viewFrom && a < aEnd && theirs.isSymbol(a, "*")) {
            return new int[] {a + 1, viewTo};
        }
        int filter = emptiedFilter(a, aEnd);
        if (filter > 0) {
            return new int[] {filter, b};
        }
        int left = leftOutClause(a, aEnd, b, bEnd);
        if (left > 0) {
            return new int[] {left, b};
        }
        int added = addedLimit(a, aEnd, b, bEnd);
        if (added > 0) {
            return new int[] {a, added};
        }
        return a < aEnd && b < bEnd && sameToken(a, b) ? new int[] {a + 1, b + 1} : DIFFERS;
    }

    private int[] condition(Clause clause, int b, int bEnd) {
        Optional<ConditionTree> shape = ConditionTree.of(clause.condition().orElseThrow(), plannedChanges.leftOut());
        Optional<Clause> found = b < bEnd ? ourClauses.at(b) : Optional.empty();
        if (shape.isEmpty() && clause.kind() != Clause.Kind.ON) {
            return new int[] {clause.body().to(), b};
        }
        if (found.isEmpty() || found.get().kind() != clause.kind()) {
            return DIFFERS;
        }
        Clause our = found.get();
        boolean same = shape.isEmpty()
                ? text(our.body()).equalsIgnoreCase(sourceText.dialect().trueLiteral())
                : isEqual(
                        shape.get(),
                        ConditionTree.of(our.condition().orElseThrow(), Set.of())
                                .orElseThrow());
        return same ? new int[] {clause.body().to(), our.body().to()} : DIFFERS;
    }

    private String text(Span our) {
        return ours.text().substring(ours.start(our.from()), ours.end(our.to() - 1));
    }

    private boolean isEqual(ConditionTree their, ConditionTree our) {
        if (their.leaf().isPresent()) {
            Condition.Leaf leaf = their.leaf().get();
            return leavesWithParameters.contains(leaf)
                    ? changed(leaf, our)
                    : our.leaf().isPresent() && isEqual(leaf.span(), our.span());
        }
        if (their.word() != our.word() || their.parts().size() != our.parts().size()) {
            return false;
        }
        for (int i = 0; i < their.parts().size(); i++) {
            if (!isEqual(their.parts().get(i), our.parts().get(i))) {
                return false;
            }
        }
        return true;
    }

    /** Whether a condition changed whose parameters should only be bound, apart from an ESCAPE clause of LIKE. */
    private boolean changed(Condition.Leaf leaf, ConditionTree our) {
        boolean onlyBound = author.parametersIn(leaf.span()).stream()
                .allMatch(place -> became(place.token(), Placement.Outcome.BOUND)
                        || became(place.token(), Placement.Outcome.NAMED));
        Span span = our.span();
        boolean escape = span.length() > 2
                && ours.isWord(span.to() - 2, "escape")
                && !theirs.isWord(leaf.span().to() - 2, "escape");
        return onlyBound
                ? our.leaf().isPresent() && isEqual(leaf.span(), new Span(span.from(), span.to() - (escape ? 2 : 0)))
                : bindsTheSame(leaf, span);
    }

    /** Whether the condition binds the same parameters in order of first occurrence. */
    private boolean bindsTheSame(Condition.Leaf leaf, Span our) {
        Set<String> inLeaf = new LinkedHashSet<>();
        Set<String> needed = new HashSet<>();
        for (ParameterPlace place : author.parametersIn(leaf.span())) {
            inLeaf.add(place.name());
            boolean bound = plannedChanges
                    .outcomes()
                    .at(place.token())
                    .filter(UNBOUND::contains)
                    .isEmpty();
            if (bound && place.leaf().filter(leaf::equals).isPresent()) {
                needed.add(place.name());
            }
        }
        Set<String> bound = new LinkedHashSet<>();
        for (int i = our.from(); i < our.to(); i++) {
            if (ours.is(i, TokenKind.PARAMETER)) {
                sent.at(i).ifPresent(value -> bound.add(value.parameter()));
            }
        }
        List<String> expected = inLeaf.stream().filter(bound::contains).toList();
        return bound.containsAll(needed) && expected.equals(List.copyOf(bound));
    }

    /** The token after a {@code filter (where …)} that was removed entirely; 0 if there is none. */
    private int emptiedFilter(int a, int aEnd) {
        if (a >= aEnd || !theirs.isWord(a, "filter")) {
            return 0;
        }
        return theirClauses
                .at(a + 2)
                .filter(clause -> clause.kind() == Clause.Kind.FILTER)
                .filter(clause -> ConditionTree.of(clause.condition().orElseThrow(), plannedChanges.leftOut())
                        .isEmpty())
                .map(clause -> clause.body().to() + 1)
                .orElse(0);
    }

    /** The token after a limit that means all rows, or after an order that has no effect under a view; otherwise 0. */
    private int leftOutClause(int a, int aEnd, int b, int bEnd) {
        if (a >= aEnd || (b < bEnd && sameToken(a, b))) {
            return 0;
        }
        Optional<Clause> limit = theirLimits.at(a);
        if (limit.isPresent()) {
            List<ParameterPlace> inLimit = author.parametersIn(limit.get().body());
            boolean all = inLimit.stream().allMatch(place -> became(place.token(), Placement.Outcome.LEFT_OUT));
            return !inLimit.isEmpty() && all ? limit.get().body().to() : 0;
        }
        List<Clause> tail = author.top().tail();
        boolean order = plannedChanges.view() != PlannedChanges.View.NONE
                && tail.size() == 1
                && tail.get(0).kind() == Clause.Kind.ORDER_BY
                && tail.get(0).keyword() == a
                && !picksRowsByOrder();
        return order ? tail.get(0).body().to() : 0;
    }

    private boolean picksRowsByOrder() {
        return author.top().operands().get(0) instanceof QueryLevel.Operand.Plain plain
                && plain.block()
                        .clause(Clause.Kind.SELECT)
                        .filter(select -> SelectList.of(author, select).isDistinctOn())
                        .isPresent();
    }

    /** The token after an added row limit, at the end or before OFFSET; otherwise 0. */
    private int addedLimit(int a, int aEnd, int b, int bEnd) {
        boolean place = plannedChanges.limited()
                && aEnd == author.top().span().to()
                && (a == aEnd || theirs.isWord(a, "offset"));
        if (!place || b >= bEnd) {
            return 0;
        }
        boolean limit = ours.isWord(b, "limit") && isRowCount(b + 1);
        boolean fetch = ours.isWord(b, "fetch") && isRowCount(b + 2) && ours.isWord(b + 4, "only");
        limitsAdded += limit || fetch ? 1 : 0;
        return limit ? b + 2 : fetch ? b + 5 : 0;
    }

    private boolean isRowCount(int token) {
        return ours.is(token, TokenKind.PARAMETER) && sent.isRowCount(token);
    }

    private boolean isInOutermostLimit(int a) {
        return author.top().tail().stream()
                .anyMatch(clause ->
                        clause.kind() != Clause.Kind.ORDER_BY && clause.body().contains(a));
    }

    /** The same token, a parameter and its value or identifier, or a limit and a smaller number. */
    private boolean sameToken(int a, int b) {
        if (theirs.is(a, TokenKind.PARAMETER)) {
            return became(a, Placement.Outcome.NAMED)
                    ? ours.is(b, TokenKind.QUOTED_NAME)
                    : ours.is(b, TokenKind.PARAMETER)
                            && sent.at(b)
                                    .filter(value -> value.parameter().equals(theirs.parameterName(a)))
                                    .isPresent();
        }
        if (ours.is(b, TokenKind.PARAMETER)) {
            return plannedChanges.limited()
                    && theirs.is(a, TokenKind.NUMBER)
                    && isInOutermostLimit(a)
                    && sent.isRowCount(b);
        }
        return theirs.isWrittenAs(a, ours, b);
    }

    private boolean became(int parameter, Placement.Outcome outcome) {
        return plannedChanges.outcomes().at(parameter).filter(outcome::equals).isPresent();
    }
}
