package plainsieve.server.authoring;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import plainsieve.core.catalogue.ComparedColumn;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.Wanted;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.server.project.ListDefinition;
import plainsieve.server.project.ParameterDefinition;
import plainsieve.server.project.Queries;
import plainsieve.server.records.QueryRow;
import plainsieve.server.sources.SideStatements;
import plainsieve.server.sources.SourceFacts;
import plainsieve.server.sources.SourceRegistry;
import plainsieve.sources.Column;
import plainsieve.sources.RowReceiver;

/** Looks at the column behind a parameter: how its numbers are spread. Worked out at the source. */
@Service
public class ColumnLooks {
    private static final int STRETCHES = 24;
    private static final String LOW = "spread_low";
    private static final String WIDTH = "spread_width";

    private final Queries queries;
    private final SourceFacts facts;
    private final SourceRegistry sources;
    private final SideStatements statements;

    ColumnLooks(Queries queries, SourceFacts facts, SourceRegistry sources, SideStatements statements) {
        this.queries = queries;
        this.facts = facts;
        this.sources = sources;
        this.statements = statements;
    }

    /**
     * How the numbers of a column are spread.
     *
     * @param counts how many rows lie in each of the equally wide stretches between least and most; empty when there is
     *     no such column or it has no numbers
     */
    public record Spread(double least, double most, List<Long> counts) {
        static final Spread NONE = new Spread(0, 0, List.of());
    }

    /** The spread of the column that the parameter is compared with, in the first query that compares it with a plain one. */
    public Spread spread(ParameterDefinition definition) {
        return column(definition).map(this::spread).orElse(Spread.NONE);
    }

    /** The column that a parameter's values come from or are compared with. */
    public Optional<ListDefinition.ColumnPlace> column(ParameterDefinition definition) {
        return definition.list().column().column().isEmpty()
                ? compared(definition)
                : Optional.of(definition.list().column());
    }

    /** The plain column that the first query compares the parameter with. */
    public Optional<ListDefinition.ColumnPlace> compared(ParameterDefinition definition) {
        return queries.all().stream()
                .flatMap(query -> compared(query, definition.name()).stream())
                .findFirst();
    }

    private Optional<ListDefinition.ColumnPlace> compared(QueryRow query, String name) {
        try {
            PreparedQuery prepared = queries.prepare(query, query.liveText());
            if (!prepared.parameterNames().contains(name)) {
                return Optional.empty();
            }
            return ComparedColumn.of(prepared.query(), prepared.dialect(), facts.of(query.sourceId()), name).stream()
                    .flatMap(column -> ListDefinition.ColumnPlace.of(query.sourceId(), column).stream())
                    .findFirst();
        } catch (ProblemException e) {
            return Optional.empty();
        }
    }

    private Spread spread(ListDefinition.ColumnPlace place) {
        Dialect dialect = sources.get(place.sourceId()).dialect();
        String column = dialect.quoteName(place.column());
        String table = (place.schema().isEmpty() ? "" : dialect.quoteName(place.schema()) + ".")
                + dialect.quoteName(place.table());
        List<double[]> ends = numbers(place, "select min(" + column + "), max(" + column + ") from " + table, Map.of());
        if (ends.isEmpty() || Double.isNaN(ends.get(0)[0])) {
            return Spread.NONE;
        }
        double least = ends.get(0)[0];
        double most = ends.get(0)[1];
        double width = Math.max((most - least) / STRETCHES, Double.MIN_NORMAL);
        String stretch = dialect.wholePart("(" + column + " - :" + LOW + ") * 1.0 / :" + WIDTH);
        String text = "select " + stretch + ", count(*) from " + table + " where " + column
                + " is not null group by 1 order by 1";
        Map<String, String> values = new LinkedHashMap<>();
        values.put(LOW, java.math.BigDecimal.valueOf(least).toPlainString());
        values.put(WIDTH, java.math.BigDecimal.valueOf(width).toPlainString());
        long[] counts = new long[STRETCHES];
        for (double[] row : numbers(place, text, values)) {
            counts[(int) Math.min(Math.max(row[0], 0), STRETCHES - 1)] += (long) row[1];
        }
        return new Spread(least, most, java.util.Arrays.stream(counts).boxed().toList());
    }

    private List<double[]> numbers(ListDefinition.ColumnPlace place, String text, Map<String, String> values) {
        Map<String, Parameter> known = new HashMap<>();
        Map<String, Choice> chosen = new HashMap<>();
        values.forEach((name, value) -> {
            Parameter parameter = Parameter.of(name, Type.DECIMAL);
            known.put(name, parameter);
            chosen.putAll(ChoiceReader.readAll(Map.of(name, parameter), Map.of(name, ChoiceText.of(value))));
        });
        Statement statement = queries.prepare(place.sourceId(), text)
                .rewrite(new Choices(known, chosen), Wanted.allRows(), STRETCHES + 2L);
        Numbers rows = new Numbers();
        statements.send(place.sourceId(), "", statement, rows);
        return rows.found;
    }

    private static final class Numbers implements RowReceiver {
        private final List<double[]> found = new ArrayList<>();

        @Override
        public void columns(List<Column> columns) {
            // Two columns of numbers, as they were asked for.
        }

        @Override
        public void row(Object[] values) {
            found.add(new double[] {number(values[0]), number(values[1])});
        }

        private static double number(Object value) {
            return value instanceof Number number ? number.doubleValue() : Double.NaN;
        }
    }
}
