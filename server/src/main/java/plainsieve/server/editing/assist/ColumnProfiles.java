package plainsieve.server.editing.assist;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import plainsieve.core.catalog.ComparedColumn;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.ColumnReference;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.sql.SelectBuilder;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.QueryPart;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.people.Caller;
import plainsieve.server.sources.RunListener;
import plainsieve.server.sources.SourceFacts;
import plainsieve.server.sources.StatementSender;
import plainsieve.server.sources.sent.Purpose;
import plainsieve.server.sources.sent.StatementOrigin;

/** Profiles the column behind a parameter: the distribution of its numbers. Computed at the source. */
@Service
public class ColumnProfiles {
    private static final int STRETCHES = 24;
    private static final String LOW = "spread_low";
    private static final String WIDTH = "spread_width";

    private final SourceFacts facts;
    private final StatementSender statementSender;

    ColumnProfiles(SourceFacts facts, StatementSender statementSender) {
        this.facts = facts;
        this.statementSender = statementSender;
    }

    /**
     * The distribution of a column's numbers.
     *
     * @param counts the number of rows in each of the equal intervals between minimum and maximum; empty if there is
     *     no such column or it has no numbers
     */
    public record ValueDistribution(double minimum, double maximum, List<Long> counts) {
        public static final ValueDistribution NONE = new ValueDistribution(0, 0, List.of());
    }

    /** The distribution of the compared column, in the first query with a plain one. */
    public ValueDistribution spread(Project project, Caller caller, ParameterDefinition definition) {
        return column(project, definition)
                .map(place -> spread(new StatementOrigin(project, caller, place.sourceId(), "", Purpose.LIST), place))
                .orElse(ValueDistribution.NONE);
    }

    /** The column of a parameter's values, or the compared one. */
    public Optional<ColumnReference> column(Project project, ParameterDefinition definition) {
        ColumnReference own = definition.list().column();
        return own.column().isEmpty() ? compared(project, definition) : Optional.of(own);
    }

    /** The plain column that the first query compares the parameter with. */
    public Optional<ColumnReference> compared(Project project, ParameterDefinition definition) {
        return project.queries().stream()
                .flatMap(query -> compared(project, query, definition.name()).stream())
                .findFirst();
    }

    private Optional<ColumnReference> compared(Project project, Query query, String name) {
        try {
            PreparedQuery prepared = project.prepare(query, query.liveText());
            return QueryPart.of(query.sourceId(), prepared).stream()
                    .filter(part -> part.mentions(name))
                    .flatMap(part -> compared(part, name))
                    .findFirst();
        } catch (ProblemException e) {
            return Optional.empty();
        }
    }

    private Stream<ColumnReference> compared(QueryPart part, String name) {
        PreparedQuery asked = part.query();
        return ComparedColumn.of(asked.query(), asked.dialect(), facts.of(part.sourceId()), name).stream()
                .flatMap(column -> place(part.sourceId(), column).stream());
    }

    /** A reference to a compared column; empty unless it is a plain column of one table. */
    public static Optional<ColumnReference> place(String sourceId, ComparedColumn compared) {
        return compared.table().flatMap(table -> compared.column()
                .map(name -> new ColumnReference(sourceId, table.schema(), table.name(), name, "", List.of())));
    }

    private ValueDistribution spread(StatementOrigin origin, ColumnReference place) {
        Dialect dialect = origin.project().dialect(origin.sourceId());
        String column = dialect.quoteName(place.column());
        SelectBuilder table = SelectBuilder.from(dialect, place.schema(), place.table());
        String ends = table.select("min(" + column + ")")
                .select("max(" + column + ")")
                .text();
        List<double[]> found = numbers(origin, ends, Map.of());
        if (found.isEmpty() || Double.isNaN(found.get(0)[0])) {
            return ValueDistribution.NONE;
        }
        double least = found.get(0)[0];
        double most = found.get(0)[1];
        double width = Math.max((most - least) / STRETCHES, Double.MIN_NORMAL);
        String stretch = dialect.wholePart("(" + column + " - :" + LOW + ") * 1.0 / :" + WIDTH);
        String text = table.select(stretch)
                .select("count(*)")
                .where(column + " is not null")
                .groupBy("1")
                .orderBy("1")
                .text();
        Map<String, String> values = new LinkedHashMap<>();
        values.put(LOW, BigDecimal.valueOf(least).toPlainString());
        values.put(WIDTH, BigDecimal.valueOf(width).toPlainString());
        long[] counts = new long[STRETCHES];
        for (double[] row : numbers(origin, text, values)) {
            counts[(int) Math.min(Math.max(row[0], 0), STRETCHES - 1)] += (long) row[1];
        }
        return new ValueDistribution(least, most, Arrays.stream(counts).boxed().toList());
    }

    private List<double[]> numbers(StatementOrigin origin, String text, Map<String, String> values) {
        Map<String, Parameter> known = new HashMap<>();
        Map<String, Choice> chosen = new HashMap<>();
        values.forEach((name, value) -> {
            Parameter parameter = Parameter.of(name, Type.DECIMAL);
            known.put(name, parameter);
            chosen.putAll(ChoiceReader.readAll(Map.of(name, parameter), Map.of(name, ChoiceText.of(value))));
        });
        Statement statement = origin.project()
                .prepare(origin.sourceId(), text)
                .rewrite(new Choices(known, chosen), ResultShape.allRows(), STRETCHES + 2L);
        Numbers rows = new Numbers();
        statementSender.send(origin, statement, rows);
        return rows.found;
    }

    private static final class Numbers implements RunListener {
        private final List<double[]> found = new ArrayList<>();

        @Override
        public void row(Object[] values) {
            found.add(new double[] {number(values[0]), number(values[1])});
        }

        private static double number(Object value) {
            return value instanceof Number number ? number.doubleValue() : Double.NaN;
        }
    }
}
