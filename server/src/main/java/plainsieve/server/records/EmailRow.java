package plainsieve.server.records;

import java.util.Arrays;
import java.util.Locale;

/**
 * A mail of a delivery, or why there was none.
 *
 * @param job the number of the job that it belongs to
 * @param part tells the mails of one address apart: the row that it is for; empty where there is one
 * @param state as {@link State#word}
 * @param at when it came to be so, ISO 8601
 */
public record EmailRow(
        long id,
        String projectId,
        String deliveryId,
        long job,
        String address,
        String part,
        String state,
        String subject,
        String message,
        String at) {
    /** What became of it. */
    public enum State {
        WAITING,
        /** All of it was given to the server for mails; whether that has it is not known yet. */
        HANDING_OVER,
        SENT,
        /** It is not taken, or may not go there. */
        REFUSED,
        /** There was nothing to send, or they want none. */
        LEFT,
        /** No one knows whether it came: it is not sent again on its own. */
        UNSURE;

        public String word() {
            return name().toLowerCase(Locale.ROOT).replace('_', '-');
        }

        static State ofWord(String word) {
            return Arrays.stream(values())
                    .filter(state -> state.word().equals(word))
                    .findFirst()
                    .orElseThrow();
        }

        /** Whether nothing more is to be done for it. */
        public boolean isOver() {
            return this != WAITING && this != HANDING_OVER;
        }
    }

    public State parsedState() {
        return State.ofWord(state);
    }
}
