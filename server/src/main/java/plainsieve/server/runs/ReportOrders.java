package plainsieve.server.runs;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.rewrite.Wanted;
import plainsieve.core.statement.Statement;
import plainsieve.core.view.View;
import plainsieve.server.people.Asker;
import plainsieve.server.project.Project;
import plainsieve.server.project.Report;
import plainsieve.server.sent.Purpose;
import plainsieve.server.settings.Settings;

/** Makes run orders of what is asked of a report: one view, shown or taken away whole. */
@Component
public class ReportOrders {
    private final Settings settings;

    ReportOrders(Settings settings) {
        this.settings = settings;
    }

    /**
     * One view as it is asked for.
     *
     * @param runId given by the caller, to stop it by
     * @param text what is run for its query: live for readers, a draft in rehearsals
     * @param sort an order that a viewer asked for
     * @param filters what a viewer picked in views beside it
     */
    public record Asked(
            String runId,
            RunOrder.Text text,
            View view,
            Optional<Wanted.Sort> sort,
            List<RunOrder.ColumnFilter> filters) {}

    /** A reader's choices for a report. */
    public static AskedChoices choices(Project project, Asker asker, Report report, Map<String, ChoiceText> choices) {
        Set<String> signedOnly = new LinkedHashSet<>(report.opening().signed());
        return new AskedChoices(asker, project.parametersOf(report), choices, signedOnly, false);
    }

    /** A view as readers see it, or would: with its own limit, and capped. @param kind what causes it */
    public RunOrder view(Project project, Report report, Purpose.Kind kind, AskedChoices choices, Asked asked) {
        View view = asked.view();
        RunOrder.Shape shape =
                new RunOrder.Shape(view.limitParameter().orElse(""), view.wanted(asked.sort()), asked.filters());
        return new RunOrder(
                asked.runId(),
                project,
                asked.text(),
                choices,
                shape,
                Purpose.ofView(kind, report.id(), view.id()),
                settings.readerCap());
    }

    /** Every row of a table, whatever its own limit and the cap are. */
    public RunOrder download(Project project, Report report, AskedChoices choices, Asked asked) {
        View view = asked.view();
        return new RunOrder(
                asked.runId(),
                project,
                asked.text(),
                choices,
                new RunOrder.Shape("", view.wanted(asked.sort()), asked.filters()),
                Purpose.ofView(Purpose.Kind.DOWNLOAD, report.id(), view.id()),
                Statement.NO_CAP);
    }
}
