package plainsieve.server.api;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.server.authoring.ColumnLooks;
import plainsieve.server.lists.ValueLists;
import plainsieve.server.project.ListDefinition;
import plainsieve.server.project.ListedValue;
import plainsieve.server.project.ParameterDefinition;
import plainsieve.server.project.ParameterGraph;
import plainsieve.server.project.Parameters;
import plainsieve.server.project.Renaming;
import plainsieve.server.project.TextChange;
import plainsieve.server.project.Uses;
import plainsieve.server.runs.ListRequests;

/** Parameters of the project, and the values they may take. */
@RestController
@RequestMapping("/api/parameters")
class ParametersApi {
    private final Parameters parameters;
    private final ParameterGraph graph;
    private final Uses uses;
    private final ListRequests lists;
    private final Renaming renaming;
    private final ColumnLooks looks;

    ParametersApi(
            Parameters parameters,
            ParameterGraph graph,
            Uses uses,
            ListRequests lists,
            Renaming renaming,
            ColumnLooks looks) {
        this.parameters = parameters;
        this.graph = graph;
        this.uses = uses;
        this.lists = lists;
        this.renaming = renaming;
        this.looks = looks;
    }

    @GetMapping
    List<Bodies.ParameterUse> all() {
        return parameters.all().values().stream().map(this::use).toList();
    }

    private Bodies.ParameterUse use(ParameterDefinition definition) {
        List<Uses.Use> found = uses.of(definition.name());
        return new Bodies.ParameterUse(
                definition, found, List.copyOf(graph.needs(definition)), notices(definition, found));
    }

    private static List<String> notices(ParameterDefinition definition, List<Uses.Use> uses) {
        List<String> notices = new ArrayList<>();
        if (uses.isEmpty()) {
            notices.add("Nothing uses it.");
        }
        uses.stream()
                .filter(use -> use.kind().equals("report") && use.using() < use.of() && !definition.isComputed())
                .forEach(use -> notices.add(
                        use.using() == 0
                                ? "Shown on “%s”, but none of its queries uses it.".formatted(use.name())
                                : "Used by %d of %d queries of “%s”.".formatted(use.using(), use.of(), use.name())));
        boolean required = definition.blankRule().equals("not-allowed");
        boolean opensEmpty = definition.start().kind().equals("choice")
                && definition.start().choice().kind().equals("blank");
        if (required && opensEmpty && !definition.isComputed()) {
            notices.add("A choice is required and there is no default: reports open with a question.");
        }
        if (definition.type().equals("name") && !definition.hasList()) {
            notices.add("A name must come from a list.");
        }
        return notices;
    }

    @PostMapping
    ParameterDefinition add(@RequestBody ParameterDefinition body) {
        return parameters.add(body);
    }

    @PutMapping("/{name}")
    ParameterDefinition change(@PathVariable String name, @RequestBody ParameterDefinition body) {
        if (!name.equals(body.name())) {
            throw new ProblemException(Problem.of(
                    "name-differs", "The name in the address and the one in the body differ.", "Send the same name."));
        }
        return parameters.change(body);
    }

    @GetMapping("/{name}")
    ParameterDefinition one(@PathVariable String name) {
        return parameters.get(name);
    }

    /** Puts the parameters into an order. */
    @PostMapping("/order")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void order(@RequestBody NewOrder body) {
        parameters.order(body.names());
    }

    record NewOrder(List<String> names) {}

    /** Every line that a new name would change. */
    @GetMapping("/{name}/rename-preview")
    List<TextChange> preview(@PathVariable String name, @RequestParam String to) {
        return renaming.preview(name, to);
    }

    /** Renames a parameter and every use of it. */
    @PostMapping("/{name}/name")
    ParameterDefinition rename(@PathVariable String name, @RequestBody NewName body) {
        return renaming.rename(name, body.name());
    }

    record NewName(String name) {}

    @DeleteMapping("/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable String name) {
        List<String> users = uses.of(name).stream()
                .map(use -> "the %s “%s”".formatted(use.kind(), use.name()))
                .toList();
        parameters.remove(name, users);
    }

    /** The values of the list, or a page of those that contain a search. */
    @PostMapping("/{name}/values")
    ValueLists.ValueList values(@PathVariable String name, @RequestBody Bodies.ListAsked body) {
        return lists.values(
                parameters.get(name),
                ReportsApi.texts(body.choices()),
                new ListRequests.For(body.reportId(), body.signed(), body.trial()),
                new ListRequests.Part(body.search(), body.start(), body.refresh()));
    }

    /** Those of the chosen values that are on the list, with their labels. */
    @PostMapping("/{name}/named")
    List<ListedValue> named(@PathVariable String name, @RequestBody Bodies.ListAsked body) {
        return lists.named(
                parameters.get(name),
                ReportsApi.texts(body.choices()),
                new ListRequests.For(body.reportId(), body.signed(), body.trial()));
    }

    /** A hand-typed list against the column behind the parameter. */
    @GetMapping("/{name}/comparison")
    Bodies.ListComparison comparison(@PathVariable String name) {
        ParameterDefinition definition = parameters.get(name);
        ListDefinition.ColumnPlace column = looks.column(definition)
                .orElseThrow(() -> new ProblemException(Problem.of(
                                "no-column",
                                "No query compares :%s with a plain column.".formatted(name),
                                "Name the column that the list belongs to.")
                        .about(name)));
        ValueLists.ValueList inData = lists.ofColumn(definition, column);
        Set<String> occurring = new HashSet<>();
        inData.values().forEach(item -> occurring.add(item.value()));
        Map<String, String> listed = new HashMap<>();
        definition.list().values().forEach(item -> listed.put(item.value(), item.label()));
        return new Bodies.ListComparison(
                inData.complete()
                        ? definition.list().values().stream()
                                .map(ListedValue::value)
                                .filter(value -> !occurring.contains(value))
                                .toList()
                        : List.of(),
                inData.values().stream()
                        .map(ListedValue::value)
                        .filter(value -> !listed.containsKey(value))
                        .toList(),
                inData.complete());
    }

    /** The column that a query compares the parameter with; without a name when there is none. */
    @GetMapping("/{name}/column")
    ListDefinition.ColumnPlace column(@PathVariable String name) {
        return looks.compared(parameters.get(name)).orElse(ListDefinition.ColumnPlace.NONE);
    }

    /** How the numbers of the column behind the parameter are spread. */
    @GetMapping("/{name}/spread")
    ColumnLooks.Spread spread(@PathVariable String name) {
        return looks.spread(parameters.get(name));
    }
}
