package plainsieve.server.http.reportpage;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.value.Type;
import plainsieve.core.view.View;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.results.runs.RunRequest;

/** Selections in views as links write them, see docs/links.md: {@code only.by-port=Ardlow}. */
public final class LinkPicks {
    private static final String ONLY = "only.";
    private static final String WITHOUT = "without";

    private LinkPicks() {}

    /** Takes them out of a link, and leaves its choices. Picks of views that the report has no more are passed over. */
    public static List<RunRequest.ColumnFilter> taken(Map<String, List<String>> link, Report report) {
        List<RunRequest.ColumnFilter> picks = new ArrayList<>();
        for (String name : List.copyOf(link.keySet())) {
            if (name.startsWith(ONLY)) {
                link.remove(name).forEach(value -> add(picks, report, name, ChoiceText.of(value)));
            }
        }
        link.getOrDefault(WITHOUT, List.of()).stream()
                .filter(name -> name.startsWith(ONLY))
                .forEach(name -> add(picks, report, name, new ChoiceText(ChoiceText.Kind.VALUES, List.of(), true)));
        link.computeIfPresent(WITHOUT, (key, names) -> names.stream()
                .filter(name -> !name.startsWith(ONLY))
                .toList());
        return picks;
    }

    private static void add(List<RunRequest.ColumnFilter> picks, Report report, String name, ChoiceText value) {
        String view = name.substring(ONLY.length()).split(":", 2)[0];
        report.views().stream()
                .filter(one -> one.id().equals(view))
                .map(View::shown)
                .flatMap(content -> content.grouping().stream().limit(1))
                .forEach(column -> picks.add(new RunRequest.ColumnFilter(column, Type.TEXT, value)));
    }
}
