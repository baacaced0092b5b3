package plainsieve.server.http.warmup;

import jakarta.validation.Validator;
import java.util.List;
import org.springframework.stereotype.Component;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.ColumnReference;
import plainsieve.core.parameter.DefaultDefinition;
import plainsieve.core.parameter.ListDefinition;
import plainsieve.core.parameter.ListedValue;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.value.Type;
import plainsieve.core.view.ReportOpening;
import plainsieve.core.view.View;
import plainsieve.core.view.ViewContent;
import plainsieve.server.body.RunBodies;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.Projects;
import plainsieve.server.http.reportpage.ViewOrders;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.people.Viewer;
import plainsieve.server.records.sent.StatementCause;
import plainsieve.sources.SourceSettings;
import tools.jackson.databind.json.JsonMapper;

/** A report that exists only for the warm-up request; nothing is sent for it. */
@Component
class WarmUpReport {
    private static final String VIEW = "practice";

    /** No id of a source has such signs. */
    private static final String NO_SOURCE = "(practice)";

    private static final String TEXT = """
            select port, departed_at, delay_min from crossings
            where port in (:port) and departed_at >= :from and departed_at < @day-after-to@ and delay_min >= :min_delay
            order by departed_at""";

    private static final String PAGE = """
            {"views": [{"view": "practice", "run": {"choices": {"port": {"kind": "values", "values": ["Lunna"]}}}}],
             "question": {"choices": {"port": {"kind": "values", "values": ["Lunna", "Maddow"]}}}}""";

    private final Projects projects;
    private final JsonMapper json;
    private final Validator validator;

    WarmUpReport(Projects projects, JsonMapper json, Validator validator) {
        this.projects = projects;
        this.json = json;
        this.validator = validator;
    }

    /** The request of its page, parsed and validated like a request body. */
    RunBodies.PageRun body() {
        RunBodies.PageRun body = json.readValue(PAGE, RunBodies.PageRun.class);
        validator.validate(body);
        return body;
    }

    /** As its reader. */
    ViewOrders.For readerRequest() {
        Project project = project();
        Caller caller = Caller.of(VIEW, Role.VIEWER, Viewer.browser(VIEW, ""));
        return new ViewOrders.For(project, project.report(VIEW), caller, StatementCause.REPORT);
    }

    private Project project() {
        return projects.onOne(NO_SOURCE, new SourceSettings.DuckDb(NO_SOURCE))
                .with(Query.of(VIEW, VIEW, NO_SOURCE, TEXT))
                .with(port())
                .with(from())
                .with(opening(Parameter.of("to", Type.DATE), "2026-03-31"))
                .with(opening(Parameter.of("min_delay", Type.INTEGER), "15"))
                .withPublished(report())
                .inStage(Stage.LIVE);
    }

    private static Report report() {
        String question = "Crossings from {port}, {from..to}, late by at least {min_delay}.";
        View view = View.of(VIEW, "", VIEW, new ViewContent.Table("", List.of()));
        return new Report(VIEW, VIEW, "", question, List.of(), List.of(view), ReportOpening.USUAL, 1);
    }

    private static ParameterDefinition port() {
        List<ListedValue> ports = List.of(ListedValue.of("Lunna"), ListedValue.of("Maddow"));
        return opening(Parameter.of("port", Type.TEXT).asMultiple(), "Lunna")
                .withList(new ListDefinition.Typed(ports, ColumnReference.NONE));
    }

    private static ParameterDefinition from() {
        ParameterDefinition from = opening(Parameter.of("from", Type.DATE), "2026-03-01");
        return from.withBounds(from.bounds().endingAt("to"));
    }

    private static ParameterDefinition opening(Parameter parameter, String value) {
        ParameterDefinition.Words words = new ParameterDefinition.Words(parameter.name(), "", "", "", "any");
        return ParameterDefinition.of(parameter.withBlankRule(BlankRule.NO_FILTER), words)
                .withStart(DefaultDefinition.of(ChoiceText.of(value)));
    }
}
