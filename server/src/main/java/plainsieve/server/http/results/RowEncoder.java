package plainsieve.server.http.results;

import java.io.ByteArrayOutputStream;
import plainsieve.server.sources.ShownValue;
import tools.jackson.core.JsonGenerator;
import tools.jackson.databind.json.JsonMapper;

/**
 * Encodes rows as lines of a result, {@link RunEvent.Rows}: each value is written when it arrives, so that nothing is buffered
 * twice. The first line is short, so that it arrives early.
 */
final class RowEncoder {
    private static final int FIRST_ROWS = 50;
    private static final int ROWS = 500;

    private final JsonMapper json;
    private final ByteArrayOutputStream out;
    private JsonGenerator writing;
    private int most = FIRST_ROWS;
    private int rows;

    RowEncoder(JsonMapper json, ByteArrayOutputStream out) {
        this.json = json;
        this.out = out;
    }

    /** Whether a line was ended by it. */
    boolean add(Object[] values) {
        if (rows == 0) {
            begin();
        }
        writing.writeStartArray();
        for (Object value : values) {
            write(ShownValue.of(value));
        }
        writing.writeEndArray();
        rows++;
        boolean full = rows == most;
        if (full) {
            flush();
            most = ROWS;
        }
        return full;
    }

    private void begin() {
        writing = json.createGenerator(out);
        writing.writeStartObject();
        writing.writeStringProperty("event", "rows");
        writing.writeArrayPropertyStart("rows");
    }

    private void write(Object value) {
        if (value instanceof String text) {
            writing.writeString(text);
        } else if (value instanceof Long number) {
            writing.writeNumber(number);
        } else if (value instanceof Double number) {
            writing.writeNumber(number);
        } else {
            writing.writePOJO(value);
        }
    }

    /** Ends the current line, if there is one. */
    void flush() {
        if (rows > 0) {
            writing.writeEndArray();
            writing.writeEndObject();
            writing.close();
            out.write('\n');
            rows = 0;
        }
    }
}
