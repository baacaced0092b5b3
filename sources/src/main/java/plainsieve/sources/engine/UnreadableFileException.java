package plainsieve.sources.engine;

/** A file is not a table. Its message follows the file name: “… has no line end”. */
public final class UnreadableFileException extends RuntimeException {
    public UnreadableFileException(String why) {
        super(why);
    }

    public UnreadableFileException(String why, Throwable cause) {
        super(why, cause);
    }
}
