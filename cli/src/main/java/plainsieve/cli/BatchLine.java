package plainsieve.cli;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.files.ChoiceNotation;
import plainsieve.files.ProjectYaml;
import plainsieve.files.forms.ParameterForm;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** One line of a batch: a request as JSON, answered as JSON under the same id. */
final class BatchLine {
    private BatchLine() {}

    static String answer(String line, RewriteSession rewriteSession) {
        ObjectNode answer = JsonOutput.JSON.createObjectNode();
        try {
            JsonNode request = JsonOutput.JSON.readTree(line);
            answer.set("id", request.path("id").isMissingNode() ? JsonOutput.JSON.nullNode() : request.path("id"));
            answer.setAll(rewriteSession.rewrite(job(request)));
        } catch (ProblemException e) {
            answer.setAll(JsonOutput.errors(e.problems()));
        } catch (JacksonException e) {
            answer.setAll(JsonOutput.errors(List.of(Problem.of(
                    ProblemKind.INVALID_REQUEST,
                    "The line is not a JSON object: " + e.getOriginalMessage(),
                    "Correct it."))));
        }
        return JsonOutput.JSON.writeValueAsString(answer);
    }

    private static RewriteJob job(JsonNode request) {
        if (!request.isObject()) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_REQUEST, "A request is a JSON object.", "See docs/command-line.md."));
        }
        return new RewriteJob(
                text(request, "dialect"),
                text(request, "query"),
                parameters(request.path("parameters")),
                choices(request.path("choices")),
                filters(request.path("filters")),
                texts(request.path("groupBy")),
                texts(request.path("aggregates")),
                request.path("cap").isNumber()
                        ? RewriteCommand.capOrRefuse(request.path("cap").asLong())
                        : Statement.NO_CAP);
    }

    private static String text(JsonNode request, String field) {
        if (!request.path(field).isString()) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_REQUEST, "The request has no “%s”.".formatted(field), "Give it as a text."));
        }
        return request.path(field).asString();
    }

    private static List<ParameterForm> parameters(JsonNode node) {
        List<ParameterForm> entries = new ArrayList<>();
        if (node.isObject()) {
            for (Map.Entry<String, JsonNode> named : node.properties()) {
                ObjectNode entry = named.getValue().isObject()
                        ? ((ObjectNode) named.getValue()).deepCopy()
                        : JsonOutput.JSON.createObjectNode();
                entries.add(parameter(entry.put("name", named.getKey())));
            }
        }
        for (JsonNode entry : node.isArray() ? node : JsonOutput.JSON.createArrayNode()) {
            entries.add(parameter(entry));
        }
        return entries;
    }

    private static ParameterForm parameter(JsonNode entry) {
        return ProjectYaml.form(entry, ParameterForm.class, "parameter");
    }

    private static Map<String, ChoiceText> choices(JsonNode node) {
        Map<String, ChoiceText> choices = new LinkedHashMap<>();
        for (Map.Entry<String, JsonNode> choice : node.properties()) {
            choices.put(choice.getKey(), ChoiceNotation.read(choice.getValue()));
        }
        return choices;
    }

    private static List<FilterExpression> filters(JsonNode node) {
        List<FilterExpression> filters = new ArrayList<>();
        boolean none = node.isMissingNode() || node.isNull();
        for (JsonNode filter : none ? List.<JsonNode>of() : node.isArray() ? node : List.of(node)) {
            filters.add(filter.isObject() ? FilterRequest.read(filter) : FilterExpression.read(filter.asString()));
        }
        return filters;
    }

    private static List<String> texts(JsonNode node) {
        List<String> texts = new ArrayList<>();
        for (JsonNode text : node.isString() ? JsonOutput.JSON.createArrayNode().add(node) : node) {
            texts.add(text.asString());
        }
        return texts;
    }
}
