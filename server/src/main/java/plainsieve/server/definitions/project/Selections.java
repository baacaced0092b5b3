package plainsieve.server.definitions.project;

import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.SingleLine;
import plainsieve.server.definitions.forms.StoredForms;
import plainsieve.server.definitions.model.EditConflictException;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.records.definitions.SelectionRecords;
import plainsieve.server.records.definitions.SelectionRow;

/** Saved choices of viewers: named, or unnamed for a link that would be too long. */
@Service
public class Selections {
    private static final int LONGEST_NAME = 120;

    private final SelectionRecords records;
    private final StoredForms forms;
    private final Clock clock;

    Selections(SelectionRecords records, StoredForms forms, Clock clock) {
        this.records = records;
        this.forms = forms;
        this.clock = clock;
    }

    /** Kept choices. */
    public record Selection(String id, String name, Map<String, ChoiceText> choices) {}

    /** The owner: a viewer of one report. */
    public record Owner(Project project, Report report, String viewer) {
        private SelectionRecords.Owner inRecords() {
            return new SelectionRecords.Owner(project.id(), report.id(), viewer);
        }
    }

    public List<Selection> of(Owner owner) {
        return records.of(owner.inRecords()).stream().map(this::selection).toList();
    }

    /** Available to anyone who has the ID, like a link. */
    public Selection get(Project project, Report report, String id) {
        return records.find(project.id(), report.id(), id)
                .map(this::selection)
                .orElseThrow(() -> new NotFoundException("selection", id, List.of()));
    }

    /**
     * Saves choices; equal choices without a name share an ID.
     *
     * @param instead the choices that these replace under that name; empty if there are none
     * @throws EditConflictException if others were saved under the name meanwhile
     */
    @Transactional
    public Selection keep(
            Owner owner, String name, Map<String, ChoiceText> choices, Optional<Map<String, ChoiceText>> instead) {
        String stripped = SingleLine.of(name);
        if (stripped.length() > LONGEST_NAME) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_NAME,
                    "The name has more than %d characters.".formatted(LONGEST_NAME),
                    "Shorten it."));
        }
        String kept = forms.writeChoices(choices);
        String report = owner.project().id() + "\n" + owner.report().id();
        String what = stripped.isEmpty() ? report + "\n" + kept : report + "\n" + owner.viewer() + "\n" + stripped;
        String fresh =
                UUID.nameUUIDFromBytes(what.getBytes(StandardCharsets.UTF_8)).toString();
        Optional<SelectionRow> before = records.of(owner.inRecords()).stream()
                .filter(row -> row.name().equals(stripped))
                .findFirst();
        before.filter(row -> !forms.choices(row.choices()).equals(choices))
                .ifPresent(row -> refuseOthers(row, instead));
        String id = before.map(SelectionRow::id).orElse(fresh);
        records.save(new SelectionRow(
                id, owner.project().id(), owner.report().id(), owner.viewer(), stripped, kept, clock.instant()));
        return get(owner.project(), owner.report(), id);
    }

    private void refuseOthers(SelectionRow row, Optional<Map<String, ChoiceText>> instead) {
        Map<String, ChoiceText> there = forms.choices(row.choices());
        if (instead.isEmpty()) {
            throw new ProblemException(Problem.of(
                    ProblemKind.NAME_TAKEN,
                    "Choices are already saved as “%s”.".formatted(row.name()),
                    "Replace them, or choose another name."));
        }
        if (!there.equals(instead.get())) {
            throw new EditConflictException("The selection “%s”".formatted(row.name()));
        }
    }

    public void remove(Owner owner, String id) {
        if (records.remove(owner.inRecords(), id) == 0) {
            throw new NotFoundException("selection", id, List.of());
        }
    }

    private Selection selection(SelectionRow row) {
        return new Selection(row.id(), row.name(), forms.choices(row.choices()));
    }
}
