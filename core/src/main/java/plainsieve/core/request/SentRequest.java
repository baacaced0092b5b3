package plainsieve.core.request;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.JsonText;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Value;

/**
 * An outgoing request.
 *
 * @param sql over the rows of the response
 * @param sqlStart the offset of the SQL in the outgoing text
 * @param front the lines before it, with their values
 */
public record SentRequest(ServiceRequest ask, Statement sql, int sqlStart, String front) {
    private static final String BEHIND = "\n" + RequestText.THEN + "\n";
    private static final String HEADER = "header ";
    private static final String BODY = "body ";

    /** Whether a text that is sent is a request. */
    public static boolean isOne(String text) {
        return (text.startsWith("get /") || text.startsWith("post /")) && text.contains(BEHIND);
    }

    /** Throws {@link ProblemException} when it is none. */
    public static SentRequest of(Statement statement) {
        String text = statement.text();
        if (!isOne(text)) {
            throw new ProblemException(Problem.of(
                    ProblemKind.WRONG_LANGUAGE,
                    "A web service takes requests, not SQL.",
                    "Begin the query with “%s” and “get /…”.".formatted(RequestText.HEADER)));
        }
        int start = text.indexOf(BEHIND) + BEHIND.length();
        return new LineReader(statement, start).read();
    }

    /** The statement over the rows, with positions relative to its start. */
    private static Statement queryOf(Statement statement, int start) {
        return new Statement(
                statement.text().substring(start),
                statement.values().stream()
                        .filter(value -> value.offset() >= start)
                        .map(value -> value.shiftedBy(-start))
                        .toList(),
                statement.placements().stream()
                        .filter(place -> place.sentStart() >= start)
                        .map(place -> place.shiftedBy(-start))
                        .toList(),
                statement.cap());
    }

    /** Goes through the lines in front of the SQL. */
    private static final class LineReader {
        private final Statement statement;
        private final int sqlStart;
        private final Map<Integer, Value> values = new LinkedHashMap<>();
        private final Map<String, String> headers = new LinkedHashMap<>();
        private final List<String> directions = new ArrayList<>();
        private Optional<String> body = Optional.empty();
        private final StringBuilder front = new StringBuilder();
        private String address = "";

        LineReader(Statement statement, int sqlStart) {
            this.statement = statement;
            this.sqlStart = sqlStart;
            for (BoundValue value : statement.values()) {
                if (value.offset() < sqlStart && value.bound() instanceof PlaceholderBinding.Single single) {
                    values.put(value.offset(), single.value());
                }
            }
        }

        SentRequest read() {
            int at = 0;
            for (String line : statement.text().substring(0, sqlStart).split("\n")) {
                front.append(line(line, at)).append('\n');
                at += line.length() + 1;
            }
            return new SentRequest(
                    new ServiceRequest(
                            statement.text().startsWith("post"),
                            address,
                            headers,
                            body,
                            ResponseOptions.of(directions)),
                    queryOf(statement, sqlStart),
                    sqlStart,
                    front.toString());
        }

        /** @return the line with its values */
        private String line(String line, int start) {
            if (start == 0) {
                int from = line.indexOf('/');
                address = filled(
                        line, start, from, (value, before) -> RequestEncoding.value(RequestEncoding.written(value)));
                return line.substring(0, from) + address;
            }
            if (line.startsWith(HEADER)) {
                int from = line.indexOf('=') + 2;
                String said = filled(line, start, from, (value, before) -> RequestEncoding.written(value));
                headers.put(line.substring(HEADER.length(), from - 2).strip(), said);
                return line.substring(0, from) + said;
            }
            if (line.startsWith(BODY)) {
                body = Optional.of(filled(line, start, BODY.length(), LineReader::inBody));
                return BODY + body.get();
            }
            if (!line.equals(RequestText.THEN)) {
                directions.add(line);
            }
            return line;
        }

        private static String inBody(Value value, String before) {
            boolean inText =
                    before.replaceAll("\\\\.", "").chars().filter(c -> c == '"').count() % 2 == 1;
            return inText ? JsonText.inside(RequestEncoding.written(value)) : RequestEncoding.json(value);
        }

        private interface Put {
            String of(Value value, String before);
        }

        private String filled(String line, int start, int from, Put put) {
            StringBuilder out = new StringBuilder();
            for (int i = from; i < line.length(); i++) {
                Value value = values.get(start + i);
                out.append(value == null ? String.valueOf(line.charAt(i)) : put.of(value, out.toString()));
            }
            return out.toString();
        }
    }
}
