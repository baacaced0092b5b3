package plainsieve.sources.web;

import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import plainsieve.core.request.RequestEncoding;
import plainsieve.core.statement.JsonText;

/**
 * Masks a service's secret wherever the service repeats it: in rows, messages, headers and previews, in all possible
 * encodings.
 *
 * @param forms longest first; empty without a secret
 */
record SecretMask(List<String> forms) {
    private static final String HIDDEN = "•••";

    /** Shorter forms would match by chance. */
    private static final int MIN_LENGTH = 4;

    SecretMask {
        forms = List.copyOf(forms);
    }

    static SecretMask of(String name, String secret) {
        if (secret.length() < MIN_LENGTH) {
            return new SecretMask(List.of());
        }
        return new SecretMask(List.of(
                        secret,
                        HttpRequestFactory.basic(name, secret),
                        RequestEncoding.value(secret),
                        JsonText.inside(secret))
                .stream()
                .distinct()
                .sorted(Comparator.comparingInt(String::length).reversed())
                .toList());
    }

    /** A text without the secret. */
    String hidden(String text) {
        String masked = text;
        for (String form : forms) {
            masked = masked.replace(form, HIDDEN);
        }
        return masked;
    }

    /** A stream to which bytes of UTF-8 are written without the secret, also where it is cut into two pieces. */
    OutputStream masking(OutputStream out) {
        return forms.isEmpty() ? out : new MaskingStream(out, forms);
    }

    private static final class MaskingStream extends FilterOutputStream {
        private static final byte[] MASK = HIDDEN.getBytes(StandardCharsets.UTF_8);

        private final List<byte[]> forms = new ArrayList<>();
        private final int longest;
        private byte[] pending = new byte[0];

        MaskingStream(OutputStream out, List<String> forms) {
            super(out);
            forms.forEach(form -> this.forms.add(form.getBytes(StandardCharsets.UTF_8)));
            this.longest =
                    this.forms.stream().mapToInt(form -> form.length).max().orElse(0);
        }

        @Override
        public void write(int one) throws IOException {
            write(new byte[] {(byte) one}, 0, 1);
        }

        @Override
        public void write(byte[] bytes, int from, int length) throws IOException {
            byte[] all = new byte[pending.length + length];
            System.arraycopy(pending, 0, all, 0, pending.length);
            System.arraycopy(bytes, from, all, pending.length, length);
            int kept = masked(all, Math.max(0, all.length - longest + 1));
            pending = new byte[all.length - kept];
            System.arraycopy(all, kept, pending, 0, pending.length);
        }

        /* Writes up to the last position where a form could start, and returns that position: a form may continue in the next chunk. */
        private int masked(byte[] all, int end) throws IOException {
            int written = 0;
            int at = 0;
            while (at < end) {
                int length = formAt(all, at);
                if (length > 0) {
                    out.write(all, written, at - written);
                    out.write(MASK);
                    at += length;
                    written = at;
                } else {
                    at++;
                }
            }
            int rest = Math.max(written, Math.min(at, all.length));
            out.write(all, written, rest - written);
            return rest;
        }

        private int formAt(byte[] all, int at) {
            for (byte[] form : forms) {
                if (all[at] == form[0]
                        && at + form.length <= all.length
                        && Arrays.equals(all, at, at + form.length, form, 0, form.length)) {
                    return form.length;
                }
            }
            return 0;
        }

        @Override
        public void flush() throws IOException {
            // Pending characters may be the beginning of the secret; they are written at the end.
            out.flush();
        }

        @Override
        public void close() throws IOException {
            masked(pending, pending.length);
            pending = new byte[0];
            super.close();
        }
    }
}
