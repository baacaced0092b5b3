package plainsieve.server.editing.editor;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.function.Function;
import java.util.function.Predicate;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.view.Control;
import plainsieve.core.view.View;
import plainsieve.core.view.ViewContent;
import plainsieve.server.definitions.edits.Ids;
import plainsieve.server.definitions.model.Report;

/** Changes that need only the draft: each returns another report. */
final class DraftChange {
    private final Report report;

    DraftChange(Report report) {
        this.report = report;
    }

    Report with(View changed) {
        return report.withViews(report.views().stream()
                .map(view -> view.id().equals(changed.id()) ? changed : view)
                .toList());
    }

    Report with(Control before, Control changed) {
        return report.withControls(report.controls().stream()
                .map(control -> control.equals(before) ? changed : control)
                .toList());
    }

    /** The view is last, but before a table that is last: rows end a page. */
    Report adding(View view) {
        List<View> views = new ArrayList<>(report.views());
        boolean tableLast = !views.isEmpty() && isTable(views.get(views.size() - 1));
        View named = view.withId(Ids.of(view.id(), "view", this::hasView));
        views.add(tableLast && !isTable(view) ? views.size() - 1 : views.size(), named);
        return report.withViews(views);
    }

    Report adding(Control control) {
        List<Control> controls = new ArrayList<>(report.controls());
        controls.add(control);
        return report.withControls(controls);
    }

    Report without(EditedElement element) {
        if (element instanceof EditedElement.OfView view) {
            return report.withViews(rest(report.views(), other -> other.id().equals(view.id())));
        }
        Control gone = control(element);
        return report.withControls(rest(report.controls(), gone::equals));
    }

    /** A view once more, right behind itself. */
    Report copying(String viewId) {
        View view = report.view(viewId);
        List<View> views = new ArrayList<>(report.views());
        views.add(views.indexOf(view) + 1, view.withId(Ids.of(view.id() + " copy", "view", this::hasView)));
        return report.withViews(views);
    }

    /** One place up or down; at an end it stays. */
    Report moving(EditedElement element, boolean down) {
        if (element instanceof EditedElement.OfView view) {
            return report.withViews(moved(report.views(), report.view(view.id()), down));
        }
        return report.withControls(moved(report.controls(), control(element), down));
    }

    /** At an index among items of its kind, from 0; limited to the end. */
    Report moved(EditedElement element, int at) {
        if (element instanceof EditedElement.OfView view) {
            return report.withViews(reorder(report.views(), report.view(view.id()), at));
        }
        return report.withControls(reorder(report.controls(), control(element), at));
    }

    /**
     * A control between two with another heading gets that heading.
     *
     * @param headings the effective heading of each control
     */
    Report withHeading(EditedElement element, Function<Control, String> headings) {
        if (!(element instanceof EditedElement.OfControl)) {
            return report;
        }
        Control moved = control(element);
        List<Control> beside = report.controls().stream()
                .filter(control -> control.style().place() == Control.Position.BESIDE_ROWS)
                .toList();
        int at = beside.indexOf(moved);
        if (at < 1 || at + 1 >= beside.size()) {
            return report;
        }
        String above = headings.apply(beside.get(at - 1));
        boolean between = above.equals(headings.apply(beside.get(at + 1))) && !above.equals(headings.apply(moved));
        return between ? with(moved, moved.looking(moved.style().under(above))) : report;
    }

    /** The control of an item. Throws {@link ProblemException} if it no longer exists. */
    Control control(EditedElement element) {
        return report.controls().stream()
                .filter(control -> element instanceof EditedElement.OfControl wanted
                        && control.parameters().get(0).equals(wanted.parameter()))
                .findFirst()
                .orElseThrow(() -> new ProblemException(Problem.of(
                        ProblemKind.UNKNOWN_ELEMENT, "That is no longer on the report.", "Reload the page.")));
    }

    private static boolean isTable(View view) {
        return view.shown() instanceof ViewContent.Table;
    }

    private boolean hasView(String id) {
        return report.views().stream().anyMatch(view -> view.id().equals(id));
    }

    private static <T> List<T> rest(List<T> all, Predicate<T> gone) {
        return all.stream().filter(gone.negate()).toList();
    }

    private static <T> List<T> reorder(List<T> all, T one, int at) {
        List<T> changed = new ArrayList<>(all);
        changed.remove(one);
        changed.add(Math.max(0, Math.min(at, changed.size())), one);
        return changed;
    }

    private static <T> List<T> moved(List<T> all, T one, boolean down) {
        List<T> changed = new ArrayList<>(all);
        int at = changed.indexOf(one);
        int to = down ? Math.min(at + 1, changed.size() - 1) : Math.max(at - 1, 0);
        Collections.swap(changed, at, to);
        return changed;
    }
}
