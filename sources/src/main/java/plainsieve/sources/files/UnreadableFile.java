package plainsieve.sources.files;

/** A file that is no table. Its message goes behind the name of the file: “… has no end of a line”. */
final class UnreadableFile extends RuntimeException {
    UnreadableFile(String why) {
        super(why);
    }

    UnreadableFile(String why, Throwable cause) {
        super(why, cause);
    }
}
