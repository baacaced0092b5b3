package plainsieve.sources.jdbc;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.ExplainSyntax;
import plainsieve.core.evidence.Plan;
import plainsieve.core.evidence.PlanReader;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.RunnableText;
import plainsieve.core.statement.Statement;
import plainsieve.sources.Column;
import plainsieve.sources.RowReceiver;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/** Reads the plan of a statement with the same bound values. */
public final class ExplainRunner {
    private static final JsonMapper JSON = new JsonMapper();
    private static final long MOST_LINES = 100_000;

    /** Sends one EXPLAIN statement. */
    interface Sender {
        void send(Statement question, RowReceiver receiver);
    }

    private record Lines(List<List<Object>> rows) implements RowReceiver {
        @Override
        public void columns(List<Column> columns) {
            // A plan's columns are known by their places.
        }

        @Override
        public void row(Object[] values) {
            rows.add(Arrays.asList(values));
        }
    }

    private ExplainRunner() {}

    static Plan plan(Statement statement, Dialect dialect, boolean measured, Sender sender) {
        ExplainSyntax form = dialect.explain();
        boolean can = measured && !form.measured().isEmpty();
        List<Object> answers = new ArrayList<>();
        for (String question : can ? form.measured() : form.planned()) {
            Lines lines = new Lines(new ArrayList<>());
            sender.send(
                    form.valuesWritten() ? written(question, statement, dialect) : prefixed(question, statement),
                    lines);
            answers.add(form.answer().isJson() ? json(lines) : lines.rows());
        }
        if (!form.indexedColumns().isEmpty()) {
            Lines lines = new Lines(new ArrayList<>());
            sender.send(new Statement(form.indexedColumns(), List.of(), List.of(), MOST_LINES), lines);
            answers.add(lines.rows());
        }
        return PlanReader.of(form.answer()).read(answers);
    }

    /** For a database that accepts no placeholders in EXPLAIN. */
    private static Statement written(String question, Statement statement, Dialect dialect) {
        SortedMap<Integer, String> literals = new TreeMap<>();
        statement.values().forEach(value -> literals.put(value.offset(), RunnableText.literal(value.bound(), dialect)));
        String text = RunnableText.withValues(statement.text(), literals);
        int mark = text.startsWith("\uFEFF") ? 1 : 0;
        return new Statement(question + text.substring(mark), List.of(), List.of(), MOST_LINES);
    }

    private static Statement prefixed(String question, Statement statement) {
        String text = statement.text();
        int mark = text.startsWith("\uFEFF") ? 1 : 0;
        int moved = question.length() - mark;
        return new Statement(
                question + text.substring(mark),
                statement.values().stream()
                        .map(value -> new BoundValue(value.parameter(), value.offset() + moved, value.bound()))
                        .toList(),
                List.of(),
                MOST_LINES);
    }

    private static Object json(Lines lines) {
        if (lines.rows().isEmpty()) {
            return Map.of();
        }
        List<Object> row = lines.rows().get(0);
        String answer = String.valueOf(row.get(row.size() - 1));
        return read(answer).or(() -> read(corrected(answer))).orElse(Map.of());
    }

    /** Empty if it is not JSON: an unknown format, of which nothing is claimed. */
    private static Optional<Object> read(String answer) {
        try {
            return Optional.ofNullable(JSON.readValue(answer, Object.class));
        } catch (JacksonException e) {
            return Optional.empty();
        }
    }

    /** MariaDB does not escape the backslash before a quote, which is invalid JSON. */
    private static String corrected(String json) {
        return json.replace("\\'", "\\\\'");
    }
}
