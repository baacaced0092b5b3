package plainsieve.sources.engine;

/** A file is not a table. Its message goes after the name of the file: “… has no end of a line”. */
public final class UnreadableFileException extends RuntimeException {
    public UnreadableFileException(String why) {
        super(why);
    }

    public UnreadableFileException(String why, Throwable cause) {
        super(why, cause);
    }
}
