package plainsieve.files.forms;

import jakarta.validation.constraints.NotNull;
import java.util.Optional;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.view.Figure;
import plainsieve.core.view.ValueFormat;

/**
 * A figure over all matching rows.
 *
 * @param column empty for a count of rows
 * @param format how the number is written, such as number 1, money €, percent 1; empty: rounded for readability
 */
public record MeasureForm(
        @NotNull(message = FormLimits.MISSING) Measure.Function function,
        String column,
        String label,
        String unit,
        String format)
        implements Form {
    public MeasureForm {
        column = Absent.orEmpty(column);
        label = Absent.orEmpty(label);
        unit = Absent.orEmpty(unit);
        format = Absent.orEmpty(format);
    }

    static MeasureForm of(Figure figure) {
        Measure measure = figure.measure();
        return new MeasureForm(
                measure.function(),
                measure.column().orElse(""),
                figure.label(),
                figure.unit(),
                figure.format().written());
    }

    Figure toFigure() {
        if (function == null) {
            throw invalid(
                    "The figure “%s” has no function.".formatted(label), "Use count, sum, avg, min or another one.");
        }
        boolean ofRows = function == Measure.Function.COUNT || function == Measure.Function.SHARE;
        if (column.isEmpty() && !ofRows) {
            throw invalid(
                    "The figure “%s” needs a column for its %s.".formatted(label, function.word()),
                    "Name a column of the query.");
        }
        Optional<String> measured = Optional.of(column).filter(name -> !name.isEmpty());
        return new Figure(new Measure(function, measured), label, unit, valueFormat());
    }

    private ValueFormat valueFormat() {
        return ValueFormat.read(format)
                .filter(known -> !known.kind().isOfTimes() && known.kind() != ValueFormat.Kind.UNIT)
                .orElseThrow(() -> invalid(
                        "Unknown format “%s” of the figure “%s”.".formatted(format, label),
                        "Use number 1, money and a sign, or percent 1; its unit is separate."));
    }

    private static ProblemException invalid(String message, String advice) {
        return new ProblemException(Problem.of(ProblemKind.INVALID_REPORT, message, advice));
    }
}
