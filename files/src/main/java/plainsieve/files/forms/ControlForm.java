package plainsieve.files.forms;

import jakarta.validation.constraints.NotNull;
import java.util.List;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.view.Control;

/**
 * A control of a report.
 *
 * @param kind slicer, dropdown, search, dates, numbers, text, switch, number or rows; an unknown one is the default of the parameter
 * @param label empty for that of its parameter
 * @param parameters one, or the two bounds of a range
 * @param heading empty for the group of its parameter
 */
public record ControlForm(
        String kind,
        String label,
        List<@NotNull(message = FormLimits.MISSING) String> parameters,
        String heading,
        Control.Position place)
        implements Form {
    public ControlForm {
        kind = Absent.orEmpty(kind);
        label = Absent.orEmpty(label);
        parameters = Absent.orEmpty(parameters);
        heading = Absent.orEmpty(heading);
        place = place == null ? Control.Position.BESIDE_ROWS : place;
    }

    public static ControlForm of(Control control) {
        Control.Style style = control.style();
        return new ControlForm(
                control.kind().word(), style.label(), control.parameters(), style.heading(), style.place());
    }

    /** Throws {@link ProblemException} unless it has one or two parameters. */
    public Control toControl() {
        Control.Style style = new Control.Style(label, heading, place);
        return switch (parameters.size()) {
            case 1 ->
                new Control.Single(Control.Kind.ofWord(kind).orElse(Control.Kind.AUTOMATIC), style, parameters.get(0));
            case 2 ->
                new Control.Range(
                        Control.RangeKind.ofWord(kind).orElse(Control.RangeKind.DATES),
                        style,
                        parameters.get(0),
                        parameters.get(1));
            default ->
                throw new ProblemException(Problem.of(
                        ProblemKind.INVALID_REPORT,
                        "The control “%s” names %d parameters.".formatted(label, parameters.size()),
                        "Name one, or the two bounds of a range."));
        };
    }
}
