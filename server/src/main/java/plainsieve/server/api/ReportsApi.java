package plainsieve.server.api;

import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.servlet.http.HttpServletResponse;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.question.Said;
import plainsieve.server.Settings;
import plainsieve.server.project.Changed;
import plainsieve.server.project.ChoiceBody;
import plainsieve.server.project.ParameterDefinition;
import plainsieve.server.project.ParameterGraph;
import plainsieve.server.project.Parameters;
import plainsieve.server.project.Report;
import plainsieve.server.project.Reports;
import plainsieve.server.runs.AskedChoices;
import plainsieve.server.runs.Choosing;
import plainsieve.server.runs.Questions;
import plainsieve.server.runs.SignedChoices;

/** Reports, their questions, and the runs of their views. */
@RestController
@RequestMapping("/api/reports")
class ReportsApi {
    private final Reports reports;
    private final Parameters parameters;
    private final ParameterGraph graph;
    private final Choosing choosing;
    private final Questions questions;
    private final ReportOrders orders;
    private final SignedChoices signed;
    private final Streams streams;
    private final Settings settings;

    ReportsApi(
            Reports reports,
            Parameters parameters,
            ParameterGraph graph,
            Choosing choosing,
            Questions questions,
            ReportOrders orders,
            SignedChoices signed,
            Streams streams,
            Settings settings) {
        this.reports = reports;
        this.parameters = parameters;
        this.graph = graph;
        this.choosing = choosing;
        this.questions = questions;
        this.orders = orders;
        this.signed = signed;
        this.streams = streams;
        this.settings = settings;
    }

    @GetMapping
    List<Bodies.ReportCard> all(Locale locale) {
        return reports.all().stream()
                .map(report -> new Bodies.ReportCard(
                        report.id(),
                        report.name(),
                        report.audience(),
                        parts(questions
                                .ask(report, orders.asked(report, Map.of(), ""), locale)
                                .said())))
                .toList();
    }

    static List<Bodies.SaidPart> parts(Said said) {
        return said.parts().stream()
                .map(part -> new Bodies.SaidPart(part.text(), part.parameters()))
                .toList();
    }

    @GetMapping("/{id}")
    Bodies.ReportBody one(@PathVariable String id) {
        Report report = reports.get(id);
        Map<String, ParameterDefinition> known = parameters.all();
        Map<String, List<String>> byView = new HashMap<>();
        report.definition().views().forEach(view -> byView.put(view.id(), List.copyOf(reports.parametersOf(view))));
        Set<String> names = reports.parametersOf(report);
        Map<String, List<String>> needs = new HashMap<>();
        names.stream()
                .filter(known::containsKey)
                .forEach(name -> needs.put(name, List.copyOf(graph.needs(known.get(name)))));
        return new Bodies.ReportBody(
                report.id(),
                report.name(),
                report.audience(),
                report.question(),
                report.definition(),
                chosenByReaders(names, known),
                byView,
                needs,
                settings.readerCap());
    }

    /** Without computed ones, without trial values, and with the defaults as they are now. In the project's order. */
    private List<ParameterDefinition> chosenByReaders(Set<String> names, Map<String, ParameterDefinition> known) {
        return known.values().stream()
                .filter(definition -> names.contains(definition.name()) && !definition.isComputed())
                .map(definition -> definition.forReaders(choosing.defaultNow(definition)))
                .toList();
    }

    /** Says the question with these choices, and what of them cannot be used. Runs nothing but lists. */
    @PostMapping("/{id}/question")
    Bodies.QuestionBody question(@PathVariable String id, @RequestBody Bodies.Asked body, Locale locale) {
        Report report = reports.get(id);
        AskedChoices asked = orders.asked(report, texts(body.choices()), body.signed());
        Questions.Question question = questions.ask(report, asked, locale);
        Map<String, ChoiceBody> choices = new HashMap<>();
        question.chosen().texts().forEach((name, text) -> choices.put(name, ChoiceBody.of(text)));
        return new Bodies.QuestionBody(
                parts(question.said()),
                question.said().quiet(),
                question.said().sentence(),
                choices,
                List.copyOf(asked.signed().keySet()),
                question.chosen().dropped(),
                question.chosen().problems().stream().map(Problems::body).toList());
    }

    @PostMapping("/{id}/views/{viewId}/run")
    @ApiResponse(
            responseCode = "200",
            content = @Content(mediaType = "application/x-ndjson", schema = @Schema(implementation = RunEvent.class)))
    void run(
            @PathVariable String id,
            @PathVariable String viewId,
            @RequestBody Bodies.ViewRun body,
            HttpServletResponse response) {
        streams.run(orders.view(reports.get(id), viewId, body), response);
    }

    /** A token for links with choices that cannot be changed. */
    @PostMapping("/{id}/signed-links")
    Bodies.SignedToken sign(@PathVariable String id, @RequestBody Bodies.NewSignedLink body) {
        Report report = reports.get(id);
        choosing.choose(body.choices().keySet(), orders.signing(report, texts(body.choices())))
                .orRefuse();
        return new Bodies.SignedToken(signed.sign(id, body.choices()));
    }

    /** Changes the question line and how the report starts. Refused when the line cannot be read, or someone else was first. */
    @PutMapping("/{id}/settings")
    Bodies.ReportBody change(@PathVariable String id, @RequestBody Bodies.ReportSettings body) {
        if (body.seen() != null && !body.seen().isOf(reports.get(id))) {
            throw new Changed("The report");
        }
        reports.change(id, body.question(), body.start(), body.onDemand(), body.signed());
        return one(id);
    }

    static Map<String, ChoiceText> texts(Map<String, ChoiceBody> choices) {
        Map<String, ChoiceText> texts = new HashMap<>();
        if (choices != null) {
            choices.forEach((name, choice) -> texts.put(name, choice.toText()));
        }
        return texts;
    }
}
