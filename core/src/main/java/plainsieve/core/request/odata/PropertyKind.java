package plainsieve.core.request.odata;

import java.time.Duration;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.Optional;
import plainsieve.core.catalog.CellFormat;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/** The kind of values of an OData property. */
public enum PropertyKind {
    TEXT(CellFormat.TEXT),
    WHOLE(CellFormat.INTEGER),
    DECIMAL(CellFormat.DECIMAL),
    /** A binary fraction. */
    DOUBLE(CellFormat.DECIMAL),
    /** Too few digits: the displayed value differs from the compared one. */
    SINGLE(CellFormat.DECIMAL),
    BOOLEAN(CellFormat.BOOLEAN),
    DATE(CellFormat.DATE),
    /** A point in time. */
    MOMENT(CellFormat.TIMESTAMP_WITH_ZONE),
    /** Anything else, exposed as text and compared locally. */
    OTHER(CellFormat.TEXT);

    /** The maximum offset of a time zone. */
    private static final Duration EARLIEST = Duration.ofHours(14);

    private static final Duration LATEST = Duration.ofHours(12);

    private final CellFormat form;

    PropertyKind(CellFormat form) {
        this.form = form;
    }

    /** The kind of a type of the entity data model: {@code Edm.Int32}. */
    public static PropertyKind of(String edmType) {
        return switch (edmType) {
            case "Edm.String" -> TEXT;
            case "Edm.Byte", "Edm.SByte", "Edm.Int16", "Edm.Int32", "Edm.Int64" -> WHOLE;
            case "Edm.Decimal" -> DECIMAL;
            case "Edm.Double" -> DOUBLE;
            case "Edm.Single" -> SINGLE;
            case "Edm.Boolean" -> BOOLEAN;
            case "Edm.Date" -> DATE;
            case "Edm.DateTimeOffset" -> MOMENT;
            default -> OTHER;
        };
    }

    /** The format of its cells. */
    public CellFormat form() {
        return form;
    }

    /** The type of its values. */
    public Optional<Type> type() {
        return switch (this) {
            case TEXT -> Optional.of(Type.TEXT);
            case WHOLE -> Optional.of(Type.INTEGER);
            case DECIMAL, DOUBLE, SINGLE -> Optional.of(Type.DECIMAL);
            case BOOLEAN -> Optional.of(Type.BOOLEAN);
            case DATE -> Optional.of(Type.DATE);
            case MOMENT -> Optional.of(Type.DATETIME);
            case OTHER -> Optional.empty();
        };
    }

    /** Whether a service compares its values exactly as the local engine. Text may differ: 'A' may equal 'a'. */
    boolean isExact() {
        return this == WHOLE || this == DECIMAL || this == BOOLEAN || this == DATE;
    }

    /** Whether the service and the local engine sort its values in the same order. */
    boolean isOrdered() {
        return this == WHOLE || this == DECIMAL || this == DOUBLE || this == DATE || this == MOMENT;
    }

    /** A literal in OData syntax; empty if the value cannot be of this kind. */
    Optional<String> literal(Value value) {
        return switch (this) {
            case TEXT -> value instanceof Value.Text text ? Optional.of(quoted(text.text())) : Optional.empty();
            case WHOLE -> value instanceof Value.Whole ? Optional.of(value.written()) : Optional.empty();
            case DECIMAL, DOUBLE ->
                value instanceof Value.Whole || value instanceof Value.Decimal
                        ? Optional.of(value.written())
                        : Optional.empty();
            case BOOLEAN -> value instanceof Value.Truth ? Optional.of(value.written()) : Optional.empty();
            case DATE -> value instanceof Value.Day ? Optional.of(value.written()) : Optional.empty();
            case SINGLE, MOMENT, OTHER -> Optional.empty();
        };
    }

    static String quoted(String text) {
        return "'" + text.replace("'", "''") + "'";
    }

    /** The earliest point in time that a value can mean; nothing where it means none. */
    static Optional<String> earliest(Value value) {
        return moment(value).map(local -> instant(local.minus(EARLIEST)));
    }

    /** The latest point in time that a value can mean. */
    static Optional<String> latest(Value value) {
        return moment(value).map(local -> instant(local.plus(LATEST)));
    }

    private static Optional<LocalDateTime> moment(Value value) {
        if (value instanceof Value.Day day) {
            return Optional.of(day.date().atStartOfDay());
        }
        return value instanceof Value.Moment moment
                ? Optional.of(moment.offset()
                        .map(offset -> OffsetDateTime.of(moment.dateTime(), offset)
                                .withOffsetSameInstant(ZoneOffset.UTC)
                                .toLocalDateTime())
                        .orElse(moment.dateTime()))
                : Optional.empty();
    }

    private static String instant(LocalDateTime utc) {
        return DateTimeFormatter.ISO_LOCAL_DATE_TIME.format(utc) + "Z";
    }
}
