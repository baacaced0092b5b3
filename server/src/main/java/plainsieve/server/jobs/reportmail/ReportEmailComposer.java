package plainsieve.server.jobs.reportmail;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.question.RenderedQuestion;
import plainsieve.core.value.ProblemException;
import plainsieve.core.view.View;
import plainsieve.core.view.ViewContent;
import plainsieve.core.view.ViewPart;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.people.Caller;
import plainsieve.server.records.sent.StatementCause;
import plainsieve.server.results.runs.DataAges;
import plainsieve.server.results.runs.QueryRunner;
import plainsieve.server.results.runs.QuestionRenderer;
import plainsieve.server.results.runs.ReportRunRequests;
import plainsieve.server.results.runs.RequestedChoices;
import plainsieve.server.results.runs.RunRequest;
import plainsieve.server.runtime.settings.EmailReportSettings;
import plainsieve.server.sources.ClientPresence;

/** Composes a report email: runs every view and truncates what is too long. */
@Service
public class ReportEmailComposer {
    private final ReportRunRequests orders;
    private final QueryRunner queryRunner;
    private final QuestionRenderer questionRenderer;
    private final DataAges ages;
    private final EmailReportSettings settings;

    ReportEmailComposer(
            ReportRunRequests orders,
            QueryRunner queryRunner,
            QuestionRenderer questionRenderer,
            DataAges ages,
            EmailReportSettings settings) {
        this.orders = orders;
        this.queryRunner = queryRunner;
        this.questionRenderer = questionRenderer;
        this.ages = ages;
        this.settings = settings;
    }

    /**
     * The subject of an email.
     *
     * @param project the snapshot, with the defaults of its parameters
     * @param presence cancels it
     */
    public record EmailRequest(Project project, Report report, Caller caller, ClientPresence presence) {
        /** The choices: the defaults of the report. */
        public RequestedChoices choices() {
            return ReportRunRequests.choices(project, caller, report, Map.of());
        }
    }

    /** Throws like any run: there is no email if something failed or if no view is permitted. */
    public ReportEmail compose(EmailRequest wanted) {
        QuestionRenderer.Question question =
                questionRenderer.render(wanted.project(), wanted.report(), wanted.choices(), settings.language());
        question.chosen().orRefuse();
        List<ReportEmail.Section> parts = new ArrayList<>();
        List<ProblemException> refused = new ArrayList<>();
        for (View view : wanted.report().views()) {
            parts.add(part(wanted, view, question, refused));
        }
        if (!refused.isEmpty()
                && refused.size() == wanted.report().queriedViews().size()) {
            throw refused.get(0);
        }
        List<String> notes = new ArrayList<>();
        question.always().forEach(always -> notes.add(always.text() + "."));
        age(wanted).ifPresent(notes::add);
        Map<String, ChoiceText> texts = question.chosen().texts();
        return new ReportEmail(
                wanted.report().name(), question.said().sentence(), parts, chosen(wanted.project(), texts), notes);
    }

    /** How old the data are; nothing where that is not theirs to know. */
    private Optional<String> age(EmailRequest wanted) {
        try {
            return ages.of(wanted.project(), wanted.caller(), wanted.report())
                    .map(age -> (age.late() ? "The data is overdue: the newest is from %s." : "Data up to %s.")
                            .formatted(new EmailValueFormat(settings.language()).figure(age.newest())));
        } catch (ProblemException e) {
            return Optional.empty();
        }
    }

    /* Computed parameters cannot be chosen. */
    private static Map<String, ChoiceText> chosen(Project project, Map<String, ChoiceText> texts) {
        Map<String, ChoiceText> chosen = new LinkedHashMap<>();
        texts.forEach((name, text) -> {
            boolean computed = project.parameters().containsKey(name)
                    && project.parameter(name).isComputed();
            boolean unlogged = project.parameters().containsKey(name)
                    && project.parameter(name).maintenance().unlogged();
            if (!computed && !unlogged) {
                chosen.put(name, text);
            }
        });
        return chosen;
    }

    /** A view that is not permitted says so, as on the page. @param refused receives the reason */
    private ReportEmail.Section part(
            EmailRequest wanted, View view, QuestionRenderer.Question question, List<ProblemException> refused) {
        Showing showing = new Showing(wanted, view, question);
        try {
            return view.shown().accept(showing);
        } catch (ProblemException e) {
            refused.add(e);
            return new ReportEmail.Words(view.id(), showing.title, e.getMessage());
        }
    }

    /** One view of a report, as its kind is shown in a letter. */
    private final class Showing implements ViewContent.Visitor<ReportEmail.Section> {
        private final EmailRequest wanted;
        private final View view;
        private final QuestionRenderer.Question question;
        private final String title;

        Showing(EmailRequest wanted, View view, QuestionRenderer.Question question) {
            this.wanted = wanted;
            this.view = view;
            this.question = question;
            this.title = Optional.ofNullable(question.titles().get(view.id()))
                    .map(RenderedQuestion::sentence)
                    .orElse(view.title());
        }

        @Override
        public ReportEmail.Section figures(ViewContent.Figures shown) {
            Optional<FetchedRows> then = shown.comparedWith().flatMap(comparisonBasis -> compared(wanted, view));
            FetchedRows now = fetch(wanted, view, ViewPart.MAIN, false);
            return new EmailFigures(
                            settings.language(), question.comparedPeriods().getOrDefault(view.id(), ""))
                    .figures(view.id(), title, shown, now, then);
        }

        @Override
        public ReportEmail.Section bars(ViewContent.Bars shown) {
            FetchedRows fetchedRows = fetch(wanted, view, ViewPart.MAIN, false);
            return new ChartRenderer(settings.language()).bars(view.id(), title, shown, fetchedRows);
        }

        @Override
        public ReportEmail.Section line(ViewContent.Line shown) {
            FetchedRows fetchedRows = fetch(wanted, view, ViewPart.MAIN, false);
            return new ChartRenderer(settings.language()).lines(view.id(), title, shown, fetchedRows);
        }

        @Override
        public ReportEmail.Section table(ViewContent.Table shown) {
            FetchedRows fetchedRows = fetch(wanted, view, ViewPart.MAIN, true);
            return new EmailTable(settings.language()).table(view.id(), title, shown, fetchedRows);
        }

        @Override
        public ReportEmail.Section groups(ViewContent.Groups shown) {
            FetchedRows fetchedRows = fetch(wanted, view, ViewPart.MAIN, true);
            return new EmailTable(settings.language()).groups(view.id(), title, shown, fetchedRows);
        }

        @Override
        public ReportEmail.Section words(ViewContent.Text shown) {
            String text = Optional.ofNullable(question.notes().get(view.id()))
                    .map(RenderedQuestion::sentence)
                    .orElse(shown.text());
            return new ReportEmail.Words(view.id(), title, text);
        }
    }

    /** Empty if there is nothing to compare with, such as an open date range. */
    private Optional<FetchedRows> compared(EmailRequest wanted, View view) {
        try {
            return Optional.of(fetch(wanted, view, new ViewPart.Compared(), false));
        } catch (ProblemException e) {
            return Optional.empty();
        }
    }

    private FetchedRows fetch(EmailRequest wanted, View view, ViewPart part, boolean first) {
        RunRequest.Text text = RunRequest.Text.live(wanted.project().queryInStage(view.queryId()));
        ReportRunRequests.ViewRequest asked =
                ReportRunRequests.ViewRequest.first(UUID.randomUUID().toString(), text, view, part);
        RunRequest request =
                orders.view(wanted.project(), wanted.report(), StatementCause.DELIVERY, wanted.choices(), asked);
        FetchedRows fetchedRows = new FetchedRows(wanted.presence());
        queryRunner.run(first ? request.capped(settings.rows()) : request, fetchedRows);
        return fetchedRows;
    }
}
