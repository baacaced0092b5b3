package plainsieve.sources.engine;

/** A file that is no table. Its message goes behind the name of the file: “… has no end of a line”. */
public final class UnreadableFile extends RuntimeException {
    public UnreadableFile(String why) {
        super(why);
    }

    public UnreadableFile(String why, Throwable cause) {
        super(why, cause);
    }
}
