package plainsieve.server.authoring;

import java.time.LocalDate;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import plainsieve.core.catalogue.ComparedColumn;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.fixed.FixedValue;
import plainsieve.core.fixed.FixedValues;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.Wanted;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.TextEdit;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Place;
import plainsieve.core.value.Type;
import plainsieve.server.project.ChoiceBody;
import plainsieve.server.project.ListDefinition;
import plainsieve.server.project.ParameterDefinition;
import plainsieve.server.project.Parameters;
import plainsieve.server.project.Queries;
import plainsieve.server.project.Uses;
import plainsieve.server.proof.AnswerDigest;
import plainsieve.server.records.QueryRow;
import plainsieve.server.runs.AskedChoices;
import plainsieve.server.runs.RunOrder;
import plainsieve.server.runs.Runner;
import plainsieve.server.sent.Purpose;
import plainsieve.server.sources.SideStatements;
import plainsieve.server.sources.SourceFacts;
import plainsieve.server.sources.SourceRegistry;
import plainsieve.sources.SourceFailure;

/** Offers the fixed values of a query to be chosen by viewers, makes parameters of them in one go, and takes them back. */
@Service
public class FixedOffers {
    private static final int FEW_VALUES = 100;

    private final Queries queries;
    private final Parameters parameters;
    private final Uses uses;
    private final SourceFacts facts;
    private final SourceRegistry sources;
    private final SideStatements statements;
    private final Runner runner;

    FixedOffers(
            Queries queries,
            Parameters parameters,
            Uses uses,
            SourceFacts facts,
            SourceRegistry sources,
            SideStatements statements,
            Runner runner) {
        this.queries = queries;
        this.parameters = parameters;
        this.uses = uses;
        this.facts = facts;
        this.sources = sources;
        this.statements = statements;
        this.runner = runner;
    }

    /**
     * A fixed value that viewers could choose.
     *
     * @param places each literal, in written order
     * @param words what it would become: ":port, many texts, as p.name is"
     */
    public record Offer(List<Place> places, String words, List<String> names) {}

    /**
     * What was made.
     *
     * @param text the query with the parameters in it
     * @param names of the parameters that were made
     * @param same whether rows and totals stayed the same
     * @param namedAfter the word in the query's name that was one of the values; empty when there is none
     */
    public record Made(
            String text,
            List<String> names,
            AnswerDigest.Side before,
            AnswerDigest.Side after,
            boolean same,
            String namedAfter) {}

    /** Every fixed value of a text; none while the text cannot be read. */
    public List<Offer> of(QueryRow query, PreparedQuery prepared) {
        return values(query, prepared).stream()
                .map(value -> new Offer(
                        value.places(),
                        words(value),
                        value.holes().stream().map(FixedValue.Hole::name).toList()))
                .toList();
    }

    private List<FixedValue> values(QueryRow query, PreparedQuery prepared) {
        Set<String> taken = parameters.all().keySet();
        return FixedValues.of(prepared.query(), prepared.dialect(), facts.of(query.sourceId()), taken);
    }

    private static String words(FixedValue value) {
        String names = value.holes().stream().map(hole -> ":" + hole.name()).collect(Collectors.joining(" and "));
        FixedValue.Hole first = value.holes().get(0);
        String type = (first.many() ? "many, each a " : "a ") + first.type().inWords();
        String like = value.column()
                .filter(column -> column.type().filter(first.type()::equals).isPresent())
                .map(column -> ", as " + column.expression() + " is")
                .orElse("");
        String places = value.places().size() > value.holes().size() ? ", at every place it stands" : "";
        return names + ", " + type + like + places;
    }

    /**
     * Makes parameters of the fixed values that begin at these offsets, or of all when there are none, and runs the query
     * before and after. When it does not run afterwards, nothing is made.
     */
    public Made make(QueryRow query, String text, Set<Integer> starts, Map<String, ChoiceText> choices) {
        List<FixedValue> wanted = values(query, queries.prepare(query, text)).stream()
                .filter(value -> starts.isEmpty()
                        || value.places().stream().map(Place::start).anyMatch(starts::contains))
                .toList();
        List<TextEdit> edits = new ArrayList<>();
        wanted.forEach(value -> edits.addAll(value.edits()));
        String after = TextEdit.apply(text, edits);
        AnswerDigest before = run(query, text, choices);
        List<String> made = new ArrayList<>();
        try {
            wanted.forEach(value -> definitions(query, value).forEach(definition -> {
                parameters.add(definition);
                made.add(definition.name());
            }));
            AnswerDigest now = run(query, after, choices);
            return new Made(
                    after, made, before.side(), now.side(), before.sameRowsAs(now), namedAfter(query.name(), wanted));
        } catch (RuntimeException e) {
            remove(made);
            throw e;
        }
    }

    /** A query called "March crossings" is called wrongly once viewers choose the month. */
    private static String namedAfter(String name, List<FixedValue> values) {
        Set<String> words = values.stream()
                .flatMap(value -> value.holes().stream())
                .flatMap(hole -> hole.values().stream().flatMap(value -> saidAs(hole.type(), value)))
                .map(word -> word.toLowerCase(Locale.ROOT))
                .collect(Collectors.toSet());
        return Arrays.stream(name.split("[^\\p{L}\\p{N}]+"))
                .filter(word -> word.length() > 2 && words.contains(word.toLowerCase(Locale.ROOT)))
                .findFirst()
                .orElse("");
    }

    private static Stream<String> saidAs(Type type, String value) {
        if (type != Type.DATE && type != Type.DATETIME) {
            return Stream.of(value);
        }
        LocalDate day = LocalDate.parse(value.substring(0, "2026-03-01".length()));
        return Stream.of(
                Integer.toString(day.getYear()),
                day.getMonth().getDisplayName(TextStyle.FULL, Locale.ENGLISH),
                day.getMonth().getDisplayName(TextStyle.SHORT, Locale.ENGLISH));
    }

    /** Takes back what was made: the text as it was, and the parameters gone that nothing else uses by now. */
    public QueryRow takeBack(QueryRow query, String text, int version, List<String> names) {
        QueryRow changed = queries.changeDraft(query.id(), text, version);
        remove(names.stream().filter(parameters.all()::containsKey).toList());
        return changed;
    }

    /* The lower end of a range was made last and goes first, because it names the upper one. */
    private void remove(List<String> names) {
        for (int i = names.size() - 1; i >= 0; i--) {
            if (uses.of(names.get(i)).isEmpty()) {
                parameters.remove(names.get(i), List.of());
            }
        }
    }

    private AnswerDigest run(QueryRow query, String text, Map<String, ChoiceText> choices) {
        AnswerDigest digest = new AnswerDigest();
        RunOrder order = new RunOrder(
                UUID.randomUUID().toString(),
                query,
                text,
                AskedChoices.onTheBench(parameters.all().keySet(), choices),
                "",
                Wanted.allRows(),
                List.of(),
                Purpose.BENCH,
                AnswerDigest.MOST_ROWS);
        runner.run(order, digest);
        return digest;
    }

    /** The parameters of a fixed value; the upper end of a range before the lower, which names it. */
    private List<ParameterDefinition> definitions(QueryRow query, FixedValue value) {
        List<ParameterDefinition> definitions = new ArrayList<>();
        String upper = "";
        for (int i = value.holes().size() - 1; i >= 0; i--) {
            FixedValue.Hole hole = value.holes().get(i);
            ChoiceBody fixed = ChoiceBody.of(hole.values().toArray(String[]::new));
            definitions.add(Proposals.definition(
                            parameter(value.kind(), hole), value.kind() == FixedValue.Kind.LIMIT ? "0" : "")
                    .inPlaceOf(fixed, i == 0 ? upper : "", list(query, value, hole)));
            upper = hole.name();
        }
        return definitions;
    }

    private static Parameter parameter(FixedValue.Kind kind, FixedValue.Hole hole) {
        Parameter one = Parameter.of(hole.name(), hole.type()).covering(hole.covers());
        Parameter parameter = hole.many() ? one.takingMany() : one;
        boolean needed = kind == FixedValue.Kind.ARGUMENT || kind == FixedValue.Kind.WITHIN;
        return needed ? parameter.withBlankRule(BlankRule.NOT_ALLOWED) : parameter;
    }

    /** A list from the column, when it names things and has few values. */
    private ListDefinition list(QueryRow query, FixedValue value, FixedValue.Hole hole) {
        Optional<ListDefinition.ColumnPlace> place = value.column()
                .filter(FixedOffers::namesThings)
                .flatMap(column -> ListDefinition.ColumnPlace.of(query.sourceId(), column));
        boolean listable = hole.type() == Type.TEXT || hole.type() == Type.INTEGER;
        if (place.isEmpty() || !listable || !hasFewValues(query, place.get())) {
            return ListDefinition.any();
        }
        return new ListDefinition("column", List.of(), "", place.get(), false, ListDefinition.KEPT_SECONDS);
    }

    private static boolean namesThings(ComparedColumn column) {
        return column.kind() == Comparison.Kind.EQUAL
                || column.kind() == Comparison.Kind.NOT_EQUAL
                || column.kind() == Comparison.Kind.IN;
    }

    private boolean hasFewValues(QueryRow query, ListDefinition.ColumnPlace place) {
        Dialect dialect = sources.get(query.sourceId()).dialect();
        String table = FirstRows.path(dialect, place.schema(), place.table());
        String text = "select distinct %s from %s limit %d"
                .formatted(dialect.quoteName(place.column()), table, FEW_VALUES + 1);
        AnswerDigest digest = new AnswerDigest();
        try {
            statements.send(
                    Purpose.LOOK,
                    query.sourceId(),
                    query.id(),
                    new Statement(text, List.of(), List.of(), AnswerDigest.MOST_ROWS),
                    digest);
        } catch (SourceFailure e) {
            // Without an answer there is no list; the parameter takes any value.
            return false;
        }
        return !digest.rows().isEmpty() && digest.rows().size() <= FEW_VALUES;
    }
}
