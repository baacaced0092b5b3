package plainsieve.server.editing.refactoring;

import java.math.BigDecimal;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import plainsieve.server.sources.RunListener;
import plainsieve.sources.Column;

/** A digest of the rows of a result, independent of their order. */
final class RowsDigest implements RunListener {
    /** No text is so long. */
    private static final int NOTHING = -1;

    private final MessageDigest digest = sha256();
    private List<String> columns = List.of();
    private long rows;
    private long high;
    private long low;

    @Override
    public void columns(List<Column> found) {
        columns = found.stream()
                .map(column -> column.name().toLowerCase(Locale.ROOT))
                .toList();
    }

    @Override
    public void row(Object[] values) {
        for (Object value : values) {
            byte[] written = written(value).getBytes(StandardCharsets.UTF_8);
            int length = value == null ? NOTHING : written.length;
            digest.update(ByteBuffer.allocate(Integer.BYTES).putInt(length).array());
            digest.update(written);
        }
        ByteBuffer row = ByteBuffer.wrap(digest.digest());
        // Sums do not depend on the order, and include duplicates.
        high += row.getLong();
        low += row.getLong();
        rows++;
    }

    /** Equal numbers have equal text, regardless of their type; null is distinct from text. */
    private static String written(Object value) {
        return value instanceof BigDecimal || value instanceof Long
                ? new BigDecimal(value.toString()).stripTrailingZeros().toPlainString()
                : Objects.toString(value, "");
    }

    long rows() {
        return rows;
    }

    boolean isAs(RowsDigest other) {
        return rows == other.rows && high == other.high && low == other.low && columns.equals(other.columns);
    }

    private static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java has it", e);
        }
    }
}
