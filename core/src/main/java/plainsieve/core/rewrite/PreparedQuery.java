package plainsieve.core.rewrite;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.catalogue.SourceNames;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.parameter.Choices;
import plainsieve.core.request.Front;
import plainsieve.core.request.PreparedRequest;
import plainsieve.core.request.RequestText;
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
import plainsieve.core.sides.SidesText;
import plainsieve.core.sql.ParameterPlace;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.TextEdit;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Nearest;
import plainsieve.core.value.Place;
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
    private final Optional<Front> front;
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

    /** The query with {@link KeyNumbers numbers of keys} as it is sent; this where there are none. */
    private final PreparedQuery sent;

    /** What was added to the author's text, filter by filter: the edits of each, and where it went. */
    private record Added(List<List<TextEdit>> edits, List<FilterPlacement> placements) {
        private static final Added NOTHING = new Added(List.of(), List.of());

        Added and(FilterPlacer.Placed placed) {
            List<List<TextEdit>> allEdits = new ArrayList<>(edits);
            allEdits.add(placed.edits());
            List<FilterPlacement> all = new ArrayList<>(placements);
            all.addAll(placed.placements());
            return new Added(List.copyOf(allEdits), List.copyOf(all));
        }

        Added and(List<TextEdit> others) {
            List<List<TextEdit>> allEdits = new ArrayList<>(edits);
            allEdits.add(others);
            return new Added(List.copyOf(allEdits), placements);
        }
    }

    private PreparedQuery(
            Optional<Front> front, ParsedQuery query, Dialect dialect, Added added, List<ConditionRule> rules) {
        this.front = front;
        this.rules = rules;
        this.query = query;
        this.added = added;
        this.source = new Source(query.tokens(), dialect);
        this.names = names(front, query);
        this.sites = Site.in(query);
        this.optionalFilters = OptionalFilters.in(query);
        this.limits = new RowLimits(query, source);
        this.elsewhere = query.parameters().stream()
                .filter(place ->
                        place.leaf().isEmpty() && limits.clauseAround(place).isEmpty())
                .toList();
        this.report = new PlacementReport(query, source, limits, added.edits());
        this.check = new StatementCheck(query, source);
        List<TextEdit> numbers = KeyNumbers.edits(query, dialect);
        this.sent = numbers.isEmpty()
                ? this
                : new PreparedQuery(
                        front,
                        ParsedQuery.parse(TextEdit.apply(query.text(), numbers), dialect),
                        dialect,
                        added.and(numbers),
                        rules);
    }

    /**
     * Reads the author's text, of SQL or of a web request. Throws {@link ProblemException} with the place when it is not one reading
     * statement.
     */
    public static PreparedQuery of(String text, Dialect dialect) {
        Optional<Front> front = RequestText.isRequest(text) ? Optional.of(PreparedRequest.of(text)) : Optional.empty();
        ParsedQuery query = ParsedQuery.parse(RequestText.sqlIn(text), dialect);
        return new PreparedQuery(front, query, dialect, Added.NOTHING, Rewriting.RULES);
    }

    /**
     * Reads a text that was made here, which may be one of {@link SidesText several sources}: an author's own never is. What is asked
     * here of their rows is read by the rules of the engine of this server.
     */
    public static PreparedQuery ofAny(String text, Dialect dialect) {
        if (!SidesText.isOne(text)) {
            return of(text, dialect);
        }
        SidesText sides = SidesText.read(text);
        // Every place in the SQL is where it is in the whole text.
        String blanks = text.substring(0, sides.hereStart()).replaceAll("[^\n]", " ");
        ParsedQuery query = ParsedQuery.parse(blanks + sides.here(), Dialects.HERE);
        return new PreparedQuery(
                Optional.of(PreparedSides.of(sides)), query, Dialects.HERE, Added.NOTHING, Rewriting.RULES);
    }

    private static Set<String> names(Optional<Front> front, ParsedQuery query) {
        Set<String> names = new LinkedHashSet<>();
        front.ifPresent(found -> names.addAll(found.parameterNames()));
        names.addAll(query.parameterNames());
        return Collections.unmodifiableSet(names);
    }

    /** Other SQL on the same rows: with the same request, or the same sides, in front of it. */
    public PreparedQuery asking(String sql) {
        return new PreparedQuery(front, ParsedQuery.parse(sql, dialect()), dialect(), Added.NOTHING, rules);
    }

    /** The same query rewritten by other rules, so that a test can let one do wrong. */
    PreparedQuery by(List<ConditionRule> others) {
        return new PreparedQuery(front, query, dialect(), added, others);
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
        if (filters.isEmpty()) {
            return this;
        }
        FilterPlacer.Placed placed = FilterPlacer.place(query, dialect(), names, filters);
        ParsedQuery filtered = ParsedQuery.parse(TextEdit.apply(query.text(), placed.edits()), dialect());
        return new PreparedQuery(front, filtered, dialect(), added.and(placed), rules);
    }

    /** Where each added filter went, in the order in which they were added. */
    public List<FilterPlacement> filterPlacements() {
        return added.placements();
    }

    /** The row limit that the author's text has at its end; nothing when it has none. */
    public Optional<OwnLimit> ownLimit() {
        return limits.own();
    }

    /**
     * The text without that limit, all else as it is; nothing when it has none that is one number or parameter, when it has
     * an offset, too, or when the rows come from a web service or several sources.
     */
    public Optional<String> textWithoutOwnLimit() {
        return front.isPresent() ? Optional.empty() : limits.textWithoutOwn();
    }

    /** The SQL; of a web request what asks the rows of its answer. */
    public ParsedQuery query() {
        return query;
    }

    /** All of it as it was read: what stands in front of the SQL, too, where rows come from several sources. */
    public String text() {
        return sides().map(PreparedSides::whole).orElseGet(query::text);
    }

    /** The request in front of the SQL; nothing when the query is none of a web service. */
    public Optional<PreparedRequest> request() {
        return front.filter(PreparedRequest.class::isInstance).map(PreparedRequest.class::cast);
    }

    /** What several sources are asked for in front of the SQL; nothing when all of it goes to one. */
    public Optional<PreparedSides> sides() {
        return front.filter(PreparedSides.class::isInstance).map(PreparedSides.class::cast);
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
        Statement sql = sent.sql(choices, wanted, cap);
        return front.map(rows -> rows.inFrontOf(sql, choices)).orElse(sql);
    }

    private Statement sql(Choices choices, Wanted wanted, long cap) {
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

    /** Where the parameters of the author's text stand, in their order. */
    public List<Front.Named> places() {
        List<Front.Named> places = new ArrayList<>(front.map(Front::places).orElse(List.of()));
        query.parameters()
                .forEach(place -> places.add(new Front.Named(
                        place.name(),
                        source.tokens().start(place.token()),
                        source.tokens().end(place.token()))));
        return places;
    }

    private ProblemException unknown(Choices choices) {
        return new ProblemException(places().stream()
                .filter(place -> !choices.parameters().containsKey(place.name()))
                .map(place -> Problem.of(
                                "unknown-parameter",
                                "There is no parameter :%s.".formatted(place.name()),
                                Nearest.to(place.name(), choices.parameters().keySet())
                                        .map("Did you mean :%s?"::formatted)
                                        .orElse("Make it, or correct the name."))
                        .at(Place.in(query.text(), place.start(), place.end()))
                        .about(place.name()))
                .toList());
    }
}
