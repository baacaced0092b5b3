package plainsieve.server.definitions.model;

/** Someone else changed the object; nothing was overwritten. */
public final class EditConflictException extends RuntimeException {
    public EditConflictException(String what) {
        super(
                what
                        + " was changed by someone else since you opened it. Your text is still here; nothing was overwritten.");
    }
}
