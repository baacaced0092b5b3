package plainsieve.core.pushdown;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.federation.FederatedStatement;
import plainsieve.core.sql.Block;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.Condition;
import plainsieve.core.sql.FromItem;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.QueryLevel;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.statement.SentStatement;
import plainsieve.core.value.Type;

/**
 * Conditions that can be applied at a source part because other rows cannot contribute to the result. The local SQL runs unchanged
 * on the fetched rows, so a part may return more rows than needed, but never fewer.
 *
 * @param tests local conditions on columns of one part
 * @param links columns equal to one of another part in every row derived from both
 */
public record PartPushdown(List<PartCondition> tests, List<KeyDependency> links) {
    /** A condition on a column of one side. */
    public record PartCondition(String part, ColumnConstraint within) {}

    /**
     * Rows of one part are needed only if a column contains a value that a column of another part contains.
     *
     * @param type of both
     */
    public record KeyDependency(String part, String column, String of, String among, Type type) {}

    public PartPushdown {
        tests = List.copyOf(tests);
        links = List.copyOf(links);
    }

    public static PartPushdown of(FederatedStatement sent) {
        SentStatement here =
                SentStatement.read(sent.localSql().text(), sent.localSql().values(), Dialects.HERE);
        return new Finding(here, new PartColumns(here.query(), sent)).found();
    }

    /** Goes through the blocks of the SQL. */
    private static final class Finding {
        private final ParsedQuery query;
        private final Tokens tokens;
        private final BlockJoins blockJoins;
        private final PartColumns columns;
        private final ComparisonReader reader;
        private final List<PartCondition> tests = new ArrayList<>();
        private final Set<KeyDependency> links = new LinkedHashSet<>();

        Finding(SentStatement here, PartColumns columns) {
            this.query = here.query();
            this.tokens = here.tokens();
            this.blockJoins = new BlockJoins(query);
            this.columns = columns;
            this.reader = new ComparisonReader(here);
        }

        PartPushdown found() {
            boolean named =
                    query.levels().stream().anyMatch(level -> !level.with().isEmpty());
            if (!named) {
                query.levels().forEach(this::level);
            }
            return new PartPushdown(tests, List.copyOf(links));
        }

        private void level(QueryLevel level) {
            for (QueryLevel.Operand operand : level.operands()) {
                if (operand instanceof QueryLevel.Operand.Plain plain && blockJoins.arePlain(plain.block())) {
                    block(plain.block());
                }
            }
        }

        private void block(Block block) {
            for (Clause on : query.conditionClauses()) {
                if (on.kind() == Clause.Kind.ON) {
                    blockJoins.joined(block, on).ifPresent(item -> on.condition()
                            .ifPresent(condition -> conjuncts(condition).forEach(leaf -> equality(block, leaf)
                                    .filter(pair -> pair.has(item))
                                    .ifPresent(pair -> pair.ofJoin(item, blockJoins.isKept(item))))));
                }
            }
            block.clause(Clause.Kind.WHERE).flatMap(Clause::condition).ifPresent(condition -> conditions(condition)
                    .forEach(one -> where(block, one)));
        }

        private static List<Condition> conditions(Condition condition) {
            if (condition instanceof Condition.Parenthesised wrapped) {
                return conditions(wrapped.inner());
            }
            return condition instanceof Condition.Compound joined && !joined.or()
                    ? joined.items().stream()
                            .flatMap(item -> conditions(item).stream())
                            .toList()
                    : List.of(condition);
        }

        private static List<Condition.Leaf> conjuncts(Condition condition) {
            return conditions(condition).stream()
                    .filter(Condition.Leaf.class::isInstance)
                    .map(Condition.Leaf.class::cast)
                    .toList();
        }

        private void where(Block block, Condition condition) {
            boolean not = condition instanceof Condition.Not;
            Condition inner = not ? ((Condition.Not) condition).operand() : condition;
            if (!(inner instanceof Condition.Leaf leaf)) {
                return;
            }
            if (tokens.isWord(leaf.span().from(), "exists")) {
                levelIn(leaf.span()).ifPresent(level -> exists(block, level, not));
                return;
            }
            if (not) {
                return;
            }
            equality(block, leaf).ifPresent(Pair::ofBoth);
            among(block, leaf);
            reader.of(leaf.span(), path -> columns.of(path, block))
                    .filter(test -> test.found().item().reach() == FromItem.Reach.INSIDE)
                    .filter(test -> test.found().through())
                    .ifPresent(test ->
                            tests.add(new PartCondition(test.found().part().name(), test.within())));
        }

        /** {@code exists (select 1 from picked p where p.vessel_id = r.vessel_id)}. */
        private void exists(Block outer, QueryLevel level, boolean not) {
            Optional<Block> inner = plain(level);
            if (inner.isEmpty()) {
                return;
            }
            List<Condition.Leaf> leaves = inner.get()
                    .clause(Clause.Kind.WHERE)
                    .flatMap(Clause::condition)
                    .map(Finding::conjuncts)
                    .orElse(List.of());
            for (Condition.Leaf leaf : leaves) {
                Optional<Comparison> equal = equal(leaf);
                for (Span[] sides : equal.map(Finding::bothWays).orElse(List.of())) {
                    boolean across = columns.speaksOf(sides[0], inner.get())
                            && !columns.speaksOf(sides[1], inner.get())
                            && columns.speaksOf(sides[1], outer);
                    Optional<PartColumns.PartColumn> theirs = columns.of(sides[0], inner.get());
                    Optional<PartColumns.PartColumn> ours = columns.of(sides[1], outer);
                    if (across && theirs.isPresent() && ours.isPresent()) {
                        Pair pair = new Pair(ours.get(), theirs.get());
                        pair.narrowsOther();
                        if (!not) {
                            pair.narrowsOne();
                        }
                    }
                }
            }
        }

        /** {@code r.vessel_id in (select p.vessel_id from picked p)}. */
        private void among(Block block, Condition.Leaf leaf) {
            Optional<Comparison> in = Comparison.of(tokens, leaf.span())
                    .filter(found -> found.kind() == Comparison.Kind.IN && !found.negatedWord());
            Optional<QueryLevel> level = in.flatMap(found -> levelIn(found.right()));
            Optional<Block> inner = level.flatMap(this::plain);
            if (inner.isEmpty()) {
                return;
            }
            Optional<PartColumns.PartColumn> ours = columns.of(in.get().left(), block);
            Optional<PartColumns.PartColumn> theirs = inner.get()
                    .clause(Clause.Kind.SELECT)
                    .map(Clause::body)
                    .map(body -> tokens.isWord(body.from(), "distinct") ? new Span(body.from() + 1, body.to()) : body)
                    .flatMap(body -> columns.of(body, inner.get()));
            if (ours.isPresent() && theirs.isPresent()) {
                Pair pair = new Pair(ours.get(), theirs.get());
                pair.narrowsOne();
                pair.narrowsOther();
            }
        }

        /** The query in the brackets. */
        private Optional<QueryLevel> levelIn(Span span) {
            return query.levels().stream()
                    .filter(level -> span.contains(level.span().from())
                            && level.span().to() == span.to() - 1
                            && tokens.isBracket(level.span().from() - 1, '('))
                    .max((one, other) ->
                            Integer.compare(one.span().length(), other.span().length()));
        }

        /** A query that only tests rows, each on its own. */
        private Optional<Block> plain(QueryLevel level) {
            boolean simple = level.tail().isEmpty()
                    && level.operands().size() == 1
                    && level.operands().get(0) instanceof QueryLevel.Operand.Plain plain
                    && plain.block().clauses().stream()
                            .allMatch(clause -> clause.kind() == Clause.Kind.SELECT
                                    || clause.kind() == Clause.Kind.FROM
                                    || clause.kind() == Clause.Kind.WHERE)
                    && blockJoins.arePlain(plain.block());
            return simple
                    ? Optional.of(((QueryLevel.Operand.Plain) level.operands().get(0)).block())
                    : Optional.empty();
        }

        private Optional<Comparison> equal(Condition.Leaf leaf) {
            return Comparison.of(tokens, leaf.span())
                    .filter(found -> found.kind() == Comparison.Kind.EQUAL && !found.negatedWord());
        }

        private static List<Span[]> bothWays(Comparison comparison) {
            return List.of(
                    new Span[] {comparison.left(), comparison.right()},
                    new Span[] {comparison.right(), comparison.left()});
        }

        private Optional<Pair> equality(Block block, Condition.Leaf leaf) {
            return equal(leaf).flatMap(found -> columns.of(found.left(), block)
                    .flatMap(one -> columns.of(found.right(), block).map(other -> new Pair(one, other))));
        }

        /** Two columns that are equal. */
        private final class Pair {
            private final PartColumns.PartColumn one;
            private final PartColumns.PartColumn other;

            Pair(PartColumns.PartColumn one, PartColumns.PartColumn other) {
                this.one = one;
                this.other = other;
            }

            boolean has(FromItem item) {
                return (one.item() == item) != (other.item() == item);
            }

            /** Unmatched rows of the joined item are not needed; those of the other side only if no outer join keeps them. */
            void ofJoin(FromItem item, boolean kept) {
                boolean joinedIsOne = one.item() == item;
                if (joinedIsOne || !kept) {
                    narrowsOne();
                }
                if (!joinedIsOne || !kept) {
                    narrowsOther();
                }
            }

            void ofBoth() {
                narrowsOne();
                narrowsOther();
            }

            void narrowsOne() {
                link(one, other);
            }

            void narrowsOther() {
                link(other, one);
            }

            private void link(PartColumns.PartColumn narrowed, PartColumns.PartColumn by) {
                boolean alike = narrowed.type() == by.type() && ColumnConstraint.isEqualEverywhere(narrowed.type());
                if (alike && narrowed.through() && !narrowed.part().equals(by.part())) {
                    links.add(new KeyDependency(
                            narrowed.part().name(), narrowed.column(), by.part().name(), by.column(), narrowed.type()));
                }
            }
        }
    }
}
