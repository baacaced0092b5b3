package plainsieve.server.sources.lists;

import java.math.BigDecimal;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import plainsieve.core.parameter.AllowedValues;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.ColumnReference;
import plainsieve.core.parameter.ListDefinition;
import plainsieve.core.parameter.ListedValue;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.parameter.ValueCoverage;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.rewrite.ValueListQuery;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;
import plainsieve.server.definitions.model.AnalysisLimit;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.SourceChoice;
import plainsieve.server.sources.RunListener;
import plainsieve.server.sources.StatementSender;
import plainsieve.server.sources.sent.Purpose;
import plainsieve.server.sources.sent.StatementOrigin;
import plainsieve.sources.Column;
import plainsieve.sources.RunSummary;

/** Asks sources for the values of lists. A list is its own query, so choosing from it never narrows it. */
@Service
class ListQueries {
    /** The maximum length of a cached list; a longer list is searched at its source. */
    static final int MOST_VALUES = 10_000;

    private final StatementSender statementSender;
    private final AnalysisLimit analysis;
    private final Clock clock;

    ListQueries(StatementSender statementSender, AnalysisLimit analysis, Clock clock) {
        this.statementSender = statementSender;
        this.analysis = analysis;
        this.clock = clock;
    }

    /** A prepared list: source, caller, text, and choices of its parents. */
    record Prepared(
            StatementOrigin origin, PreparedQuery query, Map<String, Parameter> known, Map<String, Choice> chosen) {
        /** The statement for the whole list. */
        private Statement whole() {
            return query.rewrite(new Choices(known, chosen), ResultShape.allRows(), MOST_VALUES);
        }
    }

    /** @param parents choices of the parameters that the list depends on */
    Prepared prepare(ParameterDefinition definition, ListScope scope, Map<String, ChoiceText> parents) {
        return definition.list() instanceof ListDefinition.FromColumn column
                ? ofColumn(column, definition, scope)
                : ofQuery(scope.project().queryInStage(definition.list().queryId()), scope, parents);
    }

    Prepared ofQuery(Query query, ListScope scope, Map<String, ChoiceText> parents) {
        return analysis.run(scope.caller(), () -> prepared(query, scope, parents));
    }

    private static Prepared prepared(Query query, ListScope scope, Map<String, ChoiceText> parents) {
        Project project = scope.project();
        PreparedQuery prepared = project.prepare(query, query.liveText());
        Map<String, Parameter> known = new HashMap<>();
        Map<String, ParameterDefinition> all = project.parameters();
        prepared.parameterNames().stream()
                .filter(all::containsKey)
                .forEach(name -> known.put(name, all.get(name).toParameter(typed(parents.get(name)))));
        Map<String, ChoiceText> texts = new HashMap<>(parents);
        texts.keySet().retainAll(known.keySet());
        StatementOrigin origin =
                new StatementOrigin(project, scope.caller(), source(query, scope, parents), query.id(), Purpose.LIST);
        return new Prepared(origin, prepared, known, ChoiceReader.readAll(known, texts));
    }

    /** A parameter may select the source; otherwise it is the query's own. */
    private static String source(Query query, ListScope scope, Map<String, ChoiceText> parents) {
        ChoiceText chosen = query.choosesSource() ? parents.get(query.sourceParameter()) : null;
        return chosen == null || chosen.values().size() != 1
                ? query.sourceId()
                : SourceChoice.chosen(
                        scope.project(),
                        query,
                        new Choice.One(new Value.Text(chosen.values().get(0))));
    }

    /** Parents were checked when they were chosen; a name, which must be listed, is listed by being chosen. */
    private static Optional<AllowedValues> typed(ChoiceText text) {
        return text == null || text.values().isEmpty()
                ? Optional.empty()
                : Optional.of(AllowedValues.of(text.values()));
    }

    private static Prepared ofColumn(ListDefinition.FromColumn list, ParameterDefinition definition, ListScope scope) {
        ColumnReference place = list.column();
        boolean text = definition.type() == Type.TEXT || definition.type() == Type.NAME;
        ValueListQuery.Column column = new ValueListQuery.Column(
                place.schema(),
                place.table(),
                place.column(),
                place.label(),
                text,
                list.counts(),
                !place.excluded().isEmpty());
        Project project = scope.project();
        PreparedQuery prepared =
                project.prepare(place.sourceId(), ValueListQuery.of(column, project.dialect(place.sourceId())));
        Type type = definition.type() == Type.NAME ? Type.TEXT : definition.type();
        Parameter except = Parameter.of(ValueListQuery.EXCEPT, type).asMultiple();
        Map<String, Parameter> known = Map.of(except.name(), except);
        return new Prepared(
                new StatementOrigin(project, scope.caller(), place.sourceId(), "", Purpose.LIST),
                prepared,
                known,
                ChoiceReader.readAll(known, Map.of(except.name(), ChoiceText.of(place.excluded()))));
    }

    /** The statement for the whole list. */
    Statement statement(Prepared list) {
        return analysis.run(list.origin().caller(), list::whole);
    }

    CachedList whole(Prepared list) {
        return run(list, statement(list));
    }

    /** A page of a list, in the order of its labels. */
    CachedList page(Prepared list, String labelColumn, ValueLists.ListPage part, int rows) {
        String text = ValueListQuery.page(list.query().query(), list.query().dialect(), labelColumn);
        Map<String, Parameter> known = new HashMap<>(list.known());
        Map<String, Choice> chosen = new HashMap<>(list.chosen());
        Parameter searched = Parameter.of(ValueListQuery.SEARCH, Type.TEXT).covering(ValueCoverage.CONTAINING);
        choose(searched, part.search().isEmpty() ? ChoiceText.blank() : ChoiceText.of(part.search()), known, chosen);
        choose(Parameter.of(ValueListQuery.ROWS, Type.INTEGER), ChoiceText.of(Integer.toString(rows)), known, chosen);
        choose(
                Parameter.of(ValueListQuery.START, Type.INTEGER),
                ChoiceText.of(Integer.toString(part.start())),
                known,
                chosen);
        return run(list, statement(list, text, known, chosen));
    }

    /** Those of some values that are on a list. */
    CachedList lookup(Prepared list, String valueColumn, Type type, List<String> values) {
        String text = ValueListQuery.lookup(list.query().query(), list.query().dialect(), valueColumn);
        Map<String, Parameter> known = new HashMap<>(list.known());
        Map<String, Choice> chosen = new HashMap<>(list.chosen());
        choose(Parameter.of(ValueListQuery.VALUES, type).asMultiple(), ChoiceText.of(values), known, chosen);
        return run(list, statement(list, text, known, chosen));
    }

    private static void choose(
            Parameter parameter, ChoiceText text, Map<String, Parameter> known, Map<String, Choice> chosen) {
        known.put(parameter.name(), parameter);
        chosen.putAll(ChoiceReader.readAll(Map.of(parameter.name(), parameter), Map.of(parameter.name(), text)));
    }

    private Statement statement(Prepared list, String text, Map<String, Parameter> known, Map<String, Choice> chosen) {
        return analysis.run(list.origin().caller(), () -> list.query()
                .withSql(text)
                .rewrite(new Choices(known, chosen), ResultShape.allRows(), MOST_VALUES));
    }

    private CachedList run(Prepared list, Statement statement) {
        Values values = new Values();
        RunSummary summary = statementSender.send(list.origin(), statement, values);
        return new CachedList(
                values.found,
                !summary.more(),
                values.name(0),
                values.name(values.names.size() > 1 ? 1 : 0),
                values.type,
                clock.instant());
    }

    /** The first column has the values, the second the labels, the third the counts; rows without a value are no choice. */
    private static final class Values implements RunListener {
        private final List<ListedValue> found = new ArrayList<>();
        private final List<String> names = new ArrayList<>();
        private String type = "text";

        String name(int column) {
            return names.isEmpty() ? "" : names.get(column);
        }

        @Override
        public void columns(List<Column> columns) {
            columns.forEach(column -> names.add(column.name()));
            type = columns.get(0).kind().name().toLowerCase(Locale.ROOT);
        }

        @Override
        public void row(Object[] row) {
            if (row[0] != null) {
                String value = written(row[0]);
                String label = row.length > 1 && row[1] != null ? row[1].toString() : value;
                long count = row.length > 2 && row[2] instanceof Number number
                        ? number.longValue()
                        : ListedValue.NOT_COUNTED;
                found.add(new ListedValue(value, label, count));
            }
        }

        private static String written(Object value) {
            return value instanceof BigDecimal number ? number.toPlainString() : value.toString();
        }
    }
}
