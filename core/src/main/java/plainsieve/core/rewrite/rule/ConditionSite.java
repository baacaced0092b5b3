package plainsieve.core.rewrite.rule;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.sql.Condition;
import plainsieve.core.sql.ParameterPlace;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.Tokens;

/**
 * A condition with its direct parameters; the unit of rewriting and omission.
 *
 * @param span the part of the condition that its shape describes; all of it, except for a filter inside a CASE or before IS TRUE
 * @param places the parameters in that part
 * @param truthTested whether the rest of the condition is a test such as IS TRUE, which stays
 * @param settled the parameters of the enclosing CASE, which have no effect once the choice is known
 */
public record ConditionSite(
        Condition.Leaf condition,
        Span span,
        boolean truthTested,
        ConditionShape shape,
        List<ParameterPlace> places,
        List<ParameterPlace> settled) {
    public ConditionSite {
        places = List.copyOf(places);
        settled = List.copyOf(settled);
    }

    /** Every condition that has parameters directly in it, in written order. */
    public static List<ConditionSite> findAll(ParsedQuery query) {
        Map<Condition.Leaf, List<ParameterPlace>> places = new LinkedHashMap<>();
        for (ParameterPlace place : query.parameters()) {
            if (place.leaf().isPresent()) {
                places.computeIfAbsent(place.leaf().get(), leaf -> new ArrayList<>(2))
                        .add(place);
            }
        }
        List<ConditionSite> sites = new ArrayList<>(places.size());
        places.forEach((leaf, inLeaf) -> sites.add(of(leaf, inLeaf, query.tokens())));
        return List.copyOf(sites);
    }

    private static ConditionSite of(Condition.Leaf leaf, List<ParameterPlace> places, Tokens tokens) {
        Optional<ConditionShape.Membership> compared = CaseFilter.membership(tokens, leaf.span());
        if (compared.isPresent()) {
            Span operand = compared.get().operand();
            return split(leaf, leaf.span(), compared.get(), places, operand);
        }
        Optional<Span> tested = TruthTest.find(tokens, leaf.span());
        if (tested.isPresent()) {
            ConditionShape shape = ShapeReader.read(tokens, tested.get());
            boolean changes = !(shape instanceof ConditionShape.Other);
            return new ConditionSite(leaf, changes ? tested.get() : leaf.span(), true, shape, places, List.of());
        }
        Span filter = CaseFilter.find(tokens, leaf.span()).orElse(leaf.span());
        return split(leaf, filter, ShapeReader.read(tokens, filter), places, filter);
    }

    private static ConditionSite split(
            Condition.Leaf leaf, Span span, ConditionShape shape, List<ParameterPlace> places, Span kept) {
        return new ConditionSite(
                leaf,
                span,
                false,
                shape,
                places.stream().filter(place -> kept.contains(place.token())).toList(),
                places.stream().filter(place -> !kept.contains(place.token())).toList());
    }

    /** Whether the filter is inside a CASE that is removed. */
    public boolean isUnwrapped() {
        return !truthTested && !span.equals(condition.span());
    }
}
