package plainsieve.server.letters;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.question.Said;
import plainsieve.core.value.ProblemException;
import plainsieve.core.view.Part;
import plainsieve.core.view.Shown;
import plainsieve.core.view.View;
import plainsieve.server.people.Asker;
import plainsieve.server.project.Project;
import plainsieve.server.project.Report;
import plainsieve.server.runs.AskedChoices;
import plainsieve.server.runs.DataAges;
import plainsieve.server.runs.Questions;
import plainsieve.server.runs.ReportOrders;
import plainsieve.server.runs.RunOrder;
import plainsieve.server.runs.Runner;
import plainsieve.server.sent.Purpose;
import plainsieve.server.settings.LetterSettings;
import plainsieve.server.sources.Presence;

/** Writes a report as a letter: every view is asked as a reader's is, and what is too long for a letter is cut, which it says. */
@Service
public class Composing {
    private final ReportOrders orders;
    private final Runner runner;
    private final Questions questions;
    private final DataAges ages;
    private final LetterSettings settings;

    Composing(ReportOrders orders, Runner runner, Questions questions, DataAges ages, LetterSettings settings) {
        this.orders = orders;
        this.runner = runner;
        this.questions = questions;
        this.ages = ages;
        this.settings = settings;
    }

    /**
     * For whom, and what of.
     *
     * @param project in the state that all of it sees, with what its parameters open with
     * @param presence by which it is stopped
     */
    public record Wanted(Project project, Report report, Asker asker, Presence presence) {
        /** What is chosen: what the report opens with. */
        public AskedChoices choices() {
            return ReportOrders.choices(project, asker, report, Map.of());
        }
    }

    /** Throws as any run: where something failed there is no letter, and none where nothing of it is for them. */
    public Letter compose(Wanted wanted) {
        Questions.Question question =
                questions.ask(wanted.project(), wanted.report(), wanted.choices(), settings.language());
        question.chosen().orRefuse();
        List<Letter.Part> parts = new ArrayList<>();
        List<ProblemException> refused = new ArrayList<>();
        for (View view : wanted.report().views()) {
            parts.add(part(wanted, view, question, refused));
        }
        if (!refused.isEmpty() && refused.size() == wanted.report().asking().size()) {
            throw refused.get(0);
        }
        List<String> notes = new ArrayList<>();
        question.always().forEach(always -> notes.add(always.text() + "."));
        age(wanted).ifPresent(notes::add);
        Map<String, ChoiceText> texts = question.chosen().texts();
        return new Letter(
                wanted.report().name(), question.said().sentence(), parts, chosen(wanted.project(), texts), notes);
    }

    /** How old the data are; nothing where that is not theirs to know. */
    private Optional<String> age(Wanted wanted) {
        try {
            return ages.of(wanted.project(), wanted.asker(), wanted.report())
                    .map(age -> (age.late() ? "The data are late: the newest are of %s." : "Data up to %s.")
                            .formatted(new WrittenValues(settings.language()).figure(age.newest())));
        } catch (ProblemException e) {
            return Optional.empty();
        }
    }

    /* What is worked out cannot be chosen. */
    private static Map<String, ChoiceText> chosen(Project project, Map<String, ChoiceText> texts) {
        Map<String, ChoiceText> chosen = new LinkedHashMap<>();
        texts.forEach((name, text) -> {
            boolean computed = project.parameters().containsKey(name)
                    && project.parameter(name).isComputed();
            boolean unlogged = project.parameters().containsKey(name)
                    && project.parameter(name).upkeep().unlogged();
            if (!computed && !unlogged) {
                chosen.put(name, text);
            }
        });
        return chosen;
    }

    /** A view that is not for them says so, as it does on the page. @param refused takes why */
    private Letter.Part part(Wanted wanted, View view, Questions.Question question, List<ProblemException> refused) {
        Showing showing = new Showing(wanted, view, question);
        try {
            return view.shown().accept(showing);
        } catch (ProblemException e) {
            refused.add(e);
            return new Letter.Words(view.id(), showing.title, e.getMessage());
        }
    }

    /** One view of a report, as its kind is shown in a letter. */
    private final class Showing implements Shown.Visitor<Letter.Part> {
        private final Wanted wanted;
        private final View view;
        private final Questions.Question question;
        private final String title;

        Showing(Wanted wanted, View view, Questions.Question question) {
            this.wanted = wanted;
            this.view = view;
            this.question = question;
            this.title = Optional.ofNullable(question.titles().get(view.id()))
                    .map(Said::sentence)
                    .orElse(view.title());
        }

        @Override
        public Letter.Part figures(Shown.Figures shown) {
            Optional<Fetched> then = shown.against().flatMap(against -> compared(wanted, view));
            Fetched now = fetch(wanted, view, Part.MAIN, false);
            return new FiguresPart(settings.language()).figures(view.id(), title, shown, now, then);
        }

        @Override
        public Letter.Part bars(Shown.Bars shown) {
            Fetched fetched = fetch(wanted, view, Part.MAIN, false);
            return new Drawing(settings.language()).bars(view.id(), title, shown, fetched);
        }

        @Override
        public Letter.Part line(Shown.Line shown) {
            Fetched fetched = fetch(wanted, view, Part.MAIN, false);
            return new Drawing(settings.language()).lines(view.id(), title, shown, fetched);
        }

        @Override
        public Letter.Part table(Shown.Table shown) {
            Fetched fetched = fetch(wanted, view, Part.MAIN, true);
            return new RowsPart(settings.language()).table(view.id(), title, shown, fetched);
        }

        @Override
        public Letter.Part groups(Shown.Groups shown) {
            Fetched fetched = fetch(wanted, view, Part.MAIN, true);
            return new RowsPart(settings.language()).groups(view.id(), title, shown, fetched);
        }

        @Override
        public Letter.Part words(Shown.Words shown) {
            String text = Optional.ofNullable(question.notes().get(view.id()))
                    .map(Said::sentence)
                    .orElse(shown.text());
            return new Letter.Words(view.id(), title, text);
        }
    }

    /** Nothing where there is nothing to compare with, such as days without an end. */
    private Optional<Fetched> compared(Wanted wanted, View view) {
        try {
            return Optional.of(fetch(wanted, view, new Part.Compared(), false));
        } catch (ProblemException e) {
            return Optional.empty();
        }
    }

    private Fetched fetch(Wanted wanted, View view, Part part, boolean first) {
        RunOrder.Text text = RunOrder.Text.live(wanted.project().asked(view.queryId()));
        ReportOrders.Asked asked = ReportOrders.Asked.first(UUID.randomUUID().toString(), text, view, part);
        RunOrder order = orders.view(wanted.project(), wanted.report(), Purpose.Kind.DELIVERY, wanted.choices(), asked);
        Fetched fetched = new Fetched(wanted.presence());
        runner.run(first ? order.capped(settings.rows()) : order, fetched);
        return fetched;
    }
}
