package plainsieve.core.value;

import java.util.Locale;
import java.util.Optional;

/** The type of a parameter and of its values. The keywords are those of the API and of project files. */
public enum Type implements Keyword {
    TEXT("text", "Ardlow"),
    INTEGER("whole number", "15"),
    DECIMAL("decimal number", "3.5"),
    DATE("date", "2026-03-31"),
    DATETIME("date and time", "2026-03-31T14:05"),
    BOOLEAN("yes-or-no value", "true"),
    /** The name of a table or column; never bound, only quoted, and only when it is on the parameter's list. */
    NAME("name of a table or column", "crossings");

    private final String inWords;
    private final String example;

    Type(String inWords, String example) {
        this.inWords = inWords;
        this.example = example;
    }

    /** A value of the type as a person has to write it. */
    public String example() {
        return example;
    }

    /** The name of a value of the type in messages. */
    public String inWords() {
        return inWords;
    }

    /** The keyword in the API and in files, in lower case. */
    @Override
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** Whether values of both can be compared: numbers with numbers, days with moments, all others with their own. */
    public boolean comparesWith(Type other) {
        return this == other || isNumber() && other.isNumber() || isTime() && other.isTime();
    }

    private boolean isNumber() {
        return this == INTEGER || this == DECIMAL;
    }

    private boolean isTime() {
        return this == DATE || this == DATETIME;
    }

    public static Optional<Type> ofWord(String word) {
        return Keyword.find(Type.class, word);
    }
}
