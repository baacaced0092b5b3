package plainsieve.server.accounts;

import java.time.Duration;
import org.springframework.stereotype.Component;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;

/** Looks at passwords that somebody types, and slows down who guesses them. */
@Component
class PasswordGate {
    private final Passwords passwords;
    private final Guesses guesses;

    PasswordGate(Passwords passwords, Guesses guesses) {
        this.passwords = passwords;
        this.guesses = guesses;
    }

    /**
     * Whether a password is the one that is kept. Throws {@link ProblemException} when it is not looked at before a while.
     *
     * @param encoded as it is kept; empty for somebody who has none, or is not there
     */
    boolean admits(String name, String password, String encoded, String address) {
        Duration wait = guesses.wait(name, address);
        if (!wait.isZero()) {
            throw new ProblemException(Problem.of(
                    "wait-to-sign-in",
                    "Too many passwords were wrong.",
                    "Try again in %d seconds.".formatted(wait.toSeconds() + 1)));
        }
        // Counted before it is looked at: who tries many at once has tried many.
        guesses.wrong(name, address);
        boolean right = passwords.matches(password, encoded);
        if (right) {
            guesses.right(name);
        }
        return right;
    }
}
