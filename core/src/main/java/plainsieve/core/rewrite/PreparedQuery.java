package plainsieve.core.rewrite;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.Condition;
import plainsieve.core.sql.ParameterPlace;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.value.Nearest;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;

/**
 * A query read once, ready to be rewritten for any choices. Immutable; may be used by many threads.
 *
 * <pre>
 * PreparedQuery late = PreparedQuery.of("select * from crossings where port_id = :port", dialect);
 * Statement statement = late.rewrite(choices, Wanted.allRows(), 1000);
 * </pre>
 */
public final class PreparedQuery {
    /**
     * Idioms come first, because a choice may mean everything by them; halves before leaving out, which would take the
     * whole range; null tests before values, which need some.
     */
    private static final List<ConditionRule> RULES = List.of(
            new ResolveOptionalIdiom(),
            new HalveRange(),
            new LeaveOutCondition(),
            new AskForRowsWithoutValue(),
            new SpreadValues());

    private final ParsedQuery query;
    private final Source source;
    private final List<Site> sites;
    private final Set<Integer> limitTokens;
    private final Map<Integer, Clause> clauseAround;

    private PreparedQuery(ParsedQuery query, Dialect dialect) {
        this.query = query;
        this.source = new Source(query.tokens(), dialect);
        this.sites = sites(query);
        this.clauseAround = limitClausesByToken(query);
        this.limitTokens = clauseAround.keySet();
    }

    /** Reads the author's text. Throws {@link ProblemException} with the place when it is not one reading statement. */
    public static PreparedQuery of(String text, Dialect dialect) {
        return new PreparedQuery(ParsedQuery.parse(text, dialect), dialect);
    }

    public ParsedQuery query() {
        return query;
    }

    /** The names of the parameters in the text, in the order in which they first stand there. */
    public Set<String> parameterNames() {
        Set<String> names = new LinkedHashSet<>();
        query.parameters().forEach(place -> names.add(place.name()));
        return names;
    }

    /** What the author should know about the text. */
    public List<Notice> notices() {
        return query.quotedParameters().stream()
                .map(place -> new Notice(
                        "quoted-parameter",
                        "Inside quotes this is text, not a parameter.",
                        "Take the quotes off: values are bound, they need none.",
                        place))
                .toList();
    }

    /**
     * The statement for these choices.
     *
     * @param cap the most rows to show; the statement asks for one more
     * @throws ProblemException for a parameter that is not defined, or a choice that its place cannot take
     */
    public Statement rewrite(Choices choices, Wanted wanted, long cap) {
        refuseUnknown(choices);
        List<Edit> edits = new ArrayList<>();
        Map<Integer, Placement.Outcome> outcomes = new HashMap<>();
        Set<Condition.Leaf> leftOut = conditions(choices, edits, outcomes);
        outsideConditions(choices, edits, outcomes);
        limits(choices, wanted, cap, edits, outcomes);
        edits.addAll(Removal.of(source, query.conditionClauses(), leftOut));
        EditedText edited = EditedText.of(query.text(), withoutInner(edits));
        StatementCheck.check(edited, source.dialect());
        return new Statement(edited.text(), edited.values(), placements(edited, outcomes, wanted), cap);
    }

    /** Rewrites each condition by the first rule that fires; what no rule touches is bound as it stands. */
    private Set<Condition.Leaf> conditions(
            Choices choices, List<Edit> edits, Map<Integer, Placement.Outcome> outcomes) {
        Set<Condition.Leaf> leftOut = new HashSet<>();
        for (Site site : sites) {
            Optional<Change> change = RULES.stream()
                    .flatMap(rule -> rule.apply(site, choices, source).stream())
                    .findFirst();
            change.ifPresent(c -> {
                edits.addAll(c.edits());
                outcomes.putAll(c.outcomes());
            });
            if (change.filter(Change::leftOut).isPresent()) {
                leftOut.add(site.condition());
                site.places().forEach(place -> outcomes.put(place.token(), Placement.Outcome.LEFT_OUT));
            } else {
                site.places().forEach(place -> bindUnlessDone(place, choices, edits, outcomes));
            }
        }
        return leftOut;
    }

    private void outsideConditions(Choices choices, List<Edit> edits, Map<Integer, Placement.Outcome> outcomes) {
        for (ParameterPlace place : query.parameters()) {
            if (place.leaf().isEmpty() && !limitTokens.contains(place.token())) {
                bindUnlessDone(place, choices, edits, outcomes);
            }
        }
    }

    private void bindUnlessDone(
            ParameterPlace place, Choices choices, List<Edit> edits, Map<Integer, Placement.Outcome> outcomes) {
        if (!outcomes.containsKey(place.token())) {
            edits.add(BindValue.apply(place, choices, source));
            boolean name = choices.parameter(place.name()).type() == plainsieve.core.value.Type.NAME;
            outcomes.put(place.token(), name ? Placement.Outcome.NAMED : Placement.Outcome.BOUND);
        }
    }

    private void limits(
            Choices choices, Wanted wanted, long cap, List<Edit> edits, Map<Integer, Placement.Outcome> outcomes) {
        RowLimits limits = new RowLimits(query, source);
        ViewOnTop top = new ViewOnTop(query, source);
        Optional<Wanted.Limit> own = wanted instanceof Wanted.Rows rows ? rows.limit() : Optional.empty();
        Optional<List<Edit>> around = top.edits(wanted, cap)
                .or(() -> limits.canTakeCap() ? Optional.empty() : Optional.of(top.limitAround(own, cap)));
        RowLimits.Result result = limits.apply(choices, own, around.isPresent() ? Optional.empty() : Optional.of(cap));
        around.ifPresent(edits::addAll);
        edits.addAll(result.edits());
        outcomes.putAll(result.outcomes());
    }

    /** A condition inside one that is left out goes with it, and so do the edits to it. */
    private static List<Edit> withoutInner(List<Edit> edits) {
        List<Edit> removals =
                edits.stream().filter(edit -> edit.end() > edit.start()).toList();
        return edits.stream()
                .filter(edit -> removals.stream().noneMatch(outer -> outer != edit && contains(outer, edit)))
                .toList();
    }

    private static boolean contains(Edit outer, Edit inner) {
        boolean larger = outer.end() - outer.start() > inner.end() - inner.start();
        boolean insertion = inner.start() == inner.end();
        return larger
                && (insertion
                        ? outer.start() < inner.start() && inner.end() < outer.end()
                        : outer.start() <= inner.start() && inner.end() <= outer.end());
    }

    private List<Placement> placements(EditedText edited, Map<Integer, Placement.Outcome> outcomes, Wanted wanted) {
        Map<String, Integer> bound = new HashMap<>();
        edited.values().forEach(value -> bound.merge(value.parameter(), size(value.bound()), Integer::sum));
        List<Placement> placements = new ArrayList<>();
        for (ParameterPlace place : query.parameters()) {
            int from = clauseStart(place);
            int to = clauseEnd(place);
            placements.add(new Placement(
                    place.name(),
                    outcomes.getOrDefault(place.token(), Placement.Outcome.LEFT_OUT),
                    bound.getOrDefault(place.name(), 0),
                    source.tokens().start(place.token()),
                    source.tokens().end(place.token()),
                    from,
                    to,
                    edited.newStart(from),
                    Math.max(edited.newStart(from), edited.newEnd(to))));
        }
        if (wanted instanceof Wanted.Rows rows) {
            rows.limit().ifPresent(limit -> placements.add(viewLimit(edited, limit.parameter())));
        }
        return placements;
    }

    /** The limit of a view stands in the statement only. */
    private static Placement viewLimit(EditedText edited, String parameter) {
        int at = edited.values().stream()
                .filter(value -> value.parameter().equals(parameter))
                .mapToInt(BoundValue::offset)
                .max()
                .orElse(edited.text().length());
        int start = Math.max(0, edited.text().lastIndexOf("limit", at));
        return new Placement(parameter, Placement.Outcome.LIMITED, 1, -1, -1, -1, -1, start, at + 1);
    }

    private static int size(Bound bound) {
        return bound instanceof Bound.Array array ? array.values().size() : 1;
    }

    private int clauseStart(ParameterPlace place) {
        return place.leaf()
                .map(leaf -> source.start(leaf.span()))
                .orElseGet(() -> clauseAround.containsKey(place.token())
                        ? source.tokens().start(clauseAround.get(place.token()).keyword())
                        : source.tokens().start(place.token()));
    }

    private int clauseEnd(ParameterPlace place) {
        return place.leaf()
                .map(leaf -> source.end(leaf.span()))
                .orElseGet(() -> clauseAround.containsKey(place.token())
                        ? source.end(clauseAround.get(place.token()).body())
                        : source.tokens().end(place.token()));
    }

    private void refuseUnknown(Choices choices) {
        List<Problem> problems = query.parameters().stream()
                .filter(place -> !choices.parameters().containsKey(place.name()))
                .map(place -> Problem.of(
                                "unknown-parameter",
                                "There is no parameter :%s.".formatted(place.name()),
                                Nearest.to(place.name(), choices.parameters().keySet())
                                        .map("Did you mean :%s?"::formatted)
                                        .orElse("Make it, or correct the name."))
                        .at(source.tokens().place(place.token()))
                        .about(place.name()))
                .toList();
        if (!problems.isEmpty()) {
            throw new ProblemException(problems);
        }
    }

    private static List<Site> sites(ParsedQuery query) {
        Map<Condition.Leaf, List<ParameterPlace>> places = new LinkedHashMap<>();
        for (ParameterPlace place : query.parameters()) {
            place.leaf().ifPresent(leaf -> places.computeIfAbsent(leaf, l -> new ArrayList<>())
                    .add(place));
        }
        OptionalIdiom.Found idioms = OptionalIdiom.in(query);
        return places.entrySet().stream()
                .map(entry -> new Site(
                        entry.getKey(),
                        ShapeReader.read(query.tokens(), entry.getKey().span()),
                        entry.getValue(),
                        Optional.ofNullable(idioms.guards().get(entry.getKey())),
                        Optional.ofNullable(idioms.filters().get(entry.getKey()))))
                .toList();
    }

    private static Map<Integer, Clause> limitClausesByToken(ParsedQuery query) {
        Map<Integer, Clause> byToken = new HashMap<>();
        for (Clause clause : query.limitClauses()) {
            query.parameters().stream()
                    .filter(place -> place.leaf().isEmpty() && clause.body().contains(place.token()))
                    .forEach(place -> byToken.put(place.token(), clause));
        }
        return byToken;
    }
}
