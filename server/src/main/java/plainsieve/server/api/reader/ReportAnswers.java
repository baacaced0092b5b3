package plainsieve.server.api.reader;

import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import plainsieve.core.rewrite.MissingPartner;
import plainsieve.core.rewrite.Wanted;
import plainsieve.core.value.ProblemException;
import plainsieve.core.view.View;
import plainsieve.server.api.body.ChoiceBody;
import plainsieve.server.api.body.ParameterBody;
import plainsieve.server.api.body.ReportBodies.DefinitionBody;
import plainsieve.server.api.body.ReportBodies.LeadBody;
import plainsieve.server.api.body.ReportBodies.ReportBody;
import plainsieve.server.api.body.SaidBodies;
import plainsieve.server.people.Asker;
import plainsieve.server.project.Project;
import plainsieve.server.project.Query;
import plainsieve.server.project.Report;
import plainsieve.server.runs.AskedChoices;
import plainsieve.server.runs.Choosing;
import plainsieve.server.runs.Questions;
import plainsieve.server.runs.ReportOrders;
import plainsieve.server.settings.Settings;

/** A report as its page needs it, and its question with choices in it: as viewers have it, or in a draft. */
@Component
public class ReportAnswers {
    private final Choosing choosing;
    private final Questions questions;
    private final Settings settings;

    ReportAnswers(Choosing choosing, Questions questions, Settings settings) {
        this.choosing = choosing;
        this.questions = questions;
        this.settings = settings;
    }

    public ReportBody page(Project project, Asker asker, Report report) {
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
                leads(project, report),
                partners(project, report),
                needs,
                settings.readerCap(),
                report.version());
    }

    /** Leads to reports that are there; the others filter, as if nothing was said. */
    private static Map<String, LeadBody> leads(Project project, Report report) {
        Map<String, LeadBody> leads = new HashMap<>();
        for (View view : report.views()) {
            view.lead().filter(lead -> project.hasReport(lead.reportId())).ifPresent(lead -> {
                Report target = project.report(lead.reportId());
                Set<String> known = project.parametersOf(target);
                List<String> carried = project.parametersOf(report).stream()
                        .filter(name -> known.contains(name) && !name.equals(lead.parameter()))
                        .filter(name -> project.parameters().containsKey(name)
                                && !project.parameter(name).isComputed())
                        .filter(name -> !target.opening().signed().contains(name))
                        .toList();
                if (known.contains(lead.parameter())) {
                    leads.put(view.id(), new LeadBody(target.id(), target.name(), lead.parameter(), carried));
                }
            });
        }
        return leads;
    }

    private static Map<String, String> partners(Project project, Report report) {
        Map<String, String> partners = new HashMap<>();
        for (View view : report.asking()) {
            view.shown().grouping().stream()
                    .findFirst()
                    .flatMap(key -> partner(project, view, Wanted.Key.read(key).column()))
                    .ifPresent(table -> partners.put(view.id(), table));
        }
        return partners;
    }

    private static Optional<String> partner(Project project, View view, String column) {
        try {
            Query query = project.query(view.queryId());
            return MissingPartner.of(project.prepare(query, query.liveText()).query(), column);
        } catch (ProblemException e) {
            // A text that cannot be read is told where it is run.
            return Optional.empty();
        }
    }

    /** Without computed ones, without trial values, and with the defaults as they are now. In the project's order. */
    private List<ParameterBody> chosenByReaders(Project project, Asker asker, Set<String> names) {
        return project.parameters().values().stream()
                .filter(definition -> names.contains(definition.name()) && !definition.isComputed())
                .map(definition ->
                        ParameterBody.forReaders(definition, choosing.defaultNow(project, asker, definition)))
                .toList();
    }

    /** @param asker with what is fixed for them */
    public SaidBodies.QuestionBody question(
            Project project, Asker asker, Report report, Map<String, ChoiceBody> choices, Locale locale) {
        AskedChoices asked = ReportOrders.choices(project, asker, report, ChoiceBody.texts(choices));
        Questions.Question question = questions.ask(project, report, asked, locale);
        Map<String, String> former = project.formerNames();
        return SaidBodies.of(
                question,
                asker.fixed().keySet().stream()
                        .map(name -> former.getOrDefault(name, name))
                        .toList());
    }
}
