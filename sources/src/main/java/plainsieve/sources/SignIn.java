package plainsieve.sources;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import plainsieve.core.value.Keyword;

/** How a web service is reported the secret that it wants. */
public enum SignIn implements Keyword {
    /** It wants none. */
    NONE,
    /** A user and a password (RFC 7617). */
    BASIC,
    /** A token (RFC 6750). */
    BEARER,
    /** In its own header. */
    HEADER,
    /** After the question mark of every address. */
    QUERY;

    @Override
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** Missing fields are empty. */
    public static Optional<SignIn> ofWord(String word) {
        return word.isBlank() ? Optional.of(NONE) : Keyword.find(SignIn.class, word);
    }

    public static List<String> words() {
        return Arrays.stream(values()).map(SignIn::word).toList();
    }

    /** Whether it has a name: of the user, the header, or the query parameter. */
    public boolean isNamed() {
        return this == BASIC || this == HEADER || this == QUERY;
    }
}
