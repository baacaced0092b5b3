package plainsieve.server.authoring;

import java.time.LocalDate;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
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
import plainsieve.core.parameter.ColumnPlace;
import plainsieve.core.parameter.ListDefinition;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.SelectText;
import plainsieve.core.sql.TextEdit;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Place;
import plainsieve.core.value.Type;
import plainsieve.server.people.Asker;
import plainsieve.server.project.Project;
import plainsieve.server.project.Query;
import plainsieve.server.project.Use;
import plainsieve.server.proof.AnswerDigest;
import plainsieve.server.runs.AskedChoices;
import plainsieve.server.runs.RunOrder;
import plainsieve.server.runs.Runner;
import plainsieve.server.sent.Origin;
import plainsieve.server.sent.Purpose;
import plainsieve.server.sources.Sending;
import plainsieve.server.sources.SourceFacts;
import plainsieve.sources.SourceFailure;

/** Offers the fixed values of a query to be chosen by viewers, makes parameters of them in one go, and takes them back. */
@Service
public class FixedOffers {
    private static final int FEW_VALUES = 100;

    private final ParameterEdits parameters;
    private final QueryEdits queries;
    private final SourceFacts facts;
    private final Sending sending;
    private final Runner runner;

    FixedOffers(ParameterEdits parameters, QueryEdits queries, SourceFacts facts, Sending sending, Runner runner) {
        this.parameters = parameters;
        this.queries = queries;
        this.facts = facts;
        this.sending = sending;
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
    public List<Offer> of(Project project, Query query, PreparedQuery prepared) {
        return values(project, query, prepared).stream()
                .map(value -> new Offer(
                        value.places(),
                        words(value),
                        value.holes().stream().map(FixedValue.Hole::name).toList()))
                .toList();
    }

    private List<FixedValue> values(Project project, Query query, PreparedQuery prepared) {
        Set<String> taken = project.parameters().keySet();
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
     * A draft on the bench.
     *
     * @param text as it stands there, which may not be kept yet
     * @param choices the trial values that stand there
     */
    public record Draft(Asker asker, Query query, String text, Map<String, ChoiceText> choices) {}

    /**
     * Makes parameters of the fixed values that begin at these offsets, or of all when there are none, and runs the query
     * before and after. When it does not run afterwards, nothing is made.
     */
    public Made make(Project project, Draft draft, Set<Integer> starts) {
        Query query = draft.query();
        List<FixedValue> wanted = values(project, query, project.prepare(query, draft.text())).stream()
                .filter(value -> starts.isEmpty()
                        || value.places().stream().map(Place::start).anyMatch(starts::contains))
                .toList();
        List<TextEdit> edits = new ArrayList<>();
        wanted.forEach(value -> edits.addAll(value.edits()));
        String after = TextEdit.apply(draft.text(), edits);
        AnswerDigest before = run(project, draft, draft.text());
        List<String> made = new ArrayList<>();
        try {
            Project now = project;
            for (FixedValue value : wanted) {
                for (ParameterDefinition definition : definitions(project, draft, value)) {
                    now = now.with(parameters.add(now, definition));
                    made.add(definition.name());
                }
            }
            AnswerDigest later = run(now, draft, after);
            return new Made(
                    after,
                    made,
                    before.side(),
                    later.side(),
                    before.sameRowsAs(later),
                    namedAfter(query.name(), wanted));
        } catch (RuntimeException e) {
            made.forEach(name -> parameters.removeUnused(project, name));
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
    public Query takeBack(Project project, Query query, String text, List<String> names) {
        Query changed = queries.changeDraft(project, query, text);
        Project after = project.with(changed);
        remove(after, names);
        return changed;
    }

    /* The lower end of a range was made last and goes first, because it names the upper one. */
    private void remove(Project project, List<String> names) {
        Set<String> gone = new HashSet<>();
        for (int i = names.size() - 1; i >= 0; i--) {
            String name = names.get(i);
            boolean used = project.uses(name).stream()
                    .anyMatch(use -> use.kind() != Use.Kind.PARAMETER || !gone.contains(use.id()));
            if (project.parameters().containsKey(name) && !used) {
                parameters.removeUnused(project, name);
                gone.add(name);
            }
        }
    }

    private AnswerDigest run(Project project, Draft draft, String text) {
        AnswerDigest digest = new AnswerDigest();
        RunOrder order = new RunOrder(
                UUID.randomUUID().toString(),
                project,
                new RunOrder.Text(draft.query(), text),
                AskedChoices.onTheBench(draft.asker(), project.parameters().keySet(), draft.choices()),
                RunOrder.Shape.ALL_ROWS,
                Purpose.BENCH,
                AnswerDigest.MOST_ROWS);
        runner.run(order, digest);
        return digest;
    }

    /** The parameters of a fixed value; the upper end of a range before the lower, which names it. */
    private List<ParameterDefinition> definitions(Project project, Draft draft, FixedValue value) {
        List<ParameterDefinition> definitions = new ArrayList<>();
        String upper = "";
        for (int i = value.holes().size() - 1; i >= 0; i--) {
            FixedValue.Hole hole = value.holes().get(i);
            ChoiceText fixed = ChoiceText.of(hole.values());
            definitions.add(Proposals.definition(parameter(value.kind(), hole))
                    .inPlaceOf(fixed, i == 0 ? upper : "")
                    .withList(list(project, draft, value, hole)));
            upper = hole.name();
        }
        return definitions;
    }

    private static Parameter parameter(FixedValue.Kind kind, FixedValue.Hole hole) {
        Parameter one = Parameter.of(hole.name(), hole.type()).covering(hole.covers());
        Parameter parameter = hole.many() ? one.takingMany() : one;
        if (kind == FixedValue.Kind.LIMIT) {
            return parameter.withEveryRowValue(0);
        }
        boolean needed = kind == FixedValue.Kind.ARGUMENT || kind == FixedValue.Kind.WITHIN;
        return needed ? parameter.withBlankRule(BlankRule.NOT_ALLOWED) : parameter;
    }

    /** A list from the column, when it names things and has few values, the fixed ones among them: a choice has to be listed. */
    private ListDefinition list(Project project, Draft draft, FixedValue value, FixedValue.Hole hole) {
        Query query = draft.query();
        Optional<ColumnPlace> place = value.column()
                .filter(FixedOffers::namesThings)
                .flatMap(column -> ColumnLooks.place(query.sourceId(), column));
        boolean listable = hole.type() == Type.TEXT || hole.type() == Type.INTEGER;
        Origin origin = new Origin(project, draft.asker(), query.sourceId(), query.id(), Purpose.LOOK);
        return place.isPresent() && listable && isListed(origin, place.get(), hole.values())
                ? new ListDefinition.OfColumn(place.get(), false, ListDefinition.USUALLY_KEPT)
                : new ListDefinition.Any();
    }

    private static boolean namesThings(ComparedColumn column) {
        return column.kind() == Comparison.Kind.EQUAL
                || column.kind() == Comparison.Kind.NOT_EQUAL
                || column.kind() == Comparison.Kind.IN;
    }

    private boolean isListed(Origin origin, ColumnPlace place, List<String> fixed) {
        Dialect dialect = origin.project().dialect(origin.sourceId());
        String text = SelectText.from(dialect, place.schema(), place.table())
                .select("distinct " + dialect.quoteName(place.column()))
                .limit(Integer.toString(FEW_VALUES + 1))
                .text();
        AnswerDigest digest = new AnswerDigest();
        try {
            sending.send(origin, new Statement(text, List.of(), List.of(), AnswerDigest.MOST_ROWS), digest);
        } catch (SourceFailure e) {
            // Without an answer there is no list; the parameter takes any value.
            return false;
        }
        Set<String> listed =
                digest.rows().stream().map(row -> row.get(0)).collect(Collectors.toCollection(HashSet::new));
        return listed.size() <= FEW_VALUES && listed.containsAll(fixed);
    }
}
