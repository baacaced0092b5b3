package plainsieve.server.people;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/** The role of a person in a project. Each role includes the rights of the previous ones. */
public enum Role {
    /** Opens reports and chooses. */
    VIEWER,
    /** Makes queries, parameters and reports. */
    AUTHOR,
    /** Manages projects and sources. */
    OPERATOR;

    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** {@code an author}. */
    public String withArticle() {
        return (this == VIEWER ? "a " : "an ") + word();
    }

    public static Optional<Role> ofWord(String word) {
        return Arrays.stream(values()).filter(role -> role.word().equals(word)).findFirst();
    }

    public boolean mayActAs(Role needed) {
        return compareTo(needed) >= 0;
    }
}
