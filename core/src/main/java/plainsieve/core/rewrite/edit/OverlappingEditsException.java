package plainsieve.core.rewrite.edit;

/** Two edits would change the same characters. */
public final class OverlappingEditsException extends RuntimeException {
    private final int offset;

    OverlappingEditsException(int offset) {
        super("Edits overlap at offset " + offset);
        this.offset = offset;
    }

    /** Where in the original text. */
    public int offset() {
        return offset;
    }
}
