package plainsieve.server.http;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.util.Arrays;
import org.springframework.core.MethodParameter;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpInputMessage;
import org.springframework.http.converter.HttpMessageConverter;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.servlet.mvc.method.annotation.RequestBodyAdviceAdapter;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Lets a client name the version that a change is based on in the header If-Match instead of in the body. */
@RestControllerAdvice
class IfMatchVersions extends RequestBodyAdviceAdapter {
    private static final String VERSION = "version";

    private final JsonMapper json;

    IfMatchVersions(JsonMapper json) {
        this.json = json;
    }

    @Override
    public boolean supports(
            MethodParameter parameter, Type target, Class<? extends HttpMessageConverter<?>> converter) {
        RecordComponent[] components = parameter.getParameterType().getRecordComponents();
        return components != null
                && Arrays.stream(components)
                        .anyMatch(component -> component.getName().equals(VERSION));
    }

    @Override
    public HttpInputMessage beforeBodyRead(
            HttpInputMessage message,
            MethodParameter parameter,
            Type target,
            Class<? extends HttpMessageConverter<?>> converter)
            throws IOException {
        String tag = message.getHeaders().getFirst(HttpHeaders.IF_MATCH);
        if (tag == null) {
            return message;
        }
        int version = version(tag);
        JsonNode body = read(message);
        if (body instanceof ObjectNode object) {
            object.put(VERSION, version);
        }
        return new ReadMessage(message.getHeaders(), json.writeValueAsBytes(body));
    }

    private JsonNode read(HttpInputMessage message) throws IOException {
        try {
            return json.readTree(message.getBody());
        } catch (JacksonException e) {
            throw new HttpMessageNotReadableException(e.getOriginalMessage(), e, message);
        }
    }

    private static int version(String tag) {
        if (!tag.matches("\"\\d{1,9}\"")) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_REQUEST,
                    "The header If-Match has an unknown entity tag, %s.".formatted(tag),
                    "Send the ETag of the resource, such as \"7\"."));
        }
        return Integer.parseInt(tag.substring(1, tag.length() - 1));
    }

    private record ReadMessage(HttpHeaders headers, byte[] content) implements HttpInputMessage {
        @Override
        public InputStream getBody() {
            return new ByteArrayInputStream(content);
        }

        @Override
        public HttpHeaders getHeaders() {
            return headers;
        }
    }
}
