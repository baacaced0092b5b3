package plainsieve.server.accounts;

import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.value.ProblemException;
import plainsieve.server.openid.Identity;
import plainsieve.server.openid.NotKnown;
import plainsieve.server.records.IdentityRecords;
import plainsieve.server.records.PersonRecords;
import plainsieve.server.records.PersonRow;

/** People here, by what another service says of them each time they sign in with it. */
@Service
public class Identities {
    private static final int LONGEST_VALUE = 500;
    private static final int MOST_VALUES = 2_000;

    private final IdentityRecords records;
    private final PersonRecords people;
    private final Accounts accounts;

    Identities(IdentityRecords records, PersonRecords people, Accounts accounts) {
        this.records = records;
        this.people = people;
        this.accounts = accounts;
    }

    /**
     * The account of somebody, made when they come for the first time; with the groups and claims that the service says now. An account
     * that an operator made and nobody has used is theirs by its name.
     *
     * @throws NotKnown when the name is somebody else's, or none
     */
    @Transactional
    public PersonRow of(Identity identity) {
        String id = records.find(identity.issuer(), identity.subject()).orElseGet(() -> first(identity));
        records.leaveClaimed(id);
        identity.groups().forEach(group -> records.joinClaimed(id, group));
        records.forgetClaims(id);
        identity.claims().forEach((claim, values) -> values.stream()
                .limit(MOST_VALUES)
                .filter(value -> value.length() <= LONGEST_VALUE)
                .forEach(value -> records.claim(id, claim, value)));
        return accounts.get(id);
    }

    private String first(Identity identity) {
        Optional<PersonRow> named = people.named(identity.name().strip());
        boolean unused = named.filter(row -> row.password().isEmpty() && records.ofPerson(row.id()) == 0)
                .isPresent();
        if (named.isPresent() && !unused) {
            throw new NotKnown(NotKnown.Why.TAKEN, identity.name());
        }
        String id = named.map(PersonRow::id).orElseGet(() -> added(identity));
        records.add(identity.issuer(), identity.subject(), id);
        return id;
    }

    private String added(Identity identity) {
        try {
            return accounts.add(identity.name(), identity.label()).id();
        } catch (ProblemException e) {
            throw new NotKnown(NotKnown.Why.TAKEN, e.getMessage(), e);
        }
    }
}
