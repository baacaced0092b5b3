package plainsieve.server.endure;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.regex.Pattern;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Malformed requests for every endpoint in the OpenAPI document. */
public final class MalformedRequests {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final JsonNodeFactory NODES = JsonNodeFactory.instance;
    private static final int LONG = 300_000;
    private static final int DEEP = 2_000;

    private static final List<String> BODIES = List.of(
            "", "{", "[]", "null", "\"x\"", "{\"nothing\": 1}", "[".repeat(DEEP), "\u0000\u0001", "{\"a\":1}{\"b\":2}");

    private static final List<String> IN_PATH = List.of(
            "%00",
            "..%2f..%2fetc",
            "%2e%2e",
            "%zz",
            "%",
            "a".repeat(5_000),
            "%E6%BC%A2%F0%9F%9A%A2",
            "-1",
            "9".repeat(40),
            "a%0d%0aX: y",
            ";a=b");

    private static final List<String> IN_QUERY =
            List.of("abc", "-1", "9".repeat(40), "", "%00", "%", "1e400", "%ff%fe", "a".repeat(20_000));

    private final JsonNode api;
    private final Map<String, String> known;

    /** A raw request. @param contentType empty without a body */
    public record Request(String method, String target, String contentType, String body) {
        @Override
        public String toString() {
            String start = body.length() > 120 ? body.substring(0, 120) + "…" : body;
            String where = target.length() > 160 ? target.substring(0, 160) + "…" : target;
            return method + " " + where + " " + contentType + " " + start;
        }
    }

    /**
     * @param api the OpenAPI document
     * @param known existing IDs by the start of a path: {@code /queries/ -> late-crossings}
     */
    public MalformedRequests(JsonNode api, Map<String, String> known) {
        this.api = api;
        this.known = known;
    }

    /** As many as requested, distributed over all endpoints. */
    public List<Request> some(int count, long seed) {
        List<Request> all = new ArrayList<>();
        api.get("paths").properties().forEach(path -> path.getValue().properties().stream()
                .filter(operation -> !operation.getKey().equals("parameters"))
                .forEach(operation -> all.addAll(of(path.getKey(), operation.getKey(), operation.getValue()))));
        Collections.shuffle(all, new Random(seed));
        return all.subList(0, Math.min(count, all.size()));
    }

    private List<Request> of(String path, String method, JsonNode operation) {
        List<Request> requests = new ArrayList<>();
        String verb = method.toUpperCase(Locale.ROOT);
        JsonNode schema = operation.at("/requestBody/content/application~1json/schema");
        String sample = schema.isMissingNode() ? "" : sample(schema, 0).toString();
        String type = sample.isEmpty() ? "" : "application/json";
        String there = filled(path);
        inPaths(path).forEach(target -> requests.add(new Request(verb, target, type, sample)));
        inQueries(operation, there).forEach(target -> requests.add(new Request(verb, target, type, sample)));
        if (!sample.isEmpty()) {
            requests.add(new Request(verb, there, "text/plain", sample));
            requests.add(new Request(verb, there, "application/x-www-form-urlencoded", "a=b"));
            requests.add(new Request(verb, there, "application/json;charset=utf-99", sample));
            BODIES.forEach(body -> requests.add(new Request(verb, there, type, body)));
            damaged(schema).forEach(body -> requests.add(new Request(verb, there, type, body.toString())));
        }
        requests.add(new Request("PATCH", there, "application/json", "{}"));
        return requests;
    }

    private String filled(String path) {
        String filled = path;
        for (Map.Entry<String, String> one : known.entrySet()) {
            filled = filled.replaceFirst(Pattern.quote(one.getKey()) + "\\{[^}]+}", one.getKey() + one.getValue());
        }
        return filled.replaceAll("\\{[^}]+}", "x");
    }

    private List<String> inPaths(String path) {
        List<String> targets = new ArrayList<>();
        String[] parts = path.split("/");
        for (int i = 0; i < parts.length; i++) {
            if (parts[i].startsWith("{")) {
                String before = filled(String.join("/", List.of(parts).subList(0, i)) + "/");
                String behind = i + 1 < parts.length
                        ? "/" + String.join("/", List.of(parts).subList(i + 1, parts.length))
                        : "";
                IN_PATH.forEach(odd -> targets.add(before + odd + filled(behind)));
            }
        }
        return targets;
    }

    private static List<String> inQueries(JsonNode operation, String there) {
        List<String> targets = new ArrayList<>();
        operation.path("parameters").forEach(parameter -> {
            if (parameter.path("in").asString("").equals("query")) {
                IN_QUERY.forEach(
                        odd -> targets.add(there + "?" + parameter.get("name").asString() + "=" + odd));
            }
        });
        return targets;
    }

    /** The sample with one invalid field, for every field and every kind of error. */
    private List<ObjectNode> damaged(JsonNode schema) {
        List<ObjectNode> bodies = new ArrayList<>();
        if (sample(schema, 0) instanceof ObjectNode whole) {
            for (String field : new ArrayList<>(whole.propertyNames())) {
                wrong().forEach((how, value) -> {
                    ObjectNode body = whole.deepCopy();
                    body.set(field, value);
                    bodies.add(body);
                });
                ObjectNode without = whole.deepCopy();
                without.remove(field);
                bodies.add(without);
            }
        }
        return bodies;
    }

    private static Map<String, JsonNode> wrong() {
        Map<String, JsonNode> all = new LinkedHashMap<>();
        all.put("null", NODES.nullNode());
        all.put("number", NODES.numberNode(-1));
        all.put("huge number", NODES.numberNode(new BigInteger("9".repeat(60))));
        all.put("fraction", NODES.numberNode(1.5));
        all.put("truth", NODES.booleanNode(true));
        all.put("text", NODES.stringNode("\u0000\uD800 ?; drop"));
        all.put("long", NODES.stringNode("x".repeat(LONG)));
        all.put("list", NODES.arrayNode().add(NODES.nullNode()).add("x"));
        all.put("object", NODES.objectNode().set("x", NODES.nullNode()));
        return all;
    }

    private JsonNode sample(JsonNode schema, int depth) {
        if (schema.has("$ref")) {
            String name = schema.get("$ref").asString();
            return sample(api.at(name.substring(1)), depth + 1);
        }
        if (depth > 6) {
            return NODES.nullNode();
        }
        String type = schema.path("type").asString("");
        return switch (type) {
            case "object" -> object(schema, depth);
            case "array" -> NODES.arrayNode().add(sample(schema.path("items"), depth + 1));
            case "integer" -> NODES.numberNode(1);
            case "number" -> NODES.numberNode(1.5);
            case "boolean" -> NODES.booleanNode(false);
            default -> NODES.stringNode(schema.path("enum").path(0).asString("x"));
        };
    }

    private ObjectNode object(JsonNode schema, int depth) {
        ObjectNode object = JSON.createObjectNode();
        schema.path("properties")
                .properties()
                .forEach(property -> object.set(property.getKey(), sample(property.getValue(), depth + 1)));
        return object;
    }
}
