package plainsieve.server.access.accounts;

import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.records.access.PersonRecords;
import plainsieve.server.records.access.PersonRow;

/** Sets and checks the passwords of signed-in users. A password is hashed outside of transactions. */
@Service
public class AccountPasswords {
    private final PersonRecords people;
    private final SignInService signInService;
    private final Passwords passwords;
    private final PasswordVerifier gate;
    private final TransactionTemplate change;

    AccountPasswords(
            PersonRecords people,
            SignInService signInService,
            Passwords passwords,
            PasswordVerifier gate,
            PlatformTransactionManager transactions) {
        this.people = people;
        this.signInService = signInService;
        this.passwords = passwords;
        this.gate = gate;
        this.change = new TransactionTemplate(transactions);
    }

    /** Sets a password; all sessions and API keys of the user end. Throws for a weak one, and like {@link PasswordHasher#hash}. */
    public void set(String personId, String password) {
        String hash = passwords.encoded(password, get(personId).name());
        change.executeWithoutResult(status -> {
            people.setPassword(personId, hash);
            signInService.endAll(personId);
        });
    }

    /** Whether this is the user's password; true if there is none. Attempts are throttled, and throw, as at sign-in. */
    public boolean isCurrent(String personId, String password, SignInService.RequestOrigin from) {
        PersonRow row = get(personId);
        return row.password().isEmpty() || gate.admits(row.name(), password, row.password(), from);
    }

    private PersonRow get(String personId) {
        return people.find(personId).orElseThrow(() -> new NotFoundException("person", personId, List.of()));
    }
}
