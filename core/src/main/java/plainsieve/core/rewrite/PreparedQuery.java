package plainsieve.core.rewrite;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.catalogue.SourceNames;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.parameter.Choices;
import plainsieve.core.rewrite.edit.Edit;
import plainsieve.core.rewrite.edit.EditedText;
import plainsieve.core.rewrite.edit.Edits;
import plainsieve.core.rewrite.edit.Removal;
import plainsieve.core.rewrite.edit.Source;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.rewrite.filter.FilterPlacement;
import plainsieve.core.rewrite.filter.FilterPlacer;
import plainsieve.core.rewrite.rule.ConditionRule;
import plainsieve.core.rewrite.rule.ConditionShape;
import plainsieve.core.rewrite.rule.Site;
import plainsieve.core.sql.ParameterPlace;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.TextEdit;
import plainsieve.core.statement.Statement;
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
    private final ParsedQuery query;
    private final List<ConditionRule> rules;
    private final Source source;
    private final Added added;
    private final Set<String> names;
    private final List<Site> sites;
    private final List<OptionalFilter> optionalFilters;
    private final RowLimits limits;
    private final List<ParameterPlace> elsewhere;
    private final PlacementReport report;
    private final StatementCheck check;

    /** What was added to the author's text, filter by filter: the edits of each, and where it went. */
    private record Added(List<List<TextEdit>> edits, List<FilterPlacement> placements) {
        private static final Added NOTHING = new Added(List.of(), List.of());

        Added and(FilterPlacer.Placed placed) {
            List<List<TextEdit>> allEdits = new ArrayList<>(edits);
            allEdits.add(placed.edits());
            List<FilterPlacement> all = new ArrayList<>(placements);
            all.add(placed.placement());
            return new Added(List.copyOf(allEdits), List.copyOf(all));
        }
    }

    private PreparedQuery(ParsedQuery query, Dialect dialect, Added added, List<ConditionRule> rules) {
        this.rules = rules;
        this.query = query;
        this.added = added;
        this.source = new Source(query.tokens(), dialect);
        this.names = query.parameterNames();
        this.sites = Site.in(query);
        this.optionalFilters = OptionalFilters.in(query);
        this.limits = new RowLimits(query, source);
        this.elsewhere = query.parameters().stream()
                .filter(place ->
                        place.leaf().isEmpty() && limits.clauseAround(place).isEmpty())
                .toList();
        this.report = new PlacementReport(query, source, limits, added.edits());
        this.check = new StatementCheck(query, source);
    }

    /** Reads the author's text. Throws {@link ProblemException} with the place when it is not one reading statement. */
    public static PreparedQuery of(String text, Dialect dialect) {
        return new PreparedQuery(ParsedQuery.parse(text, dialect), dialect, Added.NOTHING, Rewriting.RULES);
    }

    /** The same query rewritten by other rules, so that a test can let one do wrong. */
    PreparedQuery by(List<ConditionRule> others) {
        return new PreparedQuery(query, dialect(), added, others);
    }

    /**
     * The same query with filters on its output columns, each in the innermost block in which it is legal. Their
     * parameters are chosen like any other; places in the author's text are still told as they are there.
     *
     * @throws ProblemException when the text shows that there is no such column
     */
    public PreparedQuery with(List<AddedFilter> filters) {
        return with(filters, SourceNames.none());
    }

    /** The same; @param names what the source says of its names, with which more filters go further in */
    public PreparedQuery with(List<AddedFilter> filters, SourceNames names) {
        PreparedQuery filtered = this;
        for (AddedFilter filter : filters) {
            FilterPlacer.Placed placed = FilterPlacer.place(filtered.query, dialect(), names, filter);
            String text = TextEdit.apply(filtered.query.text(), placed.edits());
            filtered =
                    new PreparedQuery(ParsedQuery.parse(text, dialect()), dialect(), filtered.added.and(placed), rules);
        }
        return filtered;
    }

    /** Where each added filter went, in the order in which they were added. */
    public List<FilterPlacement> filterPlacements() {
        return added.placements();
    }

    public ParsedQuery query() {
        return query;
    }

    public Dialect dialect() {
        return source.dialect();
    }

    /** The tokens of parameters at which several values can stand. */
    public static Set<Integer> placesForMany(ParsedQuery query) {
        Set<Integer> places = new HashSet<>();
        for (Site site : Site.in(query)) {
            boolean roomy = site.shape() instanceof ConditionShape.Membership
                    || site.shape() instanceof ConditionShape.ItemsOfList;
            if (roomy) {
                site.places().forEach(place -> places.add(place.token()));
            }
            site.settled().forEach(place -> places.add(place.token()));
        }
        OptionalFilters.in(query).stream()
                .flatMap(filter -> filter.guards().stream())
                .flatMap(guard -> query.parametersIn(guard.span()).stream())
                .forEach(place -> places.add(place.token()));
        return places;
    }

    /** The names of the parameters in the text, in the order in which they first stand there. */
    public Set<String> parameterNames() {
        return names;
    }

    /**
     * The statement for these choices.
     *
     * @param cap the most rows to show, for which the statement asks for one more; or {@link Statement#NO_CAP}
     * @throws ProblemException for a parameter that is not defined, or a choice that its place cannot take
     */
    public Statement rewrite(Choices choices, Wanted wanted, long cap) {
        if (!choices.parameters().keySet().containsAll(names)) {
            throw unknown(choices);
        }
        Rewriting rewriting = new Rewriting(rules, choices, source);
        rewriting.settle(optionalFilters);
        rewriting.conditions(sites);
        elsewhere.forEach(rewriting::bind);
        Planned.View view = limitsAndView(rewriting, choices, wanted, cap);
        rewriting.edits.addAll(Removal.of(source, query.conditionClauses(), rewriting.leftOut));
        behindStatement().ifPresent(rewriting.edits::add);
        EditedText edited = check.edited(Edits.outermost(rewriting.edits));
        boolean limited = RowLimits.most(wanted, cap).isPresent() && !isOneRow(wanted);
        check.check(edited, new Planned(rewriting.leftOut, rewriting.outcomes, view, limited));
        return new Statement(edited.text(), edited.values(), report.of(edited, rewriting.outcomes, wanted), cap);
    }

    /** Some servers take a comment behind the semicolon for a second statement; the semicolon goes with it. */
    private Optional<Edit> behindStatement() {
        int semicolon = query.top().span().to();
        boolean more = semicolon < source.tokens().size()
                && !query.text().substring(source.tokens().end(semicolon)).isBlank();
        return more
                ? Optional.of(Edit.remove(
                        source.tokens().start(semicolon), query.text().length()))
                : Optional.empty();
    }

    /** A view on top takes the limit outside; so does a limit of the text that no number can be put into. @return where the view is put */
    private Planned.View limitsAndView(Rewriting rewriting, Choices choices, Wanted wanted, long cap) {
        Optional<RowLimits.Most> most = RowLimits.most(wanted, cap);
        ViewOnTop top = new ViewOnTop(query, source);
        Optional<ViewOnTop.Put> put = top.edits(wanted, most)
                .or(() -> most.isEmpty() || limits.canTakeMost()
                        ? Optional.empty()
                        : Optional.of(top.limitAround(most.get())));
        limits.apply(choices, put.isPresent() ? Optional.empty() : most, rewriting);
        put.ifPresent(view -> rewriting.edits.addAll(view.edits()));
        return put.map(ViewOnTop.Put::view).orElse(Planned.View.NONE);
    }

    /** Totals over everything, which need no limit. */
    private static boolean isOneRow(Wanted wanted) {
        return wanted instanceof Wanted.Totals totals && totals.groupBy().isEmpty();
    }

    private ProblemException unknown(Choices choices) {
        return new ProblemException(query.parameters().stream()
                .filter(place -> !choices.parameters().containsKey(place.name()))
                .map(place -> Problem.of(
                                "unknown-parameter",
                                "There is no parameter :%s.".formatted(place.name()),
                                Nearest.to(place.name(), choices.parameters().keySet())
                                        .map("Did you mean :%s?"::formatted)
                                        .orElse("Make it, or correct the name."))
                        .at(source.tokens().place(place.token()))
                        .about(place.name()))
                .toList());
    }
}
