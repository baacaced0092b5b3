package plainsieve.cli;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;
import tools.jackson.databind.JsonNode;

/**
 * A filter on an output column in JSON, with the column type stated explicitly.
 *
 * <pre>
 * {"column": "port", "type": "text", "in": ["Ardlow", null]}        {"column": "port", "type": "text", "not in": ["Ardlow"]}
 * {"column": "delay", "type": "integer", "&gt;=": 15}                  {"column": "day", "type": "date", "between": ["2026-03-01", "2026-03-31"]}
 * {"column": "note", "type": "text", "like": "fog%"}                {"column": "note", "is": "null"}, {"column": "note", "is": "not null"}
 * </pre>
 */
final class FilterRequest {
    private static final Map<String, FilterExpression.Test> TESTS = Map.of(
            "in", FilterExpression.Test.ANY_OF,
            "not in", FilterExpression.Test.NONE_OF,
            "between", FilterExpression.Test.BETWEEN,
            "like", FilterExpression.Test.LIKE);

    private final JsonNode node;

    private FilterRequest(JsonNode node) {
        this.node = node;
    }

    static FilterExpression read(JsonNode node) {
        return new FilterRequest(node).filter();
    }

    private FilterExpression filter() {
        String column = node.path("column").asString("");
        if (column.isEmpty()) {
            throw invalid("has no “column”");
        }
        if (node.has("is")) {
            String said = node.path("is").asString("");
            boolean without = said.equals("null");
            if (!without && !said.equals("not null")) {
                throw invalid("is neither “null” nor “not null”");
            }
            return new FilterExpression(
                    column,
                    without ? FilterExpression.Test.WITHOUT_VALUE : FilterExpression.Test.WITH_VALUE,
                    Optional.empty(),
                    List.of(),
                    false,
                    type());
        }
        for (Map.Entry<String, JsonNode> entry : node.properties()) {
            Optional<AddedFilter.Comparison> comparison = comparison(entry.getKey());
            FilterExpression.Test test =
                    comparison.isPresent() ? FilterExpression.Test.COMPARED : TESTS.get(entry.getKey());
            if (test != null) {
                return filter(column, test, comparison, entry.getValue());
            }
        }
        throw invalid("has no condition on its column");
    }

    private FilterExpression filter(
            String column, FilterExpression.Test test, Optional<AddedFilter.Comparison> comparison, JsonNode said) {
        List<String> values = new ArrayList<>();
        boolean withoutValue = false;
        for (JsonNode item : said.isArray() ? said : List.of(said)) {
            withoutValue |= item.isNull();
            if (!item.isNull()) {
                values.add(item.asString());
            }
        }
        boolean list = test == FilterExpression.Test.ANY_OF || test == FilterExpression.Test.NONE_OF;
        int needed = test == FilterExpression.Test.BETWEEN ? 2 : 1;
        if (!list && (values.size() != needed || withoutValue)) {
            throw invalid("needs " + (needed == 1 ? "one value" : "two values"));
        }
        return new FilterExpression(column, test, comparison, values, withoutValue, type());
    }

    private Optional<Type> type() {
        if (!node.has("type")) {
            return Optional.empty();
        }
        String word = node.path("type").asString("");
        return Optional.of(Type.ofWord(word).orElseThrow(() -> invalid("has an unknown type “%s”".formatted(word))));
    }

    private static Optional<AddedFilter.Comparison> comparison(String symbol) {
        return Arrays.stream(AddedFilter.Comparison.values())
                .filter(comparison -> comparison.symbol().equals(symbol))
                .findFirst();
    }

    private ProblemException invalid(String what) {
        return new ProblemException(Problem.of(
                ProblemKind.INVALID_FILTER, "The filter %s %s.".formatted(node, what), "See docs/command-line.md."));
    }
}
