package plainsieve.core.request.odata;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import plainsieve.core.sql.Condition;

/** Says a condition in the words of OData, so that it holds at the service wherever it holds in SQL; nothing when it cannot. */
final class ConditionFilter implements Condition.Visitor<Optional<FilterText>> {
    private final LeafFilter leaves;

    ConditionFilter(LeafFilter leaves) {
        this.leaves = leaves;
    }

    /** Of some that are joined by AND those that can be said are enough. */
    @Override
    public Optional<FilterText> joined(Condition.Joined joined) {
        List<FilterText> said = new ArrayList<>();
        for (Condition item : joined.items()) {
            Optional<FilterText> text = item.accept(this);
            if (text.isEmpty() && joined.or()) {
                return Optional.empty();
            }
            text.ifPresent(said::add);
        }
        boolean all = said.size() == joined.items().size();
        return FilterText.joined(said, joined.or() ? "or" : "and")
                .map(text -> all ? text : FilterText.atLeast(text.text()));
    }

    /** What holds for more rows holds, turned round, for fewer. */
    @Override
    public Optional<FilterText> not(Condition.Not not) {
        return not.operand()
                .accept(this)
                .filter(FilterText::exact)
                .map(text -> FilterText.atLeast("not (" + text.text() + ")"));
    }

    @Override
    public Optional<FilterText> parenthesised(Condition.Parenthesised wrapped) {
        return wrapped.inner().accept(this);
    }

    @Override
    public Optional<FilterText> leaf(Condition.Leaf leaf) {
        return leaves.of(leaf.span());
    }
}
