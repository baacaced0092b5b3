package plainsieve.sources.jdbc.vendor;

import com.zaxxer.hikari.HikariConfig;
import io.trino.jdbc.QueryStats;
import io.trino.jdbc.TrinoResultSet;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.sql.Types;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.sql.lexer.Lexer;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;
import plainsieve.sources.Column;
import plainsieve.sources.RunSummary;
import plainsieve.sources.Secret;
import plainsieve.sources.SourceSettings;

/**
 * Trino through its own driver. Every run is a read-only transaction. The driver sends values as typed literals next to the text,
 * never within it; a password is sent over TLS alone.
 */
public final class TrinoVendor implements Vendor {
    private static final Dialect DIALECT = Dialects.of("trino");

    private static final int MOST_DIGITS = 38;

    /* See StandardErrorCode of Trino's SPI. */
    private static final int PERMISSION_DENIED = 4;

    /** By its user, or by a limit of the cluster on time, memory, CPU or input. */
    private static final Set<Integer> STOPPED =
            Set.of(3, 131_073, 131_075, 131_076, 131_077, 131_079, 131_080, 131_081);

    private static final int QUEUE_FULL = 131_074;

    /** A catalog, a schema. */
    private static final Set<Integer> MISSING = Set.of(44, 45);

    /** How the driver sends a statement. */
    private static final String BEFORE = "EXECUTE IMMEDIATE '";

    private static final Pattern PLACE = Pattern.compile("line (\\d+):(\\d+): ");
    private static final Pattern NOISE = Pattern.compile("^Query failed \\(#\\w+\\): ");

    private final SourceSettings.Trino settings;
    private final Secret password;

    TrinoVendor(SourceSettings.Trino settings, Secret password) {
        this.settings = settings;
        this.password = password;
    }

    @Override
    public void configure(HikariConfig config) {
        String schema = settings.schema().isEmpty() ? "" : "/" + settings.schema();
        config.setJdbcUrl("jdbc:trino://%s:%d/%s%s"
                .formatted(settings.hostInAddress(), settings.port(), settings.catalog(), schema));
        config.setUsername(settings.user());
        if (!password.reveal().isEmpty()) {
            config.setPassword(password.reveal());
            config.addDataSourceProperty("SSL", "true");
        }
        config.addDataSourceProperty("source", "Plain Sieve");
        // Prepared statements are sent in headers, whose limit long ones exceed.
        config.addDataSourceProperty("explicitPrepare", "false");
        config.setIsolateInternalQueries(true);
        config.setAutoCommit(false);
        config.setReadOnly(true);
    }

    /** It accepts no semicolon, even at the end. A blank replaces it, so that positions stay the same. */
    @Override
    public String jdbcText(plainsieve.core.statement.Statement statement) {
        StringBuilder text = new StringBuilder(statement.text());
        Tokens tokens = Lexer.scan(statement.text(), DIALECT.syntax()).tokens();
        for (int i = tokens.size() - 1; i >= 0 && tokens.is(i, TokenKind.SEMICOLON); i--) {
            text.setCharAt(tokens.start(i), ' ');
        }
        return text.toString();
    }

    /** A missing catalog or schema is detected only by using it. */
    @Override
    public void verify(Connection connection) throws SQLException {
        try (Statement statement = connection.createStatement()) {
            statement.execute("show " + (settings.schema().isEmpty() ? "schemas" : "tables") + " like 'none'");
        }
    }

    @Override
    public TableMetadataReader tables(Connection connection) throws SQLException {
        return TrinoTables.of(connection, settings);
    }

    /** Functions of a cluster only compute; exceptions are on the engine's list. */
    @Override
    public FunctionCatalog functionCatalog() {
        return FunctionCatalog.silent(true);
    }

    @Override
    public CatalogDetails.Questions details() {
        return new CatalogDetails.Questions("", "", "", "");
    }

    @Override
    public Column.Kind kind(String typeName, int sqlType) {
        return sqlType == 0 ? kind(typeName) : Vendor.super.kind(typeName, sqlType);
    }

    private static Column.Kind kind(String typeName) {
        String plain = typeName.replaceAll("\\(.*", "");
        return switch (plain) {
            case "varchar", "char" -> Column.Kind.TEXT;
            case "tinyint", "smallint", "integer", "bigint" -> Column.Kind.INTEGER;
            case "decimal", "real", "double" -> Column.Kind.DECIMAL;
            case "date" -> Column.Kind.DATE;
            case "timestamp", "timestamp with time zone" -> Column.Kind.DATETIME;
            case "boolean" -> Column.Kind.BOOLEAN;
            default -> Column.Kind.OTHER;
        };
    }

    @Override
    public void prepareForStreaming(Connection connection, PreparedStatement statement) {
        // Rows arrive in pages automatically.
    }

    @Override
    public void bind(
            Connection connection, PreparedStatement statement, int index, PlaceholderBinding placeholderBinding)
            throws SQLException {
        if (placeholderBinding instanceof PlaceholderBinding.Single single) {
            bind(statement, index, single.value());
        } else {
            JdbcValues.bind(statement, index, placeholderBinding);
        }
    }

    private static void bind(PreparedStatement statement, int index, Value value) throws SQLException {
        if (value instanceof Value.Moment moment) {
            int type = moment.offset().isPresent() ? Types.TIMESTAMP_WITH_TIMEZONE : Types.TIMESTAMP;
            statement.setObject(index, moment.inSql(" "), type);
        } else if (value.type() == Type.DATE) {
            statement.setObject(index, JdbcValues.of(value), Types.DATE);
        } else if (value instanceof Value.Decimal decimal) {
            number(statement, index, decimal.number());
        } else {
            JdbcValues.bind(statement, index, new PlaceholderBinding.Single(value));
        }
    }

    /** The driver writes small and large numbers with an exponent, which no decimal of Trino's has. */
    private static void number(PreparedStatement statement, int index, BigDecimal number) throws SQLException {
        BigDecimal plain = number.signum() == 0 ? BigDecimal.ZERO : number.scale() < 0 ? number.setScale(0) : number;
        boolean fits = Math.max(plain.precision(), plain.scale()) <= MOST_DIGITS
                && plain.toString().indexOf('E') < 0;
        if (fits) {
            statement.setBigDecimal(index, plain);
        } else {
            statement.setDouble(index, plain.doubleValue());
        }
    }

    /** Days and moments as the engine writes them: through Java's own types they would pass through this machine's time zone. */
    @Override
    public CellReader reader(Column column) {
        if (column.type().startsWith("char")) {
            return (rows, index) -> withoutPadding(rows.getString(index));
        }
        CellReader usual = Vendor.super.reader(column);
        boolean zoned = column.type().contains("time zone");
        return switch (column.kind()) {
            case DATE -> ResultSet::getString;
            case DATETIME -> (rows, index) -> moment(rows.getString(index), zoned);
            case OTHER ->
                (rows, index) ->
                        rows.getObject(index) instanceof byte[] ? usual.read(rows, index) : rows.getString(index);
            default -> usual;
        };
    }

    /** It has no effect on comparisons there, and beside unbounded text it is 65,536 long. */
    private static String withoutPadding(String text) {
        return text == null ? null : text.replaceFirst(" +$", "");
    }

    private static String moment(String text, boolean zoned) {
        if (text == null) {
            return null;
        }
        String[] parts = text.split(" ");
        try {
            LocalDateTime shown = LocalDateTime.parse(parts[0] + "T" + parts[1]);
            return zoned ? shown.atZone(ZoneId.of(parts[2])).toOffsetDateTime().toString() : shown.toString();
        } catch (DateTimeException e) {
            // More than nine digits, or an unknown time zone.
            return text;
        }
    }

    @Override
    public Optional<RunSummary.RowsRead> readFor(ResultSet rows) throws SQLException {
        QueryStats stats = rows.unwrap(TrinoResultSet.class).getStats();
        return Optional.of(new RunSummary.RowsRead(stats.getProcessedRows(), stats.getProcessedBytes()));
    }

    /** The position in the driver's text, mapped to the statement. */
    @Override
    public OptionalInt position(SQLException failure, plainsieve.core.statement.Statement statement) {
        Matcher place = PLACE.matcher(String.valueOf(failure.getMessage()));
        if (!place.find()) {
            return OptionalInt.empty();
        }
        int line = 1;
        int column = 1 + BEFORE.length();
        String text = statement.text();
        for (int at = 0; at < text.length(); at++) {
            if (line == Integer.parseInt(place.group(1)) && column >= Integer.parseInt(place.group(2))) {
                return OptionalInt.of(at);
            }
            char letter = text.charAt(at);
            line += letter == '\n' ? 1 : 0;
            column = letter == '\n' ? 1 : column + 1;
        }
        return OptionalInt.empty();
    }

    /** A cluster receives it with the next page request, which a busy one delays. */
    @Override
    public Duration grace() {
        return Duration.ofSeconds(4);
    }

    @Override
    public boolean isStopped(SQLException failure) {
        return STOPPED.contains(failure.getErrorCode());
    }

    @Override
    public boolean isFull(SQLException failure) {
        return failure.getErrorCode() == QUEUE_FULL;
    }

    @Override
    public boolean isUnreachable(SQLException failure) {
        Throwable cause = failure.getCause();
        return cause instanceof IOException || cause instanceof UncheckedIOException;
    }

    @Override
    public boolean missesDatabase(SQLException failure) {
        return MISSING.contains(failure.getErrorCode());
    }

    @Override
    public boolean refusesUser(SQLException failure) {
        return failure.getErrorCode() == PERMISSION_DENIED
                || String.valueOf(failure.getMessage()).contains("Authentication failed");
    }

    /** Without the number of the query, which is nothing that a reader can use, and without the place, which is distinguished. */
    @Override
    public String message(SQLException failure) {
        return inWords(failure);
    }

    static String inWords(SQLException failure) {
        String message = NOISE.matcher(String.valueOf(failure.getMessage())).replaceFirst("");
        return PLACE.matcher(message).replaceFirst("");
    }
}
