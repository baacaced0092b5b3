package plainsieve.server.project;

import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Structured parts of the records to JSON and back. */
@Component
public final class Json {
    private final JsonMapper mapper;

    Json(JsonMapper mapper) {
        this.mapper = mapper;
    }

    public String write(Object value) {
        return mapper.writeValueAsString(value);
    }

    public <T> T read(String json, Class<T> type) {
        return mapper.readValue(json, type);
    }
}
