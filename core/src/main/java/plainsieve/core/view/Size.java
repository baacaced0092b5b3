package plainsieve.core.view;

/**
 * The size of a view on the page.
 *
 * @param width in twelfths of a row; 0 for the default of its kind
 * @param height in lines of 40 pixels; 0 for the default of its kind
 */
public record Size(int width, int height) {
    public static final Size USUAL = new Size(0, 0);
    public static final int WHOLE = 12;
    private static final int NARROWEST = 2;
    private static final int LOWEST = 2;
    private static final int HIGHEST = 40;

    /** Throws when a view of that size could not be seen. */
    public Size {
        if (width != 0 && (width < NARROWEST || width > WHOLE)
                || height != 0 && (height < LOWEST || height > HIGHEST)) {
            throw new IllegalArgumentException("no size of a view: %d by %d".formatted(width, height));
        }
    }

    /** The nearest size that a view can have. */
    public static Size near(int width, int height) {
        return new Size(clamp(width, NARROWEST, WHOLE), clamp(height, LOWEST, HIGHEST));
    }

    private static int clamp(int size, int least, int most) {
        return size == 0 ? 0 : Math.max(least, Math.min(size, most));
    }
}
