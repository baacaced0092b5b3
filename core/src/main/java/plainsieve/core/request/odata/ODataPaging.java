package plainsieve.core.request.odata;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import plainsieve.core.request.RequiredRowCount;
import plainsieve.core.sql.Block;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.QueryLevel;
import plainsieve.core.sql.SelectList;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.statement.SentStatement;

/** The first rows that a statement reads from an entity set, where the service can return exactly these. */
record ODataPaging(Optional<String> order, OptionalLong needed) {
    /** Empty where more than the first rows may be needed. */
    static Optional<ODataPaging> of(SentStatement sent, Block block, EntitySet set) {
        QueryLevel top = sent.query().top();
        boolean alone = top.with().isEmpty()
                && top.operands().size() == 1
                && top.operands().get(0) instanceof QueryLevel.Operand.Plain plain
                && plain.block() == block
                && block.from().size() == 1
                && block.clauses().stream().allMatch(ODataPaging::isPlain)
                && block.clause(Clause.Kind.SELECT)
                        .filter(select -> RequiredRowCount.namesColumns(select.body(), sent.tokens()))
                        .isPresent()
                && top.tail().stream()
                        .allMatch(
                                clause -> clause.kind() == Clause.Kind.LIMIT || clause.kind() == Clause.Kind.ORDER_BY);
        OptionalLong limit = RequiredRowCount.limit(top, sent);
        if (!alone || limit.isEmpty()) {
            return Optional.empty();
        }
        Optional<Clause> order = top.tailClause(Clause.Kind.ORDER_BY);
        return order.isEmpty()
                ? Optional.of(new ODataPaging(Optional.empty(), limit))
                : order(sent.query(), order.get(), set).map(text -> new ODataPaging(Optional.of(text), limit));
    }

    private static boolean isPlain(Clause clause) {
        return clause.kind() == Clause.Kind.SELECT
                || clause.kind() == Clause.Kind.FROM
                || clause.kind() == Clause.Kind.WHERE;
    }

    private static Optional<String> order(ParsedQuery query, Clause clause, EntitySet set) {
        List<String> all = new ArrayList<>();
        for (Span item : SelectList.split(query.tokens(), query.brackets(), clause.body())) {
            boolean down = query.tokens().isWord(item.to() - 1, "desc");
            boolean up = query.tokens().isWord(item.to() - 1, "asc");
            Span path = new Span(item.from(), down || up ? item.to() - 1 : item.to());
            Optional<EntitySet.Property> property = path.length() == 1
                    ? set.property(Identifiers.bare(query.tokens().written(path.from())))
                    : Optional.empty();
            // Services sort nulls first, the local engine sorts them last.
            boolean agreed = property.filter(found -> found.kind().isOrdered() && (down || !found.nullable()))
                    .isPresent();
            if (!agreed) {
                return Optional.empty();
            }
            all.add(property.get().path() + (down ? " desc" : ""));
        }
        return Optional.of(String.join(",", all));
    }
}
