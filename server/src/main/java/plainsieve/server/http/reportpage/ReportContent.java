package plainsieve.server.http.reportpage;

import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.ColumnReference;
import plainsieve.core.parameter.ListDefinition;
import plainsieve.core.parameter.ListedValue;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.files.forms.ChoiceForm;
import plainsieve.files.forms.ParameterForm;
import plainsieve.server.body.QuestionBodies;
import plainsieve.server.body.ReportBodies.ReportBody;
import plainsieve.server.body.ReportBodies.ReportContentBody;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.people.Caller;
import plainsieve.server.results.runs.ChoiceResolver;
import plainsieve.server.results.runs.QuestionRenderer;
import plainsieve.server.results.runs.ReportRunRequests;
import plainsieve.server.results.runs.RequestedChoices;
import plainsieve.server.results.runs.ResolvedChoices;
import plainsieve.server.runtime.settings.Settings;

/** A report as its page needs it, and its question with choices in it: as viewers have it, or in a draft. */
@Component
public class ReportContent {
    private final ChoiceResolver choiceResolver;
    private final QuestionRenderer questionRenderer;
    private final Settings settings;

    ReportContent(ChoiceResolver choiceResolver, QuestionRenderer questionRenderer, Settings settings) {
        this.choiceResolver = choiceResolver;
        this.questionRenderer = questionRenderer;
        this.settings = settings;
    }

    public ReportBody page(Project project, Caller caller, Report report) {
        Map<String, List<String>> byView = new HashMap<>();
        report.views().forEach(view -> byView.put(view.id(), List.copyOf(project.parametersOf(view))));
        Set<String> names = project.parametersOf(report);
        Map<String, List<String>> needs = new HashMap<>();
        names.stream()
                .filter(project.parameters()::containsKey)
                .forEach(name -> needs.put(name, List.copyOf(project.needs(name))));
        ViewContext inContext = new ViewContext(project, report);
        return new ReportBody(
                report.id(),
                report.name(),
                report.audience(),
                report.question(),
                ReportContentBody.of(report),
                chosenByReaders(project, caller, names),
                byView,
                inContext.leads(),
                inContext.partners(),
                inContext.spans(),
                inContext.limited(),
                needs,
                settings.reportRowLimit(),
                report.version(),
                StageRestrictions.describe(project, report, caller));
    }

    /** Without computed ones and trial values, and with current defaults. In the project's order. */
    private List<ParameterForm> chosenByReaders(Project project, Caller caller, Set<String> names) {
        return project.parameters().values().stream()
                .filter(definition -> names.contains(definition.name()) && !definition.isComputed())
                .map(definition -> asIsTheirs(definition, choiceResolver.opening(project, caller, definition)))
                .toList();
    }

    /* Without a list, the permitted values become one: they can be selected instead of typed. */
    private static ParameterForm asIsTheirs(ParameterDefinition definition, ResolvedChoices opening) {
        List<ListedValue> theirs = Stream.ofNullable(opening.determined().get(definition.name()))
                .flatMap(held -> held.values().stream())
                .map(ListedValue::of)
                .toList();
        ParameterDefinition told = theirs.isEmpty() || definition.list().exists()
                ? definition
                : definition.withList(new ListDefinition.Typed(theirs, ColumnReference.NONE));
        return ParameterForm.forReaders(told, opening.texts().getOrDefault(definition.name(), ChoiceText.blank()));
    }

    /** @param caller with fixed choices */
    public QuestionBodies.QuestionBody question(
            Project project, Caller caller, Report report, Map<String, ChoiceForm> choices, Locale locale) {
        RequestedChoices requested = ReportRunRequests.choices(project, caller, report, ChoiceForm.texts(choices));
        QuestionRenderer.Question question = questionRenderer.render(project, report, requested, locale);
        Map<String, String> former = project.formerNames();
        List<String> byLink = caller.fixed().keySet().stream()
                .map(name -> former.getOrDefault(name, name))
                .toList();
        return QuestionBodies.of(question, byLink);
    }
}
