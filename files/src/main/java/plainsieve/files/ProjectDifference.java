package plainsieve.files;

import com.github.difflib.DiffUtils;
import com.github.difflib.UnifiedDiffUtils;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import plainsieve.files.ProjectFile.QueryEntry;
import plainsieve.files.ProjectFile.SourceEntry;
import plainsieve.files.forms.CopyForm;
import plainsieve.files.forms.DeliveryForm;
import plainsieve.files.forms.ParameterForm;
import plainsieve.files.forms.ReportForm;
import plainsieve.files.forms.StageForm;

/** The differences between two states of a project, object by object, in the format of its files. */
public final class ProjectDifference {
    private static final int CONTEXT = 2;
    private static final int HEAD_OF_A_DIFFERENCE = 2;

    private final List<ChangedObject> changed = new ArrayList<>();

    private ProjectDifference() {}

    /** The kind of a changed object. */
    public enum Kind {
        SOURCE,
        PARAMETER,
        QUERY,
        REPORT,
        DRAFT,
        STAGE,
        STORED_COPY,
        DELIVERY
    }

    /** The kind of a change. */
    public enum How {
        ADDED,
        CHANGED,
        REMOVED
    }

    /**
     * A changed object.
     *
     * @param lines a line diff of its file: {@code -} old, {@code +} new, a blank for context
     */
    public record ChangedObject(Kind kind, String id, How change, List<String> lines) {
        public ChangedObject {
            lines = List.copyOf(lines);
        }
    }

    public static List<ChangedObject> between(ProjectFolder before, ProjectFolder after) {
        ProjectDifference difference = new ProjectDifference();
        difference.entries(Kind.SOURCE, before.file().sources(), after.file().sources(), SourceEntry::id);
        difference.entries(
                Kind.PARAMETER, before.file().parameters(), after.file().parameters(), ParameterForm::name);
        difference.add(Kind.QUERY, queries(before), queries(after));
        difference.entries(Kind.REPORT, before.file().reports(), after.file().reports(), ReportForm::id);
        difference.entries(Kind.DRAFT, before.file().drafts(), after.file().drafts(), ReportForm::id);
        CompanionFiles was = before.beside();
        CompanionFiles is = after.beside();
        difference.entries(Kind.STAGE, was.stages().stages(), is.stages().stages(), StageForm::name);
        difference.entries(Kind.STORED_COPY, was.copies().copies(), is.copies().copies(), CopyForm::id);
        difference.entries(
                Kind.DELIVERY, was.deliveries().deliveries(), is.deliveries().deliveries(), DeliveryForm::id);
        return List.copyOf(difference.changed);
    }

    private <T> void entries(Kind kind, List<T> before, List<T> after, Function<T, String> id) {
        add(kind, written(before, id), written(after, id));
    }

    private static <T> Map<String, String> written(List<T> entries, Function<T, String> id) {
        return entries.stream()
                .collect(Collectors.toMap(id, ProjectYaml::writeEntry, (one, other) -> other, LinkedHashMap::new));
    }

    /** A query is compared by its entry, without file names, and its texts. */
    private static Map<String, String> queries(ProjectFolder folder) {
        Map<String, String> all = new LinkedHashMap<>();
        for (QueryEntry query : folder.file().queries()) {
            QueryEntry said = new QueryEntry(
                    query.id(),
                    query.name(),
                    query.source(),
                    query.sourceParameter(),
                    query.storedCopy(),
                    query.cacheSeconds(),
                    "",
                    "");
            String draft = query.draftFile().isEmpty()
                    ? ""
                    : "\n-- draft\n" + folder.texts().getOrDefault(query.draftFile(), "");
            all.put(query.id(), ProjectYaml.writeEntry(said) + folder.texts().getOrDefault(query.file(), "") + draft);
        }
        return all;
    }

    private void add(Kind kind, Map<String, String> before, Map<String, String> after) {
        Set<String> ids = new LinkedHashSet<>(after.keySet());
        ids.addAll(before.keySet());
        for (String id : ids) {
            String was = before.getOrDefault(id, "");
            String is = after.getOrDefault(id, "");
            if (!was.equals(is)) {
                How how = !before.containsKey(id) ? How.ADDED : after.containsKey(id) ? How.CHANGED : How.REMOVED;
                changed.add(new ChangedObject(kind, id, how, lines(was, is)));
            }
        }
    }

    private static List<String> lines(String was, String is) {
        List<String> before = was.lines().toList();
        return UnifiedDiffUtils.generateUnifiedDiff(
                        "before",
                        "after",
                        before,
                        DiffUtils.diff(before, is.lines().toList()),
                        CONTEXT)
                .stream()
                .skip(HEAD_OF_A_DIFFERENCE)
                .toList();
    }
}
