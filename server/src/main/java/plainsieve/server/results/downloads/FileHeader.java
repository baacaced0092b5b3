package plainsieve.server.results.downloads;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.view.View;
import plainsieve.core.view.ViewContent;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.results.runs.PickDescription;
import plainsieve.server.results.runs.QuestionRenderer;
import plainsieve.server.results.runs.RunRequest;

/**
 * The description of a file, so that its rows never lose their filters.
 *
 * @param title the report
 * @param question the rendered question line
 * @param choices each label with its choice as text
 * @param asOf when the rows were queried, ISO 8601
 * @param above whether a CSV begins with it, in lines that start with #
 * @param columnLabels column headings by column name
 */
public record FileHeader(
        String title,
        String question,
        List<Map.Entry<String, String>> choices,
        String asOf,
        boolean above,
        Map<String, String> columnLabels) {
    public FileHeader {
        choices = List.copyOf(choices);
        columnLabels = Map.copyOf(columnLabels);
    }

    /** The description of a view's rows. */
    public static FileHeader of(
            Project project, Report report, View view, QuestionRenderer.Question question, String asOf) {
        List<Map.Entry<String, String>> choices = new ArrayList<>();
        question.chosen().texts().forEach((name, text) -> {
            if (project.parameters().containsKey(name)) {
                choices.add(Map.entry(project.parameter(name).label(), written(text)));
            }
        });
        return new FileHeader(report.name(), question.said().sentence(), choices, asOf, false, labels(view));
    }

    /** The same with picks in other views. */
    public FileHeader picking(List<RunRequest.ColumnFilter> picked) {
        List<Map.Entry<String, String>> all = new ArrayList<>(choices);
        picked.forEach(filter ->
                all.add(Map.entry("only " + PickDescription.column(filter.column()), PickDescription.values(filter))));
        return new FileHeader(title, question + PickDescription.suffix(picked), all, asOf, above, columnLabels);
    }

    private static String written(ChoiceText text) {
        return switch (text.kind()) {
            case BLANK -> "";
            case ALL -> "(all)";
            case VALUES -> String.join("; ", text.values()) + (text.withoutValue() ? "; (no value)" : "");
        };
    }

    private static Map<String, String> labels(View view) {
        Map<String, String> labels = new LinkedHashMap<>();
        if (view.shown() instanceof ViewContent.Table table) {
            table.columns().forEach(column -> labels.put(column.name(), column.label()));
        }
        return labels;
    }

    /** The same, on top of a CSV or not. */
    public FileHeader above(boolean shown) {
        return new FileHeader(title, question, choices, asOf, shown, columnLabels);
    }

    String label(String column) {
        return columnLabels.getOrDefault(column, column);
    }
}
