package plainsieve.core.request.odata;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import plainsieve.core.sql.Condition;

/** Translates a condition to OData where it is equivalent; otherwise returns nothing. */
final class ODataConditionWriter implements Condition.Visitor<Optional<ODataFilter>> {
    private final ODataComparisonWriter leaves;

    ODataConditionWriter(ODataComparisonWriter leaves) {
        this.leaves = leaves;
    }

    /** For AND, any translatable operands suffice. */
    @Override
    public Optional<ODataFilter> joined(Condition.Compound joined) {
        List<ODataFilter> said = new ArrayList<>();
        for (Condition item : joined.items()) {
            Optional<ODataFilter> text = item.accept(this);
            if (text.isEmpty() && joined.or()) {
                return Optional.empty();
            }
            text.ifPresent(said::add);
        }
        boolean all = said.size() == joined.items().size();
        return ODataFilter.joined(said, joined.or() ? "or" : "and")
                .map(text -> all ? text : ODataFilter.atLeast(text.text()));
    }

    /** A superset becomes a subset when negated. */
    @Override
    public Optional<ODataFilter> not(Condition.Not not) {
        return not.operand()
                .accept(this)
                .filter(ODataFilter::exact)
                .map(text -> ODataFilter.atLeast("not (" + text.text() + ")"));
    }

    @Override
    public Optional<ODataFilter> parenthesised(Condition.Parenthesised wrapped) {
        return wrapped.inner().accept(this);
    }

    @Override
    public Optional<ODataFilter> leaf(Condition.Leaf leaf) {
        return leaves.of(leaf.span());
    }
}
