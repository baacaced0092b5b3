package plainsieve.server.access.accounts;

import java.text.Normalizer;
import java.util.Locale;
import java.util.Set;
import org.springframework.stereotype.Component;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/** Passwords, stored as salted Argon2id hashes. Their strength is their length (NIST SP 800-63B). */
@Component
class Passwords {
    private static final int SHORTEST = 10;
    private static final int LONGEST = 200;
    private static final Set<String> GUESSED_FIRST = Set.of(
            "1234567890",
            "0123456789",
            "12345678910",
            "123456789a",
            "qwertyuiop",
            "password123",
            "password1234",
            "passwordpassword",
            "iloveyou12",
            "administrator",
            "letmein123",
            "welcome123",
            "changeme123",
            "abcdefghij");

    private final PasswordHasher hasher;

    Passwords(PasswordHasher hasher) {
        this.hasher = hasher;
    }

    /** The hash to be stored. Throws {@link ProblemException} for a guessable password. */
    String encoded(String password, String name) {
        String same = normalized(password);
        if (same.codePointCount(0, same.length()) < SHORTEST) {
            throw weak(
                    "The password has fewer than %d characters.".formatted(SHORTEST), "Use a few words of your own.");
        }
        if (same.length() > LONGEST) {
            throw weak("The password has more than %d characters.".formatted(LONGEST), "Shorten it.");
        }
        String small = same.toLowerCase(Locale.ROOT);
        if (GUESSED_FIRST.contains(small)
                || small.contains(name.toLowerCase(Locale.ROOT))
                || small.chars().distinct().count() < 4) {
            throw weak("The password is too common.", "Use a few words of your own.");
        }
        return hasher.hash(same);
    }

    private static ProblemException weak(String message, String advice) {
        return new ProblemException(Problem.of(ProblemKind.WEAK_PASSWORD, message, advice));
    }

    /** Whether the password matches. @param begun runs when a slot is available, before verification */
    boolean matches(String password, String encoded, Runnable begun) {
        return hasher.matches(password.length() > LONGEST ? "" : normalized(password), encoded, begun);
    }

    /* Other keyboards may produce different code points for the same text. */
    private static String normalized(String password) {
        return Normalizer.normalize(password, Normalizer.Form.NFKC);
    }
}
