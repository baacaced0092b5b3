package plainsieve.server.api.author;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.ColumnReference;
import plainsieve.core.parameter.DefaultDefinition;
import plainsieve.core.parameter.ListedValue;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.sentence.parameter.ParameterSentence;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;
import plainsieve.files.forms.Absent;
import plainsieve.files.forms.ColumnForm;
import plainsieve.files.forms.ParameterForm;
import plainsieve.server.body.RequestLimits;
import plainsieve.server.body.SentenceBodies;
import plainsieve.server.body.UsageBody;
import plainsieve.server.definitions.edits.ParameterEdits;
import plainsieve.server.definitions.model.Usage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.editing.assist.ColumnProfiles;
import plainsieve.server.editing.assist.ParameterContexts;
import plainsieve.server.editing.refactoring.ParameterRenaming;
import plainsieve.server.editing.refactoring.TextChange;
import plainsieve.server.http.Creates;
import plainsieve.server.http.context.PageRequest;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.results.runs.ListRequests;
import plainsieve.server.sources.lists.RowAccessWarnings;
import plainsieve.server.sources.lists.ValueLists;

/** The parameters of a project. */
@RestController
@RequestMapping("/api/v1/projects/{project}/parameters")
@RequiredRole(Role.AUTHOR)
class ParametersApi {
    private final ParameterEdits edits;
    private final ParameterRenaming parameterRenaming;
    private final ColumnProfiles looks;
    private final ListRequests lists;
    private final ParameterContexts surroundings;

    ParametersApi(
            ParameterEdits edits,
            ParameterRenaming parameterRenaming,
            ColumnProfiles looks,
            ListRequests lists,
            ParameterContexts surroundings) {
        this.edits = edits;
        this.parameterRenaming = parameterRenaming;
        this.looks = looks;
        this.lists = lists;
        this.surroundings = surroundings;
    }

    /**
     * A parameter with its relations.
     *
     * @param sentence its sentences
     * @param dependencies the parameters that its list and formulas depend on
     * @param notices for its author
     */
    record ParameterOverview(
            ParameterForm definition,
            ParameterSentenceBody sentence,
            List<UsageBody> uses,
            List<String> dependencies,
            List<String> notices) {}

    /**
     * A parameter as sentences.
     *
     * @param name its label and hint
     * @param sentence its main properties
     * @param more usual properties, shown on demand
     */
    record ParameterSentenceBody(
            List<SentenceBodies.SentencePart> name,
            List<SentenceBodies.SentencePart> sentence,
            List<SentenceBodies.SentencePart> more) {
        static ParameterSentenceBody of(ParameterSentence sentence) {
            return new ParameterSentenceBody(
                    SentenceBodies.pieces(sentence.name()),
                    SentenceBodies.pieces(sentence.render()),
                    SentenceBodies.pieces(sentence.more()));
        }
    }

    @GetMapping
    List<ParameterOverview> listParameters(Project project, PageRequest page) {
        return page.of(List.copyOf(project.parameters().values()), ParameterDefinition::name).stream()
                .map(definition -> overview(project, definition))
                .toList();
    }

    private ParameterOverview overview(Project project, ParameterDefinition definition) {
        List<Usage> found = project.uses(definition.name());
        return new ParameterOverview(
                ParameterForm.of(definition),
                ParameterSentenceBody.of(new ParameterSentence(definition, surroundings.toSay(project, definition))),
                found.stream().map(UsageBody::total).toList(),
                List.copyOf(project.needs(definition.name())),
                notices(project, definition, found));
    }

    private static List<String> notices(Project project, ParameterDefinition definition, List<Usage> uses) {
        List<String> notices = new ArrayList<>();
        if (uses.isEmpty()) {
            notices.add("Nothing uses it.");
        }
        uses.stream()
                .filter(usage ->
                        usage.kind() == Usage.Kind.REPORT && usage.users() < usage.total() && !definition.isComputed())
                .forEach(usage -> notices.add(
                        usage.users() == 0
                                ? "Shown on “%s”, but none of its queries uses it.".formatted(usage.name())
                                : "Used by %d of %d queries of “%s”."
                                        .formatted(usage.users(), usage.total(), usage.name())));
        boolean required = definition.meaning().blankRule() == BlankRule.NOT_ALLOWED;
        boolean opensEmpty = definition.start().equals(DefaultDefinition.of(ChoiceText.blank()));
        if (required && opensEmpty && !definition.isComputed()) {
            notices.add("A choice is required and there is no default: reports open with a question.");
        }
        if (definition.type() == Type.NAME && !definition.list().exists()) {
            notices.add("A name must come from a list.");
        }
        notices.addAll(RowAccessWarnings.of(project, definition));
        return notices;
    }

    @PostMapping
    @Creates("/api/v1/projects/{project}/parameters/{created}")
    ParameterForm createParameter(Project project, @Valid @RequestBody ParameterForm body) {
        return ParameterForm.of(edits.add(project, body.toDefinition()));
    }

    @PutMapping("/{name}")
    ParameterForm updateParameter(Project project, @PathVariable String name, @Valid @RequestBody ParameterForm body) {
        if (!name.equals(body.name())) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_REQUEST,
                    "The name in the address and the one in the body differ.",
                    "Send the same name."));
        }
        return ParameterForm.of(
                edits.change(project, body.toDefinition(project.parameter(name).rowAccess())));
    }

    @GetMapping("/{name}")
    ParameterForm getParameter(Project project, @PathVariable String name) {
        return ParameterForm.of(project.parameter(name));
    }

    /** Puts the parameters into an order. */
    @PostMapping("/order")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void orderParameters(Project project, @Valid @RequestBody ParameterOrder body) {
        edits.order(project, body.names());
    }

    record ParameterOrder(List<@NotNull(message = RequestLimits.MISSING) String> names) {
        ParameterOrder {
            names = Absent.orEmpty(names);
        }
    }

    /** Every line that a new name would change. */
    @GetMapping("/{name}/rename-preview")
    List<TextChange> previewParameterRename(Project project, @PathVariable String name, @RequestParam String to) {
        return parameterRenaming.preview(project, name, to);
    }

    /** Renames a parameter and every use of it. */
    @PatchMapping("/{name}")
    ParameterForm renameParameter(
            Project project, @PathVariable String name, @Valid @RequestBody NewParameterName body) {
        return ParameterForm.of(parameterRenaming.rename(project, name, body.name()));
    }

    record NewParameterName(
            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String name) {
        NewParameterName {
            name = Absent.orEmpty(name);
        }
    }

    @DeleteMapping("/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void removeParameter(Project project, @PathVariable String name) {
        edits.remove(project, name);
    }

    /** The differences between a typed list and the data; incomplete if the column has more values than were read. */
    record ListComparison(List<String> notOccurring, List<String> notListed, boolean complete) {}

    /** Compares a typed list with the values of the column that the parameter is compared with. */
    @PostMapping("/{name}/comparisons")
    ListComparison compareParameterValues(Project project, Caller caller, @PathVariable String name) {
        ParameterDefinition definition = project.parameter(name);
        ColumnReference column = looks.column(project, definition)
                .orElseThrow(() -> new ProblemException(Problem.of(
                                ProblemKind.UNKNOWN_COLUMN,
                                "No query compares :%s with a plain column.".formatted(name),
                                "Name the column that the list belongs to.")
                        .about(name)));
        ValueLists.ValueList inData = lists.ofColumn(project, caller, definition, column);
        List<String> occurring =
                inData.values().stream().map(ListedValue::value).toList();
        List<String> listed =
                definition.list().typedValues().stream().map(ListedValue::value).toList();
        return new ListComparison(
                inData.complete() ? without(listed, occurring) : List.of(),
                without(occurring, listed),
                inData.complete());
    }

    private static List<String> without(List<String> values, List<String> others) {
        Set<String> gone = new HashSet<>(others);
        return values.stream().filter(value -> !gone.contains(value)).toList();
    }

    /** The column that a query compares the parameter with; without a name if there is none. */
    @GetMapping("/{name}/column")
    ColumnForm getParameterColumn(Project project, @PathVariable String name) {
        return ColumnForm.of(looks.compared(project, project.parameter(name)).orElse(ColumnReference.NONE));
    }
}
