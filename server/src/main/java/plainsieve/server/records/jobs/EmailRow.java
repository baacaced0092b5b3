package plainsieve.server.records.jobs;

import java.util.Locale;
import plainsieve.core.value.Keyword;

/**
 * A mail of a delivery, or why there was none.
 *
 * @param job the number of the job that it belongs to
 * @param part tells the mails of one address apart: the row that it is for; empty where there is one
 * @param at when it came to be so, ISO 8601
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
    /** What became of it. */
    public enum State implements Keyword {
        WAITING,
        /** All of it was given to the server for mails; whether that has it is not known yet. */
        HANDING_OVER,
        SENT,
        /** It is not taken, or may not go there. */
        REFUSED,
        /** There was nothing to send, or they want none. */
        SKIPPED,
        /** No one knows whether it came: it is not sent again on its own. */
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
