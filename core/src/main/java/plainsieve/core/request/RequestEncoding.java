package plainsieve.core.request;

import java.nio.charset.StandardCharsets;
import java.time.format.DateTimeFormatter;
import plainsieve.core.statement.JsonText;
import plainsieve.core.value.Value;

/** Encoding of values: in URLs by RFC 3986, in bodies by RFC 8259. */
public final class RequestEncoding {
    private static final String UNRESERVED = "-._~";
    private static final String IN_PATH = UNRESERVED + "!$&'()*+,;=:@";
    private static final String IN_QUERY = UNRESERVED + "!$'()*+,;:@/?";

    private RequestEncoding() {}

    /** Encodes literal text of the author; existing percent encoding is kept. */
    static String literal(String text, RequestPart.Kind kind) {
        return switch (kind) {
            case PATH -> encoded(text, IN_PATH, true);
            case QUERY -> encoded(text, IN_QUERY, true);
            case HEADER, BODY -> text;
        };
    }

    /** A value, of which nothing but itself has a meaning. */
    public static String value(String text) {
        return encoded(text, UNRESERVED, false);
    }

    /** A value as services read it: moments always with their seconds. */
    static String written(Value value) {
        return value instanceof Value.Moment moment
                ? DateTimeFormatter.ISO_LOCAL_DATE_TIME.format(moment.dateTime())
                        + moment.offset().map(Object::toString).orElse("")
                : value.written();
    }

    private static String encoded(String text, String kept, boolean keepsEncoded) {
        StringBuilder out = new StringBuilder();
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        for (int i = 0; i < bytes.length; i++) {
            char c = (char) (bytes[i] & 0xff);
            boolean letter = c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c >= '0' && c <= '9';
            boolean encodedAlready = keepsEncoded && c == '%' && isHex(bytes, i + 1) && isHex(bytes, i + 2);
            if (letter || encodedAlready || kept.indexOf(c) >= 0) {
                out.append(c);
            } else {
                out.append('%').append("%02X".formatted((int) c));
            }
        }
        return out.toString();
    }

    private static boolean isHex(byte[] bytes, int at) {
        return at < bytes.length && Character.digit((char) bytes[at], 16) >= 0;
    }

    /** A value in JSON, outside of texts. */
    static String json(Value value) {
        boolean bare = value instanceof Value.Whole || value instanceof Value.Decimal || value instanceof Value.Truth;
        return bare ? value.written() : '"' + JsonText.inside(written(value)) + '"';
    }
}
