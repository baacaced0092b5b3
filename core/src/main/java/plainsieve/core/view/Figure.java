package plainsieve.core.view;

import plainsieve.core.rewrite.Measure;

/**
 * A figure over all matching rows, with its label.
 *
 * @param unit suffix of the number; may be empty
 * @param format of the number; {@link ValueFormat#PLAIN} rounds for display
 */
public record Figure(Measure measure, String label, String unit, ValueFormat format) {
    public Figure(Measure measure, String label, String unit) {
        this(measure, label, unit, ValueFormat.PLAIN);
    }

    /** Another measure with the same label and unit. */
    public Figure of(Measure other) {
        return new Figure(other, label, unit, format);
    }

    public Figure called(String newLabel) {
        return new Figure(measure, newLabel, unit, format);
    }

    public Figure withUnit(String newUnit) {
        return new Figure(measure, label, newUnit, format);
    }

    public Figure written(ValueFormat how) {
        return new Figure(measure, label, unit, how);
    }
}
