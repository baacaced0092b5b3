package plainsieve.core.rewrite;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import plainsieve.core.rewrite.rule.ConditionShape;
import plainsieve.core.rewrite.rule.ConditionSite;
import plainsieve.core.sql.Block;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.Condition;
import plainsieve.core.sql.FromItem;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.QueryLevel;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.Tokens;

/**
 * Whether every row of a query must satisfy a condition on a parameter, so that it restricts what a viewer can see. True only
 * if the text proves it.
 */
public final class MandatoryCondition {
    private final ParsedQuery query;
    private final Tokens tokens;
    private final String parameter;
    private final Set<Condition.Leaf> narrowing = new HashSet<>();
    /** Guards of optional filters: conditions that disable the filter for a blank choice. */
    private final Set<Condition.Leaf> guards = new HashSet<>();

    private MandatoryCondition(ParsedQuery query, String parameter) {
        this.query = query;
        this.tokens = query.tokens();
        this.parameter = parameter;
        ConditionSite.findAll(query).stream()
                .filter(this::narrows)
                .forEach(conditionSite -> narrowing.add(conditionSite.condition()));
        OptionalFilterFinder.findAll(query).stream()
                .filter(filter -> filter.parameter().equals(parameter))
                .forEach(filter -> guards.addAll(filter.guards()));
    }

    /** The use of parameters by a web service is unknown; results of several sources are not analyzed. */
    public static boolean narrowedBy(PreparedQuery prepared, String parameter) {
        boolean atService = prepared.request()
                .filter(request -> request.parameterNames().contains(parameter))
                .isPresent();
        return atService
                || prepared.sides().isEmpty()
                        && new MandatoryCondition(prepared.query(), parameter)
                                .level(prepared.query().top(), Map.of());
    }

    private boolean mentions(Span span) {
        return query.parametersIn(span).stream().anyMatch(place -> place.name().equals(parameter));
    }

    private boolean narrows(ConditionSite conditionSite) {
        boolean about =
                conditionSite.places().stream().anyMatch(place -> place.name().equals(parameter));
        if (!about || conditionSite.truthTested() || !conditionSite.settled().isEmpty()) {
            return false;
        }
        if (conditionSite.shape() instanceof ConditionShape.Membership membership) {
            return !membership.negated();
        }
        if (conditionSite.shape() instanceof ConditionShape.ItemsOfList list) {
            return !list.negated() && list.items().stream().allMatch(this::mentions);
        }
        if (conditionSite.shape() instanceof ConditionShape.Range range) {
            return !range.negated();
        }
        return Comparison.of(tokens, conditionSite.span())
                .filter(compared -> !compared.negatedWord())
                .filter(compared -> isBound(compared.kind()))
                .isPresent();
    }

    /** Comparisons with a single bound value. */
    private static boolean isBound(Comparison.Kind kind) {
        return switch (kind) {
            case LESS, LESS_OR_EQUAL, GREATER, GREATER_OR_EQUAL, LIKE -> true;
            case EQUAL, NOT_EQUAL, IN, BETWEEN, OTHER -> false;
        };
    }

    /** @param around whether the queries named further out are narrowed, by their names */
    private boolean level(QueryLevel level, Map<String, Boolean> around) {
        Map<String, Boolean> named = new HashMap<>(around);
        for (QueryLevel.NamedQuery one : level.with()) {
            // A recursive query is restricted only by conditions outside of it.
            named.put(name(one.name()), false);
            named.put(name(one.name()), level(one.query(), named));
        }
        List<Boolean> operands = level.operands().stream()
                .map(operand -> operand instanceof QueryLevel.Operand.Plain plain
                        ? block(plain.block(), named)
                        : level(((QueryLevel.Operand.Nested) operand).query(), named))
                .toList();
        boolean union =
                level.operators().stream().anyMatch(operator -> operator.word() == QueryLevel.SetOperator.Word.UNION);
        return union ? operands.stream().allMatch(narrowed -> narrowed) : operands.get(0);
    }

    private boolean block(Block block, Map<String, Boolean> named) {
        boolean read = block.from().stream()
                .anyMatch(item -> item.reach() != FromItem.Reach.NULL_SUPPLIED && item(item, named));
        return read
                || Stream.of(Clause.Kind.WHERE, Clause.Kind.HAVING, Clause.Kind.QUALIFY)
                        .flatMap(kind -> block.clause(kind).flatMap(Clause::condition).stream())
                        .anyMatch(condition -> condition(condition, named))
                || joinsInside(block) && onClauses(block).anyMatch(condition -> condition(condition, named));
    }

    private boolean item(FromItem item, Map<String, Boolean> named) {
        return item.query().isPresent()
                ? level(item.query().get(), named)
                : item.kind() == FromItem.Kind.TABLE
                        && item.name().length() == 1
                        && named.getOrDefault(name(tokens.written(item.name().from())), false);
    }

    /** Without an outer join, ON loses rows as WHERE does. */
    private static boolean joinsInside(Block block) {
        return block.from().stream().allMatch(item -> item.reach() == FromItem.Reach.INSIDE);
    }

    private Stream<Condition> onClauses(Block block) {
        return query.conditionClauses().stream()
                .filter(clause -> clause.kind() == Clause.Kind.ON)
                .filter(clause -> isOf(block, clause.keyword()))
                .flatMap(clause -> clause.condition().stream());
    }

    /** Whether a token is of the block itself, not of a query within it. */
    private boolean isOf(Block block, int token) {
        return block.span().contains(token)
                && query.levels().stream()
                        .noneMatch(level -> level.span().contains(token)
                                && block.span().from() < level.span().from()
                                && level.span().to() <= block.span().to());
    }

    private boolean condition(Condition condition, Map<String, Boolean> named) {
        return condition.accept(new Condition.Visitor<>() {
            @Override
            public Boolean joined(Condition.Compound joined) {
                Stream<Condition> items = joined.items().stream();
                return joined.or()
                        ? items.allMatch(item -> condition(item, named))
                        : items.anyMatch(item -> condition(item, named));
            }

            @Override
            public Boolean not(Condition.Not not) {
                return false;
            }

            @Override
            public Boolean parenthesised(Condition.Parenthesised wrapped) {
                return condition(wrapped.inner(), named);
            }

            @Override
            public Boolean leaf(Condition.Leaf leaf) {
                return guards.contains(leaf) || narrowing.contains(leaf) || isAmongNarrowed(leaf, named);
            }
        });
    }

    /** {@code x in (select … where island = :island)}. EXISTS does not count: whether it references the row is not analyzed. */
    private boolean isAmongNarrowed(Condition.Leaf leaf, Map<String, Boolean> named) {
        return Comparison.of(tokens, leaf.span())
                .filter(compared -> !compared.negatedWord())
                .filter(compared -> compared.kind() == Comparison.Kind.IN || compared.kind() == Comparison.Kind.EQUAL)
                .flatMap(compared -> outermostIn(compared.right()))
                .filter(level -> level(level, named))
                .isPresent();
    }

    private Optional<QueryLevel> outermostIn(Span span) {
        return query.levels().stream()
                .filter(level ->
                        span.from() <= level.span().from() && level.span().to() <= span.to())
                .reduce((inner, outer) -> outer);
    }

    private static String name(String written) {
        return written.replace("\"", "").replace("`", "").toLowerCase(Locale.ROOT);
    }
}
