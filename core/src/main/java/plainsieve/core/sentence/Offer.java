package plainsieve.core.sentence;

/**
 * What could stand at a mark.
 *
 * @param id names it when it is taken
 * @param note what is known of it: "15 values"; may be empty
 * @param reason why it does not fit; empty when it does
 */
public record Offer(String id, String words, String note, String reason) {
    static Offer of(String id, String words, String note) {
        return new Offer(id, words, note, "");
    }

    static Offer misfit(String id, String words, String reason) {
        return new Offer(id, words, "", reason);
    }

    public boolean fits() {
        return reason.isEmpty();
    }
}
