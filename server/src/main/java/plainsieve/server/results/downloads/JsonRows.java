package plainsieve.server.results.downloads;

import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import plainsieve.sources.Column;
import tools.jackson.core.JsonGenerator;
import tools.jackson.databind.json.JsonMapper;

/** One JSON object: title, question, choices, asOf, columns, and the rows as arrays; decimals keep every digit. */
final class JsonRows implements RowWriter {
    private final JsonGenerator out;
    private final FileHeader header;

    JsonRows(OutputStream stream, FileHeader header, JsonMapper json) {
        this.out = json.createGenerator(stream);
        this.header = header;
    }

    @Override
    public void columns(List<Column> columns) {
        out.writeStartObject();
        out.writeStringProperty("title", header.title());
        out.writeStringProperty("question", header.question());
        out.writeObjectPropertyStart("choices");
        for (Map.Entry<String, String> choice : header.choices()) {
            out.writeStringProperty(choice.getKey(), choice.getValue());
        }
        out.writeEndObject();
        out.writeStringProperty("asOf", header.asOf());
        out.writeArrayPropertyStart("columns");
        for (Column column : columns) {
            out.writeStartObject();
            out.writeStringProperty("name", column.name());
            out.writeStringProperty("label", header.label(column.name()));
            out.writeStringProperty("type", column.type());
            out.writeEndObject();
        }
        out.writeEndArray();
        out.writeArrayPropertyStart("rows");
    }

    @Override
    public void row(Object[] values) {
        out.writeRaw("\n");
        out.writeStartArray();
        for (Object value : values) {
            value(value);
        }
        out.writeEndArray();
    }

    private void value(Object value) {
        if (value == null) {
            out.writeNull();
        } else if (value instanceof Boolean truth) {
            out.writeBoolean(truth);
        } else if (value instanceof Long number) {
            out.writeNumber(number);
        } else if (value instanceof BigDecimal number) {
            out.writeNumber(number);
        } else if (value instanceof Double number && Double.isFinite(number)) {
            out.writeNumber(number);
        } else {
            out.writeString(value.toString());
        }
    }

    @Override
    public void close() throws IOException {
        out.writeEndArray();
        out.writeEndObject();
        out.flush();
    }
}
