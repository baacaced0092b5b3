package plainsieve.sources.jdbc.vendor;

/** Moments as databases write them, {@code 2026-03-01 09:30:00.500000}, cell by cell and so without patterns. */
final class TimestampText {
    private static final String FORM = "0000-00-00 00:00";
    private static final String FULL_MINUTE = ":00";
    private static final int SPACE = FORM.indexOf(' ');

    private TimestampText() {}

    /** As ISO 8601, without the seconds of a full minute; other text is unchanged. */
    static String iso(String text) {
        if (!isMoment(text)) {
            return text;
        }
        boolean fullMinute = text.length() == FORM.length() + FULL_MINUTE.length() && text.endsWith(FULL_MINUTE);
        int end = fullMinute ? FORM.length() : text.length();
        return new StringBuilder(end)
                .append(text, 0, SPACE)
                .append('T')
                .append(text, SPACE + 1, end)
                .toString();
    }

    /** Whether it has seconds but no fraction, zone or era. */
    static boolean isOfSeconds(String text) {
        return text.length() == FORM.length() + FULL_MINUTE.length() && isMoment(text);
    }

    private static boolean isMoment(String text) {
        if (text.length() < FORM.length()) {
            return false;
        }
        for (int i = 0; i < FORM.length(); i++) {
            char wanted = FORM.charAt(i);
            char found = text.charAt(i);
            boolean right = wanted == '0' ? found >= '0' && found <= '9' : found == wanted;
            if (!right) {
                return false;
            }
        }
        return true;
    }

    /** Without the zeros at the end of a fraction, which a driver fills up to six digits; missing where it is missing. */
    static String shortened(String text) {
        if (text == null || text.indexOf('.') < 0) {
            return text;
        }
        int end = text.length();
        while (text.charAt(end - 1) == '0') {
            end--;
        }
        return text.substring(0, text.charAt(end - 1) == '.' ? end - 1 : end);
    }
}
