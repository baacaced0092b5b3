package plainsieve.server.runs;

import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Service;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.question.ChoicesInWords;
import plainsieve.core.question.ParameterWords;
import plainsieve.core.question.QuestionLine;
import plainsieve.core.question.Said;
import plainsieve.core.value.ProblemException;
import plainsieve.server.lists.ValueLists;
import plainsieve.server.project.ListedValue;
import plainsieve.server.project.ParameterDefinition;
import plainsieve.server.project.Parameters;
import plainsieve.server.project.Report;
import plainsieve.server.project.Reports;
import plainsieve.sources.SourceFailure;

/** Says a report's question with choices in it: for the page, its title, link previews and file headers. */
@Service
public class Questions {
    private final Parameters parameters;
    private final Reports reports;
    private final Choosing choosing;
    private final ValueLists lists;

    Questions(Parameters parameters, Reports reports, Choosing choosing, ValueLists lists) {
        this.parameters = parameters;
        this.reports = reports;
        this.choosing = choosing;
        this.lists = lists;
    }

    /** What was chosen, complete, and how it reads. */
    public record Question(Chosen chosen, Said said) {}

    public Question ask(Report report, AskedChoices asked, Locale locale) {
        Set<String> names = reports.parametersOf(report);
        Chosen chosen = choosing.choose(names, asked);
        Map<String, ChoiceText> texts = new LinkedHashMap<>(chosen.texts());
        asked.choices().forEach(texts::putIfAbsent);
        Map<String, ParameterWords> words = new HashMap<>();
        Map<String, ParameterDefinition> known = parameters.all();
        names.stream().filter(known::containsKey).forEach(name -> words.put(name, words(known.get(name), texts)));
        return new Question(chosen, line(report, names, words).say(words, new ChoicesInWords(words, texts, locale)));
    }

    private QuestionLine line(Report report, Set<String> names, Map<String, ParameterWords> words) {
        if (!report.question().isBlank()) {
            return QuestionLine.read(report.question());
        }
        Map<String, ParameterDefinition> known = parameters.all();
        List<ParameterWords> said = known.values().stream()
                .filter(definition -> names.contains(definition.name()) && !definition.isComputed())
                .map(definition -> words.get(definition.name()))
                .toList();
        return QuestionLine.compose(report.name(), said);
    }

    private ParameterWords words(ParameterDefinition definition, Map<String, ChoiceText> texts) {
        return new ParameterWords(
                definition.name(),
                definition.label(),
                definition.typeOrRefuse(),
                definition.coversOrRefuse(),
                definition.blankWords(),
                definition.unit(),
                definition.everyRow(),
                definition.rangeEnd(),
                labels(definition, texts));
    }

    /** Labels are a kindness: a list that cannot be had leaves the values as they are. */
    private Map<String, String> labels(ParameterDefinition definition, Map<String, ChoiceText> texts) {
        List<String> values =
                texts.getOrDefault(definition.name(), ChoiceText.blank()).values();
        Map<String, String> labels = new HashMap<>();
        try {
            for (ListedValue item : lists.named(definition, texts, values)) {
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
