package plainsieve.server.jobs.deliveries;

import java.util.Map;
import java.util.Optional;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.server.people.Person;

/**
 * A recipient of a delivery.
 *
 * @param address the email address; without one, the name of the intended recipient
 * @param person with that address; empty for someone without an account
 * @param choices of their row
 * @param reason why nothing can be sent; empty if it can
 */
record Recipient(String address, Optional<Person> person, Map<String, ChoiceText> choices, Optional<String> reason) {
    /** Distinguishes the emails of one address. */
    String part() {
        return choices.isEmpty() ? "" : choices.toString();
    }
}
