package plainsieve.core.steps.model;

import java.util.Optional;
import plainsieve.core.value.Type;

/** Functions by their keywords, such as {@code year of departed_at}. */
public enum StepFunction {
    YEAR("year", Type.INTEGER),
    QUARTER("quarter", Type.INTEGER),
    MONTH("month", Type.INTEGER),
    DAY("day", Type.INTEGER),
    /** 1 for Monday to 7 for Sunday, as ISO 8601 has it. */
    WEEKDAY("weekday", Type.INTEGER),
    HOUR("hour", Type.INTEGER),
    LENGTH("length", Type.INTEGER),
    UPPER("upper case", Type.TEXT),
    LOWER("lower case", Type.TEXT),
    TRIMMED("trimmed text", Type.TEXT),
    FIRST_CHARACTERS("first characters", Type.TEXT),
    LAST_CHARACTERS("last characters", Type.TEXT),
    /** To so many digits after the point. */
    ROUNDED("rounded value", Type.DECIMAL),
    ABSOLUTE("absolute value", Type.DECIMAL),
    /** The lower bound of a number's band. */
    BAND("band", Type.DECIMAL),
    /** The year in which a fiscal year ends that starts in a given month. */
    FISCAL_YEAR("fiscal year", Type.INTEGER),
    /** The first that has a value. */
    COALESCE("coalesce"),
    AS_TEXT("text", Type.TEXT),
    /** No value for a text that is not a number, or the value of the second argument. */
    AS_WHOLE("whole number", Type.INTEGER),
    AS_NUMBER("decimal number", Type.DECIMAL),
    AS_DAY("date", Type.DATE);

    private final String words;
    private final Optional<Type> type;

    StepFunction(String words, Type type) {
        this.words = words;
        this.type = Optional.of(type);
    }

    StepFunction(String words) {
        this.words = words;
        this.type = Optional.empty();
    }

    /** Whether it converts to another type, which may fail for some values. */
    public boolean changesType() {
        return this == AS_WHOLE || this == AS_NUMBER || this == AS_DAY;
    }

    /** Whether it is a part of a date that SQL calls by the same name. */
    public boolean isDatePart() {
        return this == YEAR || this == QUARTER || this == MONTH || this == DAY || this == HOUR;
    }

    /** Its phrase before the argument. */
    public String words() {
        return words;
    }

    /** The result type; empty if it depends on the arguments. */
    public Optional<Type> type() {
        return type;
    }
}
