package plainsieve.server.jobs.deliveries;

import java.util.Optional;
import org.springframework.stereotype.Component;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.jobs.mail.MailTransport;
import plainsieve.server.people.Caller;
import plainsieve.server.people.MailAddress;
import plainsieve.server.records.access.PersonRow;

/** The recipient of a test email: the caller's own address; without accounts, the given one. */
@Component
public class TestAddress {
    private final Accounts accounts;
    private final MailTransport mailTransport;

    TestAddress(Accounts accounts, MailTransport mailTransport) {
        this.accounts = accounts;
        this.mailTransport = mailTransport;
    }

    /** Throws {@link ProblemException} if there is none. */
    public String of(Caller caller, String said) {
        String address = caller.viewer().known() ? ownAddress(caller) : said;
        return MailAddress.read(address)
                .filter(mailTransport::mayGoTo)
                .orElseThrow(() -> new ProblemException(Problem.of(
                        ProblemKind.INVALID_EMAIL_ADDRESS,
                        address.isEmpty()
                                ? "You have no email address."
                                : "Emails to “%s” are not allowed.".formatted(address),
                        caller.viewer().known()
                                ? "Set it in your account, top right."
                                : "Write one such as tam@ferries.example.")));
    }

    private String ownAddress(Caller caller) {
        Optional<PersonRow> row = accounts.all().stream()
                .filter(person -> person.id().equals(caller.viewer().id()))
                .findFirst();
        return row.map(person -> person.email().isEmpty() ? person.name() : person.email())
                .filter(address -> address.contains("@"))
                .orElse("");
    }
}
