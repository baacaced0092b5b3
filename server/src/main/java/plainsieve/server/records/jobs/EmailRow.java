package plainsieve.server.records.jobs;

import java.util.Locale;
import plainsieve.core.value.Keyword;

/**
 * An email of a delivery, or the reason for none.
 *
 * @param job the number of its job
 * @param part distinguishes the emails of one address: the row of the query; empty for a single one
 * @param at time of the state, ISO 8601
 */
public record EmailRow(
        long id,
        String projectId,
        String deliveryId,
        long job,
        String address,
        String part,
        State state,
        String subject,
        String message,
        String at) {
    /** The state of an email. */
    public enum State implements Keyword {
        WAITING,
        /** All data was sent to the mail server, which has not confirmed it yet. */
        HANDING_OVER,
        SENT,
        /** It was rejected, or the address is not permitted. */
        REFUSED,
        /** There was nothing to send, or they want none. */
        SKIPPED,
        /** Unconfirmed: it is not sent again automatically. */
        UNSURE;

        @Override
        public String word() {
            return name().toLowerCase(Locale.ROOT).replace('_', '-');
        }

        /** Whether nothing more is to be done for it. */
        public boolean isOver() {
            return this != WAITING && this != HANDING_OVER;
        }
    }
}
