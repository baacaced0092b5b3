package plainsieve.core.value;

import java.util.Locale;
import java.util.Optional;

/** The type of a parameter and of each of its values. The words are those of the interface and of project files. */
public enum Type {
    TEXT("text"),
    INTEGER("whole number"),
    DECIMAL("decimal number"),
    DATE("date, like 2026-03-31"),
    DATETIME("date and time, like 2026-03-31T14:05"),
    BOOLEAN("true or false"),
    /** The name of a table or column; never bound, only quoted, and only when it is on the parameter's list. */
    NAME("name of a table or column");

    private final String inWords;

    Type(String inWords) {
        this.inWords = inWords;
    }

    /** What a person has to type, for messages: "date, like 2026-03-31". */
    public String inWords() {
        return inWords;
    }

    /** The word used on the wire and in files, in lower case. */
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    public static Optional<Type> ofWord(String word) {
        for (Type type : values()) {
            if (type.word().equals(word)) {
                return Optional.of(type);
            }
        }
        return Optional.empty();
    }
}
