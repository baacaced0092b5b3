package plainsieve.server.access.accounts;

import java.time.Clock;
import java.util.List;
import java.util.UUID;
import java.util.regex.Pattern;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.SingleLine;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.people.MailAddress;
import plainsieve.server.people.Person;
import plainsieve.server.people.Role;
import plainsieve.server.records.access.PersonRecords;
import plainsieve.server.records.access.PersonRow;
import plainsieve.server.records.access.RoleRecords;
import plainsieve.server.records.access.RoleRow;

/** People with accounts, as operators manage them. */
@Service
public class Accounts {
    private static final Pattern NAME = Pattern.compile("[\\p{L}\\p{N}][\\p{L}\\p{N}._@+-]{0,99}");
    private static final int LONGEST_LABEL = 120;

    private final PersonRecords people;
    private final RoleRecords roles;
    private final SignInService signInService;
    private final Clock clock;

    Accounts(PersonRecords people, RoleRecords roles, SignInService signInService, Clock clock) {
        this.people = people;
        this.roles = roles;
        this.signInService = signInService;
        this.clock = clock;
    }

    static Person person(PersonRow row) {
        return new Person(row.id(), row.name(), row.label());
    }

    public List<PersonRow> all() {
        return people.all();
    }

    public PersonRow get(String id) {
        return people.find(id).orElseThrow(() -> new NotFoundException("person", id, List.of()));
    }

    /** @param name the sign-in name */
    public Person named(String name) {
        return people.named(name)
                .map(Accounts::person)
                .orElseThrow(() -> new NotFoundException("person", name, List.of()));
    }

    /** New person, who has no password and no role yet. */
    @Transactional
    public Person add(String name, String label) {
        String own = checkedName(name);
        people.named(own).ifPresent(row -> {
            throw new ProblemException(
                    Problem.of(ProblemKind.NAME_TAKEN, "“%s” is another's name.".formatted(own), "Take another."));
        });
        PersonRow row =
                new PersonRow(UUID.randomUUID().toString(), own, label(label, own), "", false, clock.instant(), "");
        people.add(row);
        return person(row);
    }

    private static String checkedName(String name) {
        String own = name.strip();
        if (!NAME.matcher(own).matches()) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_NAME,
                    "Invalid sign-in name “%s”.".formatted(own),
                    "Use letters, digits and . _ @ + -, beginning with a letter or digit."));
        }
        return own;
    }

    private static String label(String label, String name) {
        String said = SingleLine.of(label).replaceAll("\\s+", " ");
        if (said.length() > LONGEST_LABEL) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_NAME,
                    "The name has more than %d characters.".formatted(LONGEST_LABEL),
                    "Shorten it."));
        }
        return said.isEmpty() ? name : said;
    }

    @Transactional
    public void rename(String id, String label) {
        PersonRow row = get(id);
        people.change(row.called(label(label, row.name())));
    }

    /** Sets the email address. @param address empty for none */
    @Transactional
    public void setMail(String id, String address) {
        get(id);
        String own = address.strip();
        if (!own.isEmpty() && MailAddress.read(own).isEmpty()) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_EMAIL_ADDRESS,
                    "Invalid email address “%s”.".formatted(own),
                    "Write one such as tam@ferries.example."));
        }
        boolean another = all().stream()
                .anyMatch(row -> !row.id().equals(id) && row.email().equalsIgnoreCase(own));
        if (!own.isEmpty() && another) {
            throw new ProblemException(Problem.of(
                    ProblemKind.NAME_TAKEN, "“%s” is another's address.".formatted(own), "Choose your own."));
        }
        people.setMail(id, own);
    }

    /** Suspends or reactivates an account. Suspension ends all sessions at once. */
    @Transactional
    public void block(String id, boolean blocked) {
        PersonRow row = get(id);
        people.change(row.suspended(blocked));
        if (blocked) {
            signInService.endAll(id);
            requireAnOperator();
        }
    }

    @Transactional
    public void remove(String id) {
        get(id);
        people.remove(id);
        requireAnOperator();
    }

    /** Lets a password are no longer valid; the person is signed out everywhere, and keys of programs end. */
    @Transactional
    public void forgetPassword(String id) {
        people.setPassword(get(id).id(), "");
        signInService.endAll(id);
    }

    /** Gives a person a role in a project, or in all. @param projectId empty for all */
    @Transactional
    public void grant(String personId, String projectId, Role role) {
        get(personId);
        roles.grantToPerson(new RoleRow(personId, projectId, role));
        requireAnOperator();
    }

    @Transactional
    public void revoke(String personId, String projectId) {
        get(personId);
        roles.revokeFromPerson(personId, projectId);
        requireAnOperator();
    }

    /* Without an operator no one could grant rights again. */
    private void requireAnOperator() {
        List<String> open = people.all().stream()
                .filter(row -> !row.suspended())
                .map(PersonRow::id)
                .toList();
        boolean someone = roles.ofPeople().stream()
                .anyMatch(
                        row -> row.projectId().isEmpty() && row.role() == Role.OPERATOR && open.contains(row.holder()));
        if (!someone) {
            throw new ProblemException(Problem.of(
                    ProblemKind.STILL_NEEDED,
                    "The server would have no operator left.",
                    "Make another person operator of every project first."));
        }
    }
}
