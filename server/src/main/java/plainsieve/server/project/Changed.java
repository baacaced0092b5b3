package plainsieve.server.project;

/** Someone else changed what was about to be changed; nothing was overwritten. */
public final class Changed extends RuntimeException {
    public Changed(String what) {
        super(
                what
                        + " was changed by someone else since you opened it. Your text is still here; nothing was overwritten.");
    }
}
