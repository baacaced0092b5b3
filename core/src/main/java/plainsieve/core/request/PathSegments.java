package plainsieve.core.request;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;

/** The segments of a path as any server may read them: decoded, and with a backslash for a slash (RFC 3986, 3.3 and 6.2.2). */
public final class PathSegments {
    private static final int MAX_DECODINGS = 5;

    private PathSegments() {}

    /** Whether a path, or a value in one, contains a dot segment, however often it is encoded. */
    public static boolean haveDots(String written) {
        String decoded = written;
        for (int i = 0; i < MAX_DECODINGS; i++) {
            String next = decodedOnce(decoded);
            if (next.equals(decoded)) {
                return Arrays.stream(decoded.split("[/\\\\]", -1))
                        .map(segment -> segment.replaceFirst(";.*", ""))
                        .anyMatch(segment -> segment.equals(".") || segment.equals(".."));
            }
            decoded = next;
        }
        return true;
    }

    private static String decodedOnce(String text) {
        if (text.indexOf('%') < 0) {
            return text;
        }
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        byte[] out = new byte[bytes.length];
        int length = 0;
        for (int i = 0; i < bytes.length; i++) {
            boolean encoded =
                    bytes[i] == '%' && i + 2 < bytes.length && hex(bytes[i + 1]) >= 0 && hex(bytes[i + 2]) >= 0;
            out[length++] = encoded ? (byte) (hex(bytes[i + 1]) * 16 + hex(bytes[i + 2])) : bytes[i];
            i += encoded ? 2 : 0;
        }
        return new String(out, 0, length, StandardCharsets.UTF_8);
    }

    private static int hex(byte digit) {
        return Character.digit((char) digit, 16);
    }
}
