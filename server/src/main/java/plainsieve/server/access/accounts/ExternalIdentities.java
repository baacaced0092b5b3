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
     * The account of an external identity, created at the first sign-in; with the current groups and claims of the provider. An existing
     * account is not matched by name: users may be able to change their name at the provider.
     *
     * @throws OpenIdException if the name is invalid or belongs to someone else
     */
    @Transactional
    public PersonRow of(OpenIdIdentity openIdIdentity) {
        String id =
                records.find(openIdIdentity.issuer(), openIdIdentity.subject()).orElseGet(() -> first(openIdIdentity));
        records.removeClaimedMemberships(id);
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
