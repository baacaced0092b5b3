package plainsieve.server.results.runs;

import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.ListedValue;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.question.ChoiceDescription;
import plainsieve.core.question.ParameterLabels;
import plainsieve.core.question.QuestionLine;
import plainsieve.core.question.RenderedQuestion;
import plainsieve.core.value.ProblemException;
import plainsieve.core.view.ComparisonBasis;
import plainsieve.core.view.ComparisonChoices;
import plainsieve.core.view.View;
import plainsieve.core.view.ViewContent;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.sources.lists.ListScope;
import plainsieve.server.sources.lists.ValueLists;
import plainsieve.sources.SourceFailure;

/** Renders a report's question for pages, titles, link previews and files. */
@Service
public class QuestionRenderer {
    private final ChoiceResolver choiceResolver;
    private final ValueLists lists;

    QuestionRenderer(ChoiceResolver choiceResolver, ValueLists lists) {
        this.choiceResolver = choiceResolver;
        this.lists = lists;
    }

    /**
     * The resolved choices and their text.
     *
     * @param titles of the views, by their ids
     * @param notes the texts of views that are texts, by their ids
     * @param comparedPeriods the date range that the figures of a view are compared with, by its ID; none while it is not chosen
     * @param always the choices of parameters without a control, as text
     */
    public record Question(
            ResolvedChoices chosen,
            RenderedQuestion said,
            Map<String, RenderedQuestion> titles,
            Map<String, RenderedQuestion> notes,
            Map<String, String> comparedPeriods,
            List<RenderedQuestion.Phrase> always) {}

    public Question render(Project project, Report report, RequestedChoices requested, Locale locale) {
        Set<String> names = project.parametersOf(report);
        ResolvedChoices resolved = choiceResolver.choose(project, names, requested);
        Map<String, ChoiceText> texts = new LinkedHashMap<>(resolved.texts());
        requested.choices().forEach(texts::putIfAbsent);
        ListScope scope = new ListScope(project, requested.caller());
        Map<String, ParameterLabels> words = new HashMap<>();
        names.stream()
                .filter(project.parameters()::containsKey)
                .forEach(name -> words.put(name, words(project.parameter(name), scope, texts)));
        ChoiceDescription inWords = new ChoiceDescription(words, texts, locale);
        Map<String, RenderedQuestion> titles = new LinkedHashMap<>();
        Map<String, RenderedQuestion> notes = new LinkedHashMap<>();
        Map<String, String> periods = new LinkedHashMap<>();
        for (View view : report.views()) {
            titles.put(view.id(), parse(view.title()).render(words, inWords));
            if (view.shown() instanceof ViewContent.Text note) {
                notes.put(view.id(), parse(note.text()).render(words, inWords));
            }
            comparedPeriod(project, view, texts, moved -> new ChoiceDescription(words, moved, locale))
                    .ifPresent(period -> periods.put(view.id(), period));
        }
        return new Question(
                resolved,
                line(project, report, words).render(words, inWords),
                titles,
                notes,
                periods,
                always(project, report, texts, inWords));
    }

    private static Optional<String> comparedPeriod(
            Project project,
            View view,
            Map<String, ChoiceText> texts,
            Function<Map<String, ChoiceText>, ChoiceDescription> describe) {
        return Optional.of(view.shown())
                .filter(ViewContent.Figures.class::isInstance)
                .flatMap(shown -> ((ViewContent.Figures) shown).comparedWith())
                .filter(basis -> basis.kind() != ComparisonBasis.Kind.ALL)
                .flatMap(basis -> new ComparisonChoices(basis, project.parameters()).periodOf(texts))
                .map(moved -> describe.apply(moved).describe(List.copyOf(moved.keySet())));
    }

    /* Row limits are shown beside the row count. */
    private static List<RenderedQuestion.Phrase> always(
            Project project, Report report, Map<String, ChoiceText> texts, ChoiceDescription inWords) {
        Set<String> ends = project.parameters().values().stream()
                .map(ParameterDefinition::rangeEnd)
                .collect(Collectors.toSet());
        return project.notOffered(report).stream()
                .filter(definition -> !definition.isRowLimit() && !ends.contains(definition.name()))
                .map(definition -> definition.rangeEnd().isEmpty()
                        ? List.of(definition.name())
                        : List.of(definition.name(), definition.rangeEnd()))
                .filter(names -> names.stream()
                        .anyMatch(name ->
                                texts.getOrDefault(name, ChoiceText.blank()).kind() != ChoiceText.Kind.BLANK))
                .map(names -> new RenderedQuestion.Phrase(
                        project.parameter(names.get(0)).label() + " " + inWords.describe(names), names))
                .toList();
    }

    /** An unreadable line is rendered verbatim. */
    private static QuestionLine parse(String text) {
        try {
            return QuestionLine.read(text);
        } catch (ProblemException e) {
            return QuestionLine.verbatim(text);
        }
    }

    private static QuestionLine line(Project project, Report report, Map<String, ParameterLabels> words) {
        if (!report.question().isBlank()) {
            return QuestionLine.read(report.question());
        }
        List<ParameterLabels> said = project.parameters().values().stream()
                .filter(definition -> words.containsKey(definition.name())
                        && !definition.isComputed()
                        && report.offers(definition.name()))
                .map(definition -> words.get(definition.name()))
                .toList();
        return QuestionLine.compose(report.name(), said);
    }

    private ParameterLabels words(ParameterDefinition definition, ListScope scope, Map<String, ChoiceText> texts) {
        return new ParameterLabels(
                definition.name(),
                definition.label(),
                definition.type(),
                definition.meaning().covers(),
                definition.words().blankLabel(),
                definition.words().unit(),
                definition.isRowLimit()
                        ? Long.toString(definition.meaning().unlimitedValue().getAsLong())
                        : "",
                definition.rangeEnd(),
                labels(definition, scope, texts));
    }

    /** Labels are optional: without the list, values are shown. */
    private Map<String, String> labels(ParameterDefinition definition, ListScope scope, Map<String, ChoiceText> texts) {
        List<String> values =
                texts.getOrDefault(definition.name(), ChoiceText.blank()).values();
        Map<String, String> labels = new HashMap<>();
        try {
            for (ListedValue item : lists.named(definition, scope, texts, values)) {
                if (!item.label().equals(item.value())) {
                    labels.put(item.value(), item.label());
                }
            }
        } catch (SourceFailure | ProblemException e) {
            return Map.of();
        }
        return labels;
    }
}
