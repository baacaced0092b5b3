package plainsieve.core.steps.model;

import java.util.Optional;
import plainsieve.core.value.Type;

/** Functions by their words, such as {@code year of departed_at}. */
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
    FIRST_LETTERS("first letters", Type.TEXT),
    LAST_LETTERS("last letters", Type.TEXT),
    /** To so many digits after the point. */
    ROUNDED("rounded", Type.DECIMAL),
    ABSOLUTE("size", Type.DECIMAL),
    /** The lower end of the band in which a number lies. */
    BAND("band", Type.DECIMAL),
    /** The year in which a fiscal year ends that begins with a month. */
    FISCAL_YEAR("fiscal year", Type.INTEGER),
    /** The first that has a value. */
    FIRST_VALUE("first value"),
    AS_TEXT("text", Type.TEXT),
    /** Nothing of a text that is no number; or what a second argument says. */
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

    /** Whether it makes a value one of another type, which not every value fits. */
    public boolean changesType() {
        return this == AS_WHOLE || this == AS_NUMBER || this == AS_DAY;
    }

    /** What it is called in front of its argument. */
    public String words() {
        return words;
    }

    /** What it gives; nothing where that depends on what it is given. */
    public Optional<Type> type() {
        return type;
    }
}
