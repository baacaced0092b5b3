package plainsieve.server.jobs.deliveries;

import java.util.Map;
import java.util.Optional;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.server.people.Person;

/**
 * A recipient of a delivery.
 *
 * @param address where to; where there is none, whom it would have gone to
 * @param person with that address; nothing for someone without an account
 * @param choices what their row says is chosen
 * @param reason nothing can go there; nothing when it can
 */
record Recipient(String address, Optional<Person> person, Map<String, ChoiceText> choices, Optional<String> reason) {
    /** Tells the mails of one address apart. */
    String part() {
        return choices.isEmpty() ? "" : choices.toString();
    }
}
