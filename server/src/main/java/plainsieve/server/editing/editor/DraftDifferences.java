package plainsieve.server.editing.editor;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import plainsieve.core.sentence.ViewSentence;
import plainsieve.core.view.Control;
import plainsieve.core.view.View;
import plainsieve.server.definitions.model.Report;

/** The changes of a draft against the published report, one line each. */
final class DraftDifferences {
    private final Report live;
    private final Report draft;
    private final List<String> lines = new ArrayList<>();

    private DraftDifferences(Report live, Report draft) {
        this.live = live;
        this.draft = draft;
    }

    static List<String> between(Report live, Report draft) {
        return new DraftDifferences(live, draft).describe();
    }

    private List<String> describe() {
        words();
        views();
        controls();
        if (!draft.opening().equals(live.opening())) {
            lines.add("Its opening or running mode changed.");
        }
        if (lines.isEmpty()
                && !(draft.views().equals(live.views()) && draft.controls().equals(live.controls()))) {
            lines.add("The order changed.");
        }
        return lines;
    }

    private void words() {
        if (!draft.name().equals(live.name())) {
            lines.add("It is called “%s”, was “%s”.".formatted(draft.name(), live.name()));
        }
        if (!draft.audience().equals(live.audience()) || !draft.question().equals(live.question())) {
            lines.add("Its question line or audience changed.");
        }
    }

    private void views() {
        for (View view : draft.views()) {
            String said = ViewSentence.inWords(view);
            find(live, view.id())
                    .ifPresentOrElse(
                            before -> {
                                if (!before.equals(view)) {
                                    lines.add("“%s”, was “%s”.".formatted(said, ViewSentence.inWords(before)));
                                }
                            },
                            () -> lines.add("New: “%s”.".formatted(said)));
        }
        live.views().stream()
                .filter(view -> find(draft, view.id()).isEmpty())
                .forEach(view -> lines.add("Gone: “%s”.".formatted(ViewSentence.inWords(view))));
    }

    private static Optional<View> find(Report report, String id) {
        return report.views().stream().filter(view -> view.id().equals(id)).findFirst();
    }

    private void controls() {
        draft.controls().stream()
                .filter(control -> !live.controls().contains(control))
                .forEach(control -> lines.add("The control of %s was added or changed.".formatted(names(control))));
        live.controls().stream()
                .filter(control -> draft.controls().stream()
                        .noneMatch(other -> other.parameters().equals(control.parameters())))
                .forEach(control -> lines.add("The control of %s was removed.".formatted(names(control))));
    }

    private static String names(Control control) {
        return ":" + String.join(", :", control.parameters());
    }
}
