package plainsieve.core.view;

/**
 * The label and format of a table column.
 *
 * @param label the column heading
 * @param format of its values
 * @param totalled whether the sum over all matching rows is shown
 * @param width in characters; 0 for automatic
 */
public record ColumnLabels(String name, String label, ValueFormat format, boolean totalled, int width) {
    private static final int NARROWEST = 4;
    private static final int WIDEST = 80;
    private static final int STEP = 4;
    private static final int USUAL = 16;

    public ColumnLabels {
        width = width == 0 ? 0 : Math.max(NARROWEST, Math.min(width, WIDEST));
    }

    /** A column as its values are, without a total. */
    public static ColumnLabels plain(String name, String label) {
        return new ColumnLabels(name, label, ValueFormat.PLAIN, false, 0);
    }

    public ColumnLabels called(String newLabel) {
        return new ColumnLabels(name, newLabel, format, totalled, width);
    }

    public ColumnLabels written(ValueFormat how) {
        return new ColumnLabels(name, label, how, totalled, width);
    }

    public ColumnLabels totalled(boolean sum) {
        return new ColumnLabels(name, label, format, sum, width);
    }

    /** A step wider, or narrower. */
    public ColumnLabels wider(boolean wider) {
        int now = width == 0 ? USUAL : width;
        int then = Math.max(NARROWEST, now + (wider ? STEP : -STEP));
        return new ColumnLabels(name, label, format, totalled, then);
    }

    /** As wide as its values need. */
    public ColumnLabels asWideAsNeeded() {
        return new ColumnLabels(name, label, format, totalled, 0);
    }
}
