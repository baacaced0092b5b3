package plainsieve.sources;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** How a web service is reported the secret that it wants. */
public enum SignIn {
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

    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    /** Missing fields are empty. */
    public static Optional<SignIn> ofWord(String word) {
        String said = word.isBlank() ? NONE.word() : word;
        return Arrays.stream(values()).filter(way -> way.word().equals(said)).findFirst();
    }

    public static List<String> words() {
        return Arrays.stream(values()).map(SignIn::word).toList();
    }

    /** Whether a name belongs to it: of the user, of the header, or of what is asked for. */
    public boolean isNamed() {
        return this == BASIC || this == HEADER || this == QUERY;
    }
}
