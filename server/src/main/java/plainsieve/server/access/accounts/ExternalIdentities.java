package plainsieve.server.access.accounts;

import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.value.ProblemException;
import plainsieve.server.access.openid.OpenIdException;
import plainsieve.server.access.openid.OpenIdIdentity;
import plainsieve.server.records.access.IdentityRecords;
import plainsieve.server.records.access.PersonRow;

/** Accounts identified by an external sign-in service. */
@Service
public class ExternalIdentities {
    private static final int LONGEST_VALUE = 500;
    private static final int MOST_VALUES = 2_000;

    private final IdentityRecords records;
    private final Accounts accounts;

    ExternalIdentities(IdentityRecords records, Accounts accounts) {
        this.records = records;
        this.accounts = accounts;
    }

    /**
     * The account of someone, made when they come for the first time; with the groups and claims that the service says now. No account
     * that is there already belongs to them by its name: what people are called there, they may be able to change.
     *
     * @throws OpenIdException when the name is someone else's, or none
     */
    @Transactional
    public PersonRow of(OpenIdIdentity openIdIdentity) {
        String id =
                records.find(openIdIdentity.issuer(), openIdIdentity.subject()).orElseGet(() -> first(openIdIdentity));
        records.leaveClaimed(id);
        openIdIdentity.groups().forEach(group -> records.joinClaimed(id, group));
        records.forgetClaims(id);
        openIdIdentity.claims().forEach((claim, values) -> values.stream()
                .limit(MOST_VALUES)
                .filter(value -> value.length() <= LONGEST_VALUE)
                .forEach(value -> records.claim(id, claim, value)));
        return accounts.get(id);
    }

    private String first(OpenIdIdentity openIdIdentity) {
        try {
            String id =
                    accounts.add(openIdIdentity.name(), openIdIdentity.label()).id();
            records.add(openIdIdentity.issuer(), openIdIdentity.subject(), id);
            return id;
        } catch (ProblemException e) {
            throw new OpenIdException(OpenIdException.Why.TAKEN, e.getMessage(), e);
        }
    }
}
