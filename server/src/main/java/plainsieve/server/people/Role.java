package plainsieve.server.people;

import java.util.Locale;
import java.util.Optional;
import plainsieve.core.value.Keyword;

/** The role of a user in a project. Each role includes the rights of the previous ones. */
public enum Role implements Keyword {
    /** Opens reports and chooses. */
    VIEWER,
    /** Makes queries, parameters and reports. */
    AUTHOR,
    /** Manages projects and sources. */
    OPERATOR;

    @Override
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** {@code an author}. */
    public String withArticle() {
        return (this == VIEWER ? "a " : "an ") + word();
    }

    public static Optional<Role> ofWord(String word) {
        return Keyword.find(Role.class, word);
    }

    public boolean mayActAs(Role needed) {
        return compareTo(needed) >= 0;
    }
}
