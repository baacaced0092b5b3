package plainsieve.server.access.accounts;

import java.time.Duration;
import org.springframework.stereotype.Component;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

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
     * Whether a password matches. Throws {@link ProblemException} while throttled, and
     * {@link plainsieve.server.people.OverloadException} under overload, which is not counted.
     *
     * @param encoded the stored hash; empty for a user without a password or an unknown one
     */
    boolean admits(String name, String password, String encoded, SignInService.RequestOrigin from) {
        Duration wait = loginThrottle.wait(name, from);
        if (!wait.isZero()) {
            throw new ProblemException(Problem.of(
                    ProblemKind.SIGN_IN_FAILED,
                    "Too many failed sign-ins.",
                    "Try again in %d seconds.".formatted(wait.toSeconds() + 1)));
        }
        // Counted before verification: concurrent attempts are many attempts.
        boolean right = passwords.matches(password, encoded, () -> loginThrottle.wrong(name, from));
        if (right) {
            loginThrottle.right(name, from);
        }
        return right;
    }
}
