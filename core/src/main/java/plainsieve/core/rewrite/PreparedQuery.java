package plainsieve.core.rewrite;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.catalog.SourceNames;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.federation.FederatedQueryText;
import plainsieve.core.parameter.Choices;
import plainsieve.core.request.LeadingRequest;
import plainsieve.core.request.PreparedRequest;
import plainsieve.core.request.RequestText;
import plainsieve.core.rewrite.edit.ConditionRemoval;
import plainsieve.core.rewrite.edit.Edit;
import plainsieve.core.rewrite.edit.EditOrder;
import plainsieve.core.rewrite.edit.EditedText;
import plainsieve.core.rewrite.edit.SourceText;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.rewrite.filter.FilterPlacement;
import plainsieve.core.rewrite.filter.FilterPlacer;
import plainsieve.core.rewrite.filter.UniqueColumnNames;
import plainsieve.core.rewrite.rule.ConditionRule;
import plainsieve.core.rewrite.rule.ConditionShape;
import plainsieve.core.rewrite.rule.ConditionSite;
import plainsieve.core.sql.ParameterPlace;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.lexer.TextEdit;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.NearestName;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.TextLocation;

/**
 * A parsed query that can be rewritten for any choices. Immutable and thread-safe.
 *
 * <pre>
 * PreparedQuery late = PreparedQuery.of("select * from crossings where port_id = :port", dialect);
 * Statement statement = late.rewrite(choices, Wanted.allRows(), 1000);
 * </pre>
 */
public final class PreparedQuery {
    private final Optional<LeadingRequest> front;
    private final ParsedQuery query;
    private final List<ConditionRule> rules;
    private final SourceText sourceText;
    private final Added added;
    private final Set<String> names;
    private final List<ConditionSite> sites;
    private final List<OptionalFilter> optionalFilters;
    private final RowLimits limits;
    private final List<ParameterPlace> elsewhere;
    private final PlacementReport report;
    private final StatementCheck check;

    /** The query with {@link UniqueColumnNames unique column names}; this if they are unique. */
    private final PreparedQuery named;

    /** The query with {@link GroupKeyOrdinals key ordinals} as it is sent; this if there are none. */
    private final PreparedQuery sent;

    /** The added filters, each with its edits and placement. */
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
            Optional<LeadingRequest> front,
            ParsedQuery query,
            Dialect dialect,
            Added added,
            List<ConditionRule> rules) {
        this.front = front;
        this.rules = rules;
        this.query = query;
        this.added = added;
        this.sourceText = new SourceText(query.tokens(), dialect);
        this.names = names(front, query);
        this.sites = ConditionSite.findAll(query);
        this.optionalFilters = OptionalFilterFinder.findAll(query);
        this.limits = new RowLimits(query, sourceText);
        this.elsewhere = query.parameters().stream()
                .filter(place ->
                        place.leaf().isEmpty() && limits.clauseAround(place).isEmpty())
                .toList();
        this.report = new PlacementReport(query, sourceText, limits, added.edits());
        this.check = new StatementCheck(query, sourceText);
        this.named = edited(UniqueColumnNames.edits(query, dialect));
        this.sent = named == this ? edited(GroupKeyOrdinals.edits(query, dialect)) : named.sent;
    }

    private PreparedQuery edited(List<TextEdit> edits) {
        return edits.isEmpty()
                ? this
                : new PreparedQuery(
                        front,
                        ParsedQuery.parse(TextEdit.apply(query.text(), edits), dialect()),
                        dialect(),
                        added.and(edits),
                        rules);
    }

    /**
     * Parses the author's text, SQL or a web request. Throws {@link ProblemException} with the position if it is not one reading
     * statement.
     */
    public static PreparedQuery of(String text, Dialect dialect) {
        Optional<LeadingRequest> front =
                RequestText.isRequest(text) ? Optional.of(PreparedRequest.of(text)) : Optional.empty();
        ParsedQuery query = ParsedQuery.parse(RequestText.sqlIn(text), dialect);
        return new PreparedQuery(front, query, dialect, Added.NOTHING, ChoiceRewriter.RULES);
    }

    /**
     * Parses a generated text, which may be {@link FederatedQueryText federated}; author texts never are. The
     * local SQL follows the rules of this server's engine.
     */
    public static PreparedQuery ofAny(String text, Dialect dialect) {
        if (!FederatedQueryText.isOne(text)) {
            return of(text, dialect);
        }
        FederatedQueryText sides = FederatedQueryText.read(text);
        // Every place in the SQL is where it is in the whole text.
        String blanks = text.substring(0, sides.localSqlStart()).replaceAll("[^\n]", " ");
        ParsedQuery query = ParsedQuery.parse(blanks + sides.localSql(), Dialects.HERE);
        return new PreparedQuery(
                Optional.of(PreparedParts.of(sides)), query, Dialects.HERE, Added.NOTHING, ChoiceRewriter.RULES);
    }

    private static Set<String> names(Optional<LeadingRequest> front, ParsedQuery query) {
        Set<String> names = new LinkedHashSet<>();
        front.ifPresent(found -> names.addAll(found.parameterNames()));
        names.addAll(query.parameterNames());
        return Collections.unmodifiableSet(names);
    }

    /** Other SQL on the same rows: with the same request, or the same sides, in front of it. */
    public PreparedQuery withSql(String sql) {
        return new PreparedQuery(front, ParsedQuery.parse(sql, dialect()), dialect(), Added.NOTHING, rules);
    }

    /** The same query rewritten by other rules, for tests with incorrect rules. */
    PreparedQuery by(List<ConditionRule> others) {
        return new PreparedQuery(front, query, dialect(), added, others);
    }

    /**
     * The same query with filters on its output columns, each in the innermost block in which it is legal. Their
     * parameters are chosen like any other; positions still refer to the author's text.
     *
     * @throws ProblemException if the column does not exist
     */
    public PreparedQuery with(List<AddedFilter> filters) {
        return with(filters, SourceNames.none());
    }

    /** The same; @param names source metadata that allows more filters inside */
    public PreparedQuery with(List<AddedFilter> filters, SourceNames names) {
        if (filters.isEmpty()) {
            return this;
        }
        if (named != this) {
            return named.with(filters, names);
        }
        FilterPlacer.Placed placed = FilterPlacer.place(query, dialect(), names, filters);
        ParsedQuery filtered = ParsedQuery.parse(TextEdit.apply(query.text(), placed.edits()), dialect());
        return new PreparedQuery(front, filtered, dialect(), added.and(placed), rules);
    }

    /** The placement of each added filter, in order. */
    public List<FilterPlacement> filterPlacements() {
        return added.placements();
    }

    /** The row limit that the author's text has at its end; nothing when it has none. */
    public Optional<AuthorLimit> ownLimit() {
        return limits.authorLimit();
    }

    /**
     * The text without that limit, otherwise unchanged; empty without a literal or parameter limit, with
     * an offset, or if the rows are from a web service or several sources.
     */
    public Optional<String> textWithoutOwnLimit() {
        return front.isPresent() ? Optional.empty() : limits.textWithoutOwn();
    }

    /** The SQL; for a web request the SQL over its response. */
    public ParsedQuery query() {
        return query;
    }

    /** The complete parsed text, including parts before the SQL. */
    public String text() {
        return sides().map(PreparedParts::whole).orElseGet(query::text);
    }

    /** The request in front of the SQL; nothing when the query is none of a web service. */
    public Optional<PreparedRequest> request() {
        return front.filter(PreparedRequest.class::isInstance).map(PreparedRequest.class::cast);
    }

    /** The parts before the SQL of a federated query; empty for a single source. */
    public Optional<PreparedParts> sides() {
        return front.filter(PreparedParts.class::isInstance).map(PreparedParts.class::cast);
    }

    public Dialect dialect() {
        return sourceText.dialect();
    }

    /** The tokens of parameters at which several values can be. */
    public static Set<Integer> placesForMany(ParsedQuery query) {
        Set<Integer> places = new HashSet<>();
        for (ConditionSite conditionSite : ConditionSite.findAll(query)) {
            boolean roomy = conditionSite.shape() instanceof ConditionShape.Membership
                    || conditionSite.shape() instanceof ConditionShape.ItemsOfList;
            if (roomy) {
                conditionSite.places().forEach(place -> places.add(place.token()));
            }
            conditionSite.settled().forEach(place -> places.add(place.token()));
        }
        OptionalFilterFinder.findAll(query).stream()
                .flatMap(filter -> filter.guards().stream())
                .flatMap(guard -> query.parametersIn(guard.span()).stream())
                .forEach(place -> places.add(place.token()));
        return places;
    }

    /** The names of parameters in the text, in order of first occurrence. */
    public Set<String> parameterNames() {
        return names;
    }

    /**
     * The statement for these choices.
     *
     * @param cap the row limit, to which one row is added to detect more; or {@link Statement#NO_CAP}
     * @throws ProblemException for an undefined parameter, or a choice that its place cannot accept
     */
    public Statement rewrite(Choices choices, ResultShape shape, long cap) {
        if (!choices.parameters().keySet().containsAll(names)) {
            throw unknown(choices);
        }
        Statement sql = sent.sql(choices, shape, cap);
        return front.map(rows -> rows.inFrontOf(sql, choices)).orElse(sql);
    }

    private Statement sql(Choices choices, ResultShape shape, long cap) {
        ChoiceRewriter choiceRewriter = new ChoiceRewriter(rules, choices, sourceText);
        choiceRewriter.settle(optionalFilters);
        choiceRewriter.conditions(sites);
        elsewhere.forEach(choiceRewriter::bind);
        PlannedChanges.View view = limitsAndView(choiceRewriter, choices, shape, cap);
        choiceRewriter.edits.addAll(ConditionRemoval.of(sourceText, query.conditionClauses(), choiceRewriter.leftOut));
        removeTrailer().ifPresent(choiceRewriter.edits::add);
        EditedText edited = check.edited(EditOrder.outermost(choiceRewriter.edits));
        boolean limited = RowLimits.most(shape, cap).isPresent() && !isOneRow(shape);
        check.check(edited, new PlannedChanges(choiceRewriter.leftOut, choiceRewriter.outcomes, view, limited));
        return new Statement(edited.text(), edited.values(), report.of(edited, choiceRewriter.outcomes, shape), cap);
    }

    /** Some servers treat a comment after the semicolon as a second statement; it is removed with the semicolon. */
    private Optional<Edit> removeTrailer() {
        int semicolon = query.top().span().to();
        boolean more = semicolon < sourceText.tokens().size()
                && !query.text().substring(sourceText.tokens().end(semicolon)).isBlank();
        return more
                ? Optional.of(Edit.remove(
                        sourceText.tokens().start(semicolon), query.text().length()))
                : Optional.empty();
    }

    /** A view on top adds an outer limit; so does a text whose limit cannot be changed. @return where the view is added */
    private PlannedChanges.View limitsAndView(
            ChoiceRewriter choiceRewriter, Choices choices, ResultShape shape, long cap) {
        Optional<RowLimits.OutermostLimit> most = RowLimits.most(shape, cap);
        ViewWrapper top = new ViewWrapper(query, sourceText);
        Optional<ViewWrapper.ViewEdits> put = top.edits(shape, most)
                .or(() -> most.isEmpty() || limits.canTakeMost()
                        ? Optional.empty()
                        : Optional.of(top.limitAround(most.get())));
        limits.apply(choices, put.isPresent() ? Optional.empty() : most, choiceRewriter);
        put.ifPresent(view -> choiceRewriter.edits.addAll(view.edits()));
        return put.map(ViewWrapper.ViewEdits::view).orElse(PlannedChanges.View.NONE);
    }

    /** Totals over everything, which need no limit. */
    private static boolean isOneRow(ResultShape shape) {
        return shape instanceof ResultShape.Totals totals && totals.groupBy().isEmpty();
    }

    /** Where the parameters of the author's text are, in their order. */
    public List<LeadingRequest.NamedPlaceholder> places() {
        List<LeadingRequest.NamedPlaceholder> places =
                new ArrayList<>(front.map(LeadingRequest::places).orElse(List.of()));
        query.parameters()
                .forEach(place -> places.add(new LeadingRequest.NamedPlaceholder(
                        place.name(),
                        sourceText.tokens().start(place.token()),
                        sourceText.tokens().end(place.token()))));
        return places;
    }

    private ProblemException unknown(Choices choices) {
        return new ProblemException(places().stream()
                .filter(place -> !choices.parameters().containsKey(place.name()))
                .map(place -> Problem.of(
                                ProblemKind.UNKNOWN_PARAMETER,
                                "Unknown parameter :%s.".formatted(place.name()),
                                NearestName.of(
                                                place.name(),
                                                choices.parameters().keySet())
                                        .map("Did you mean :%s?"::formatted)
                                        .orElse("Create it, or correct the name."))
                        .at(TextLocation.of(query.text(), place.start(), place.end()))
                        .about(place.name()))
                .toList());
    }
}
