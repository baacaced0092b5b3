package plainsieve.server.access.accounts;

import java.time.Duration;
import org.springframework.stereotype.Component;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;

/** Verifies passwords and throttles guessing. */
@Component
class PasswordVerifier {
    private final Passwords passwords;
    private final LoginThrottle loginThrottle;

    PasswordVerifier(Passwords passwords, LoginThrottle loginThrottle) {
        this.passwords = passwords;
        this.loginThrottle = loginThrottle;
    }

    /**
     * Whether a password is the one that is kept. Throws {@link ProblemException} when it is not looked at before a while, and
     * {@link plainsieve.server.people.OverloadException} when too many are looked at just now; then it is not counted.
     *
     * @param encoded as it is kept; empty for a person without one, or when there is no such person
     */
    boolean admits(String name, String password, String encoded, SignInService.RequestOrigin from) {
        Duration wait = loginThrottle.wait(name, from);
        if (!wait.isZero()) {
            throw new ProblemException(Problem.of(
                    "wait-to-sign-in",
                    "Too many failed sign-ins.",
                    "Try again in %d seconds.".formatted(wait.toSeconds() + 1)));
        }
        // Counted before it is looked at: many at once are many tries.
        boolean right = passwords.matches(password, encoded, () -> loginThrottle.wrong(name, from));
        if (right) {
            loginThrottle.right(name, from);
        }
        return right;
    }
}
