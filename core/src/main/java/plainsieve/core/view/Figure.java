package plainsieve.core.view;

import plainsieve.core.rewrite.Measure;

/**
 * A figure over all matching rows, with what viewers read next to it.
 *
 * @param unit what follows the number; may be empty
 * @param format how the number is written; {@link ValueFormat#PLAIN} rounds for people
 */
public record Figure(Measure measure, String label, String unit, ValueFormat format) {
    public Figure(Measure measure, String label, String unit) {
        this(measure, label, unit, ValueFormat.PLAIN);
    }

    /** The same words beside another measure. */
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
