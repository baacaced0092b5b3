package plainsieve.core.request.odata;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.stream.Stream;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.sql.Block;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.Condition;
import plainsieve.core.sql.FromItem;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.QueryLevel;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.statement.SentStatement;
import plainsieve.core.statement.Statement;

/**
 * Determines which parts of a statement an OData service can evaluate on its entity sets. The local SQL runs unchanged on the fetched
 * rows, so the service may return more rows than needed, but never fewer.
 */
public final class ODataPushdown {
    /** A URL length that every server accepts. */
    private static final int LONGEST_FILTER = 6_000;

    private final SentStatement sent;
    private final ParsedQuery query;
    private final Collection<EntitySet> sets;

    private ODataPushdown(SentStatement sent, Collection<EntitySet> sets) {
        this.sent = sent;
        this.query = sent.query();
        this.sets = sets;
    }

    /** The row count that a statement requests; empty if it requests anything else or the service cannot count exactly that. */
    public static Optional<CountRequest> count(Statement statement, Dialect dialect, Collection<EntitySet> sets) {
        SentStatement sent = SentStatement.read(statement.text(), statement.values(), dialect);
        List<EntitySetRequest> all = new ODataPushdown(sent, sets).all();
        return all.size() == 1 && all.get(0).exact()
                ? CountRequest.column(sent).map(column -> new CountRequest(all.get(0), column))
                : Optional.empty();
    }

    /** The request for each entity set that the statement reads, in order of appearance. */
    public static List<EntitySetRequest> of(Statement statement, Dialect dialect, Collection<EntitySet> sets) {
        SentStatement sent = SentStatement.read(statement.text(), statement.values(), dialect);
        return new ODataPushdown(sent, sets).all();
    }

    private List<EntitySetRequest> all() {
        List<EntitySetRequest> all = new ArrayList<>();
        Set<String> done = new HashSet<>();
        for (FromItem item : query.fromItems()) {
            Optional<EntitySet> set = set(item);
            if (set.isPresent() && done.add(set.get().name())) {
                all.add(of(set.get()));
            }
        }
        return all;
    }

    private Optional<EntitySet> set(FromItem item) {
        return item.kind() == FromItem.Kind.TABLE && !isNamedQuery(item)
                ? sets.stream()
                        .filter(set -> set.name().equalsIgnoreCase(name(item)))
                        .findFirst()
                : Optional.empty();
    }

    private String name(FromItem item) {
        return Identifiers.bare(query.tokens().written(item.name().to() - 1));
    }

    private boolean isNamedQuery(FromItem item) {
        return query.levels().stream()
                .flatMap(level -> level.with().stream())
                .anyMatch(named -> Identifiers.bare(named.name()).equalsIgnoreCase(name(item)));
    }

    private EntitySetRequest of(EntitySet set) {
        List<EntitySet.Property> columns = new ReferencedColumns(query).of(set);
        List<FromItem> read = query.fromItems().stream()
                .filter(item -> set(item).filter(set::equals).isPresent())
                .toList();
        // With column aliases, a name refers to another column.
        boolean plain = read.size() == 1
                && read.get(0).reach() == FromItem.Reach.INSIDE
                && read.get(0).columns().isEmpty();
        Optional<Block> block = plain
                ? blocks().filter(one -> one.from().stream().anyMatch(item -> item == read.get(0)))
                        .findFirst()
                : Optional.empty();
        if (block.isEmpty()) {
            return new EntitySetRequest(
                    set, columns, Optional.empty(), Optional.empty(), OptionalLong.empty(), false, Set.of());
        }
        return request(set, columns, block.get(), read.get(0));
    }

    private Stream<Block> blocks() {
        return query.levels().stream()
                .flatMap(level -> level.operands().stream())
                .filter(QueryLevel.Operand.Plain.class::isInstance)
                .map(operand -> ((QueryLevel.Operand.Plain) operand).block());
    }

    private EntitySetRequest request(EntitySet set, List<EntitySet.Property> columns, Block block, FromItem item) {
        Optional<Condition> condition = block.clause(Clause.Kind.WHERE).flatMap(Clause::condition);
        PushedConditions pushed =
                condition.map(found -> pushed(found, set, block, item)).orElse(PushedConditions.NOTHING);
        Optional<ODataPaging> pages = pushed.exact() ? ODataPaging.of(sent, block, set) : Optional.empty();
        return new EntitySetRequest(
                set,
                columns,
                ODataFilter.joined(pushed.texts(), "and").map(ODataFilter::text),
                pages.flatMap(ODataPaging::order),
                pages.map(ODataPaging::needed).orElse(OptionalLong.empty()),
                pushed.exact(),
                pushed.tested());
    }

    /** @param exact whether no condition is left for the local engine alone */
    private record PushedConditions(List<ODataFilter> texts, Set<Integer> tested, boolean exact) {
        static final PushedConditions NOTHING = new PushedConditions(List.of(), Set.of(), true);
    }

    private PushedConditions pushed(Condition condition, EntitySet set, Block block, FromItem item) {
        ODataConditionWriter filter =
                new ODataConditionWriter(new ODataComparisonWriter(sent, path -> property(path, set, block, item)));
        List<Condition> parts =
                condition instanceof Condition.Compound joined && !joined.or() ? joined.items() : List.of(condition);
        List<ODataFilter> texts = new ArrayList<>();
        Set<Integer> tested = new HashSet<>();
        boolean exact = true;
        int length = 0;
        for (Condition part : parts) {
            Optional<ODataFilter> text = part.accept(filter);
            boolean fits = text.isPresent() && length + text.get().text().length() <= LONGEST_FILTER;
            exact &= fits && text.get().exact();
            if (fits) {
                length += text.get().text().length();
                texts.add(text.get());
                tested.addAll(values(part.span()));
            }
        }
        return new PushedConditions(texts, tested, exact);
    }

    private Set<Integer> values(Span span) {
        Set<Integer> numbers = new HashSet<>();
        for (int i = span.from(); i < span.to(); i++) {
            if (sent.tokens().is(i, TokenKind.PARAMETER)) {
                sent.at(i).ifPresent(value -> numbers.add(sent.values().indexOf(value) + 1));
            }
        }
        return numbers;
    }

    /** An unqualified name refers to a column of this set only if it is the only item. */
    private Optional<EntitySet.Property> property(Span path, EntitySet set, Block block, FromItem item) {
        String column = Identifiers.bare(query.tokens().written(path.to() - 1));
        if (path.length() == 1) {
            return block.from().size() == 1 ? set.property(column) : Optional.empty();
        }
        String called = item.alias().isEmpty() ? name(item) : Identifiers.bare(item.alias());
        boolean own = path.length() == 3
                && Identifiers.bare(query.tokens().written(path.from()))
                        .toLowerCase(Locale.ROOT)
                        .equals(called.toLowerCase(Locale.ROOT));
        return own ? set.property(column) : Optional.empty();
    }
}
