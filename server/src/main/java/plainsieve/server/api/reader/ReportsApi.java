package plainsieve.server.api.reader;

import jakarta.validation.Valid;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.api.Route;
import plainsieve.server.api.body.ChoiceBody;
import plainsieve.server.api.body.ParameterBody;
import plainsieve.server.api.body.ProblemBody;
import plainsieve.server.api.body.ReportBodies.DefinitionBody;
import plainsieve.server.api.body.ReportBodies.ReportBody;
import plainsieve.server.api.body.ReportBodies.ReportCard;
import plainsieve.server.api.body.RunBodies;
import plainsieve.server.api.body.SaidBodies;
import plainsieve.server.people.Asker;
import plainsieve.server.people.Role;
import plainsieve.server.project.Project;
import plainsieve.server.project.Report;
import plainsieve.server.runs.AskedChoices;
import plainsieve.server.runs.Choosing;
import plainsieve.server.runs.Questions;
import plainsieve.server.runs.ReportOrders;
import plainsieve.server.settings.Settings;

/** Reports and their questions. */
@RestController
@RequestMapping("/api/projects/{project}/reports")
@Route(Role.READER)
class ReportsApi {
    private final Choosing choosing;
    private final Questions questions;
    private final LinkedAskers askers;
    private final Settings settings;

    ReportsApi(Choosing choosing, Questions questions, LinkedAskers askers, Settings settings) {
        this.choosing = choosing;
        this.questions = questions;
        this.askers = askers;
        this.settings = settings;
    }

    @GetMapping
    List<ReportCard> all(Project project, Asker asker, Locale locale) {
        return project.reports().stream()
                .map(report -> new ReportCard(
                        report.id(),
                        report.name(),
                        report.audience(),
                        SaidBodies.parts(questions
                                .ask(project, report, ReportOrders.choices(project, asker, report, Map.of()), locale)
                                .said()),
                        report.version()))
                .toList();
    }

    @GetMapping("/{id}")
    ReportBody one(Project project, Asker asker, @PathVariable String id) {
        Report report = project.report(id);
        Map<String, List<String>> byView = new HashMap<>();
        report.views().forEach(view -> byView.put(view.id(), List.copyOf(project.parametersOf(view))));
        Set<String> names = project.parametersOf(report);
        Map<String, List<String>> needs = new HashMap<>();
        names.stream()
                .filter(project.parameters()::containsKey)
                .forEach(name -> needs.put(name, List.copyOf(project.needs(name))));
        return new ReportBody(
                report.id(),
                report.name(),
                report.audience(),
                report.question(),
                DefinitionBody.of(report),
                chosenByReaders(project, asker, names),
                byView,
                needs,
                settings.readerCap(),
                report.version());
    }

    /** Without computed ones, without trial values, and with the defaults as they are now. In the project's order. */
    private List<ParameterBody> chosenByReaders(Project project, Asker asker, Set<String> names) {
        return project.parameters().values().stream()
                .filter(definition -> names.contains(definition.name()) && !definition.isComputed())
                .map(definition ->
                        ParameterBody.forReaders(definition, choosing.defaultNow(project, asker, definition)))
                .toList();
    }

    /** Says the question with these choices, and what of them cannot be used. Runs nothing but lists. */
    @PostMapping("/{id}/question")
    SaidBodies.QuestionBody question(
            Project project,
            Asker asker,
            @PathVariable String id,
            @Valid @RequestBody RunBodies.Asked body,
            Locale locale) {
        Report report = project.report(id);
        Asker linked = askers.of(project, id, asker, body.signed());
        AskedChoices asked = ReportOrders.choices(project, linked, report, ChoiceBody.texts(body.choices()));
        Questions.Question question = questions.ask(project, report, asked, locale);
        Map<String, String> former = project.formerNames();
        return new SaidBodies.QuestionBody(
                SaidBodies.parts(question.said()),
                question.said().quiet(),
                question.said().sentence(),
                ChoiceBody.of(question.chosen().texts()),
                linked.fixed().keySet().stream()
                        .map(name -> former.getOrDefault(name, name))
                        .toList(),
                question.chosen().dropped(),
                question.chosen().problems().stream().map(ProblemBody::of).toList());
    }
}
