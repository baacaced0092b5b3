package plainsieve.core.evidence;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.request.SentRequest;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.FromItem;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.statement.Placement;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Value;

/**
 * Finds the tests in a plan that evaluate each placement of a statement.
 *
 * <p>Where a plan names placeholders, those decide. Otherwise it shows values: a test belongs to a placement if it is
 * on the same column and one of the values bound there. A value that the database has computed ({@code ? + interval
 * '1 day'}) appears changed; then column and operator decide, if no other condition of the statement has both. Tests
 * found at different steps of a plan, some by index and some not, prove nothing: the verdict is "not known".
 */
public final class Evidence {
    private final Statement statement;
    private final String text;
    private final Dialect dialect;
    private final Plan plan;
    private final ParsedQuery sent;
    private final List<TestedCondition> tests = new ArrayList<>();
    private final List<PlanCondition> sentConditions;
    private final ComputedColumns computed;

    /** A test of the plan and one of its conditions. */
    private record TestedCondition(PlanTest test, PlanCondition condition) {}

    private Evidence(Statement statement, Dialect dialect, Plan plan) {
        this.statement = statement;
        this.dialect = dialect;
        this.plan = plan;
        this.text = withoutPlaceholders(statement);
        this.sent = ParsedQuery.parse(text, dialect);
        for (PlanTest test : plan.tests()) {
            PlanCondition.parseAll(test.condition(), dialect)
                    .forEach(condition -> tests.add(new TestedCondition(test, condition)));
        }
        this.computed = ComputedColumns.of(sent, dialect);
        this.sentConditions = sent.conditionClauses().stream()
                .flatMap(clause -> PlanCondition.parseAll(text(clause), dialect).stream())
                .toList();
    }

    /** The verdict on every placement, in their order. */
    public static List<Verdict> of(Statement statement, Dialect dialect, Plan plan) {
        if (SentRequest.isOne(statement.text())) {
            return RequestEvidence.of(statement, SentRequest.of(statement).sqlStart(), plan);
        }
        Evidence evidence = new Evidence(statement, dialect, plan);
        return statement.placements().stream().map(evidence::verdict).toList();
    }

    /** The statement with a number of the same length for every placeholder, so that every place stays where it is. */
    static String withoutPlaceholders(Statement statement) {
        StringBuilder text = new StringBuilder(statement.text());
        statement.values().forEach(value -> text.setCharAt(value.offset(), '0'));
        return text.toString();
    }

    private String text(Clause clause) {
        Tokens tokens = sent.tokens();
        return tokens.text()
                .substring(
                        tokens.start(clause.body().from()),
                        tokens.end(clause.body().to() - 1));
    }

    private Verdict verdict(Placement placement) {
        return switch (placement.outcome()) {
            case LEFT_OUT -> plain(placement, ExecutionSite.LEFT_OUT);
            case NAMED -> plain(placement, ExecutionSite.AT_SOURCE);
            case LIMITED -> limited(placement);
            default -> isOutsideConditions(placement) ? outside(placement) : condition(placement);
        };
    }

    private static Verdict plain(Placement placement, ExecutionSite executionSite) {
        return new Verdict(placement, executionSite, "", PlanStep.named(""));
    }

    private static boolean isOutsideConditions(Placement placement) {
        return placement.start() >= 0
                && placement.clauseStart() == placement.start()
                && placement.clauseEnd() == placement.end();
    }

    private Verdict outside(Placement placement) {
        return isInLimit(placement) ? limited(placement) : plain(placement, ExecutionSite.AT_SOURCE);
    }

    /** Only the outermost limit of a statement is the limit at the end of a plan. */
    private Verdict limited(Placement placement) {
        return isInLimit(placement)
                ? new Verdict(placement, plan.limit(), plan.limitPlanStep(), PlanStep.named(plan.limitPlanStep()))
                : plain(placement, ExecutionSite.NOT_KNOWN);
    }

    private boolean isInLimit(Placement placement) {
        return sent.top().tail().stream()
                .filter(clause -> clause.kind() == Clause.Kind.LIMIT || clause.kind() == Clause.Kind.FETCH)
                .anyMatch(clause -> {
                    int start = sent.tokens().start(clause.keyword());
                    return start >= placement.sentStart() - 1 && start < placement.sentEnd();
                });
    }

    private Verdict condition(Placement placement) {
        Set<Integer> placeholders = placeholders(placement);
        List<TestedCondition> named = tests.stream()
                .filter(tested -> tested.test().placeholders().stream().anyMatch(placeholders::contains))
                .toList();
        return named.isEmpty() ? bySight(placement) : agreed(placement, named);
    }

    private Verdict bySight(Placement placement) {
        List<PlanCondition> asSent =
                PlanCondition.parseAll(text.substring(placement.sentStart(), placement.sentEnd()), dialect);
        List<TestedCondition> found = found(placement, asSent);
        if (found.isEmpty()) {
            found = found(placement, asSent.stream().flatMap(computed::expanded).toList());
        }
        return agreed(placement, meant(found, asSent));
    }

    private List<TestedCondition> found(Placement placement, List<PlanCondition> asSent) {
        List<Value> values = values(placement);
        List<TestedCondition> found = shown().filter(
                        tested -> asSent.stream().anyMatch(tested.condition()::sharesColumnWith)
                                && values.stream()
                                        .anyMatch(v -> Literals.isOneOf(
                                                v, tested.condition().literals())))
                .toList();
        if (found.isEmpty() && asSent.size() == 1) {
            found = byOperator(asSent.get(0));
        }
        return found.isEmpty() && asSent.size() == 1 ? byColumn(asSent.get(0)) : found;
    }

    private Stream<TestedCondition> shown() {
        return tests.stream().filter(tested -> tested.test().placeholders().isEmpty());
    }

    private List<TestedCondition> byOperator(PlanCondition asSent) {
        long alike = sentConditions.stream()
                .filter(other -> other.operator() == asSent.operator() && other.isAboutSame(asSent))
                .count();
        return alike > 1
                ? List.of()
                : shown().filter(tested -> tested.condition().sharesColumnWith(asSent)
                                && sameOperator(tested.condition().operator(), asSent.operator()))
                        .toList();
    }

    /**
     * A function around the only column of a condition, as in {@code year(departed_at) = 2026}, can show as a range of the
     * column: then every test of the column belongs to it, if no other condition of the statement is about the column.
     */
    private List<TestedCondition> byColumn(PlanCondition asSent) {
        long about = sentConditions.stream()
                .filter(other -> other.sharesColumnWith(asSent))
                .count();
        boolean inFunction = asSent.leftColumn().isEmpty() && asSent.columns().size() == 1;
        return about > 1 || !inFunction
                ? List.of()
                : shown().filter(tested -> tested.condition().columns().equals(asSent.columns()))
                        .toList();
    }

    private static boolean sameOperator(Comparison.Kind planned, Comparison.Kind sent) {
        boolean members = sent == Comparison.Kind.IN && planned == Comparison.Kind.EQUAL;
        return planned == sent || members;
    }

    /** Among several tables with such a column, the one that the condition names; all of them if the plan does not qualify it. */
    private List<TestedCondition> meant(List<TestedCondition> found, List<PlanCondition> asSent) {
        Set<String> tables = new HashSet<>();
        asSent.forEach(condition -> condition.qualifiers().forEach(qualifier -> tables.addAll(tablesOf(qualifier))));
        List<TestedCondition> named = found.stream()
                .filter(tested -> tables.contains(tested.test().step().alias().toLowerCase(Locale.ROOT))
                        || tables.contains(tested.test().step().table().toLowerCase(Locale.ROOT)))
                .toList();
        return named.isEmpty() ? found : named;
    }

    private Set<String> tablesOf(String qualifier) {
        Set<String> names = new HashSet<>(Set.of(qualifier));
        for (FromItem item : sent.fromItems()) {
            if (item.kind() == FromItem.Kind.TABLE && Identifiers.mayBeEqual(item.alias(), qualifier)) {
                names.add(Identifiers.bare(sent.tokens().written(item.name().to() - 1))
                        .toLowerCase(Locale.ROOT));
            }
        }
        return names;
    }

    private static Verdict agreed(Placement placement, List<TestedCondition> found) {
        Set<ExecutionSite> places =
                found.stream().map(tested -> tested.test().where()).collect(Collectors.toSet());
        if (places.size() == 1) {
            PlanTest test = found.get(0).test();
            return new Verdict(placement, test.where(), test.proof(), test.step());
        }
        String proofs =
                found.stream().map(tested -> tested.test().proof()).distinct().collect(Collectors.joining("; "));
        return new Verdict(placement, ExecutionSite.NOT_KNOWN, proofs, PlanStep.named(""));
    }

    private boolean isOf(Placement placement, BoundValue value) {
        return value.parameter().equals(placement.parameter())
                && value.offset() >= placement.sentStart()
                && value.offset() < placement.sentEnd();
    }

    private Set<Integer> placeholders(Placement placement) {
        Set<Integer> numbers = new HashSet<>();
        for (int i = 0; i < statement.values().size(); i++) {
            if (isOf(placement, statement.values().get(i))) {
                numbers.add(i + 1);
            }
        }
        return numbers;
    }

    private List<Value> values(Placement placement) {
        List<Value> values = new ArrayList<>();
        for (BoundValue value : statement.values()) {
            if (isOf(placement, value)) {
                PlaceholderBinding placeholderBinding = value.bound();
                if (placeholderBinding instanceof PlaceholderBinding.Single single) {
                    values.add(single.value());
                } else if (placeholderBinding instanceof PlaceholderBinding.Array array) {
                    values.addAll(array.values());
                } else if (placeholderBinding instanceof PlaceholderBinding.JsonArray json) {
                    values.addAll(json.values());
                }
            }
        }
        return values;
    }
}
