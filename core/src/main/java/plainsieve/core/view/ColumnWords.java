package plainsieve.core.view;

/**
 * A column of a table as viewers read it.
 *
 * @param label what stands above it
 * @param format how its values are written
 * @param totalled whether the sum over all matching rows stands below it
 */
public record ColumnWords(String name, String label, Format format, boolean totalled) {
    /** A column as its values are, without a total. */
    public static ColumnWords plain(String name, String label) {
        return new ColumnWords(name, label, Format.PLAIN, false);
    }

    public ColumnWords called(String newLabel) {
        return new ColumnWords(name, newLabel, format, totalled);
    }

    public ColumnWords written(Format how) {
        return new ColumnWords(name, label, how, totalled);
    }

    public ColumnWords totalled(boolean sum) {
        return new ColumnWords(name, label, format, sum);
    }
}
