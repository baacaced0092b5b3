package plainsieve.sources.jdbc.vendor;

import com.zaxxer.hikari.HikariConfig;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeSet;
import org.postgresql.util.PSQLException;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.sql.SessionSideEffects;
import plainsieve.core.sql.lexer.Lexer;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.statement.BoundValue;
import plainsieve.sources.Binary;
import plainsieve.sources.Column;
import plainsieve.sources.Secret;
import plainsieve.sources.SourceSettings;

/** PostgreSQL through pgjdbc. */
public final class PostgreSqlVendor implements Vendor {
    private static final int ROWS_PER_FETCH = 1000;
    private static final String QUERY_CANCELED = "57014";
    private static final Set<String> SHUTTING_DOWN = Set.of("57P01", "57P02", "57P03");

    private static final String TOO_MANY_CONNECTIONS = "53300";

    private static final Set<String> NO_PLAIN_TYPES = Set.of("bit", "varbit", "money");

    /**
     * A statement whose client has disconnected, as after a crash of this server, ends within a second. Servers
     * before 14 do not know the setting, and those on other systems reject it: neither may prevent connecting.
     */
    private static final String LOOKS_FOR_READER = """
            select set_config(name, '1000', false) from pg_settings
            where name = 'client_connection_check_interval' and version() ~* 'linux|darwin|bsd'""";

    /**
     * A custom plan for each run: from the sixth on the server would use a generic plan, which ignores
     * the number and selectivity of values. Servers before 12 do not know the setting.
     */
    private static final String PLANS_FOR_CHOICES =
            "select set_config(name, 'force_custom_plan', false) from pg_settings where name = 'plan_cache_mode'";

    private final SourceSettings.PostgreSql settings;
    private final Secret password;
    private final PostgreSqlBinding binding = new PostgreSqlBinding();

    PostgreSqlVendor(SourceSettings.PostgreSql settings, Secret password) {
        this.settings = settings;
        this.password = password;
    }

    @Override
    public void configure(HikariConfig config) {
        config.setJdbcUrl(
                "jdbc:postgresql://%s:%d/%s".formatted(settings.hostInAddress(), settings.port(), settings.database()));
        config.setUsername(settings.user());
        config.setPassword(password.reveal());
        config.addDataSourceProperty("ApplicationName", "Plain Sieve");
        config.addDataSourceProperty("connectTimeout", "5");
        config.addDataSourceProperty("loginTimeout", "5");
        // A statement that is being cancelled waits for that, even when its connection was broken.
        config.addDataSourceProperty("cancelSignalTimeout", "2");
        config.addDataSourceProperty("tcpKeepAlive", "true");
        config.setConnectionInitSql("set default_transaction_read_only = on; set standard_conforming_strings = on; "
                + LOOKS_FOR_READER + "; " + PLANS_FOR_CHOICES);
        // Committed separately: otherwise the first rollback would revert the settings.
        config.setIsolateInternalQueries(true);
        // Rows stream only inside a transaction, see prepareForStreaming.
        config.setAutoCommit(false);
        config.setReadOnly(true);
    }

    /** pgjdbc interprets every {@code ?} as a placeholder; an operator that contains one is written {@code ??}. */
    @Override
    public String jdbcText(plainsieve.core.statement.Statement statement) {
        boolean placeholdersAlone =
                statement.text().chars().filter(sign -> sign == '?').count()
                        == statement.values().size();
        if (placeholdersAlone) {
            return statement.text();
        }
        Set<Integer> placeholders = new TreeSet<>();
        statement.values().stream().map(BoundValue::offset).forEach(placeholders::add);
        StringBuilder text = new StringBuilder(statement.text());
        Tokens tokens =
                Lexer.scan(statement.text(), Dialects.of("postgresql").syntax()).tokens();
        for (int i = tokens.size() - 1; i >= 0; i--) {
            if (tokens.is(i, TokenKind.SYMBOL) && !placeholders.contains(tokens.start(i))) {
                doubleQuestionMarks(text, tokens.start(i), tokens.end(i));
            }
        }
        return text.toString();
    }

    private static void doubleQuestionMarks(StringBuilder text, int start, int end) {
        for (int at = end - 1; at >= start; at--) {
            if (text.charAt(at) == '?') {
                text.insert(at, '?');
            }
        }
    }

    /** Includes functions of newer servers and of extensions. */
    @Override
    public FunctionCatalog functionCatalog() {
        return new FunctionCatalog.Volatile(
                "select distinct proname from pg_catalog.pg_proc where provolatile = 'v' and prokind <> 'p' and proname in (%s)");
    }

    @Override
    public CatalogDetails.Questions details() {
        return new CatalogDetails.Questions("""
                select n.nspname, t.relname, i.relname, coalesce(a.attname, pg_get_indexdef(ix.indexrelid, k.place::int, true)),
                  ix.indisunique, ix.indisprimary
                from pg_index ix
                join pg_class t on t.oid = ix.indrelid
                join pg_class i on i.oid = ix.indexrelid
                join pg_namespace n on n.oid = t.relnamespace
                cross join lateral unnest(ix.indkey::int2[]) with ordinality k(attribute, place)
                left join pg_attribute a on a.attrelid = t.oid and a.attnum = k.attribute
                where n.nspname not in ('pg_catalog', 'information_schema', 'pg_toast')
                order by 1, 2, 3, k.place""", """
                select n.nspname, c.relname, c.reltuples::bigint
                from pg_class c join pg_namespace n on n.oid = c.relnamespace
                where c.relkind in ('r', 'm', 'p', 'f') and n.nspname not in ('pg_catalog', 'information_schema', 'pg_toast')""", """
                select n.nspname, p.proname, case p.prokind when 'p' then 'procedure' else 'function' end,
                  regexp_replace(pg_get_function_identity_arguments(p.oid), '(^|, )(IN|INOUT|VARIADIC) ', '\\1', 'g')
                from pg_proc p join pg_namespace n on n.oid = p.pronamespace
                where (p.proretset or p.prokind = 'p') and p.prorettype not in ('trigger'::regtype, 'event_trigger'::regtype)
                  and n.nspname not in ('pg_catalog', 'information_schema')
                order by 1, 2""", """
                select n.nspname, p.proname,
                  case when p.prokind = 'a' then 'AGGREGATE' when p.prokind = 'w' then 'WINDOW'
                    when p.proretset then 'MANY_ROWS' when p.provolatile = 'v' then 'VOLATILE' else 'SCALAR' end
                from pg_proc p join pg_namespace n on n.oid = p.pronamespace
                where p.prokind <> 'p' and n.nspname not in ('pg_catalog', 'information_schema')""");
    }

    /** The driver reads bit strings as booleans, and money as locale-dependent numbers. */
    @Override
    public Column.Kind kind(String typeName, int sqlType) {
        return NO_PLAIN_TYPES.contains(typeName) ? Column.Kind.OTHER : Vendor.super.kind(typeName, sqlType);
    }

    /** Values of other types are shown in the server's text format. */
    @Override
    public CellReader reader(Column column) {
        if (column.type().equals("bytea")) {
            return (rows, index) -> {
                byte[] bytes = rows.getBytes(index);
                return bytes == null ? null : Binary.of(bytes);
            };
        }
        CellReader usual = Vendor.super.reader(column);
        return switch (column.kind()) {
            case OTHER -> ResultSet::getString;
            case DATETIME -> column.type().equals("timestamp") ? (rows, index) -> moment(rows, index, usual) : usual;
            default -> usual;
        };
    }

    /* A usual timestamp differs from its text by one character; parsing it takes a fifth of a download. */
    private static Object moment(ResultSet rows, int index, CellReader usual) throws SQLException {
        String text = rows.getString(index);
        return text != null && TimestampText.isOfSeconds(text) ? TimestampText.iso(text) : usual.read(rows, index);
    }

    @Override
    public void prepareForStreaming(Connection connection, PreparedStatement statement) throws SQLException {
        statement.setFetchSize(ROWS_PER_FETCH);
    }

    @Override
    public ResultSet run(
            Connection connection, PreparedStatement prepared, plainsieve.core.statement.Statement statement)
            throws SQLException {
        return binding.run(connection, prepared, statement);
    }

    /** Settings end with the transaction; session locks do not. A view may have taken one, too. */
    @Override
    public void tidy(Connection connection, plainsieve.core.statement.Statement statement) throws SQLException {
        try (Statement reset = connection.createStatement()) {
            reset.execute("rollback; select pg_advisory_unlock_all()");
        }
    }

    @Override
    public boolean leavesTraces(plainsieve.core.statement.Statement statement) {
        return SessionSideEffects.possible(statement.text(), settings.dialect());
    }

    /** PostgreSQL counts in a text in which every placeholder is a number: {@code $1}, {@code $2}, …, {@code $10}. */
    @Override
    public OptionalInt position(SQLException failure, plainsieve.core.statement.Statement statement) {
        if (!(failure instanceof PSQLException known) || known.getServerErrorMessage() == null) {
            return OptionalInt.empty();
        }
        int told = known.getServerErrorMessage().getPosition() - 1;
        int grown = 0;
        for (int i = 0; i < statement.values().size(); i++) {
            if (statement.values().get(i).offset() + grown < told) {
                grown += Integer.toString(i + 1).length();
            }
        }
        return told < 0 ? OptionalInt.empty() : OptionalInt.of(told - grown);
    }

    @Override
    public boolean isStopped(SQLException failure) {
        return QUERY_CANCELED.equals(failure.getSQLState());
    }

    @Override
    public boolean isFull(SQLException failure) {
        return TOO_MANY_CONNECTIONS.equals(failure.getSQLState());
    }

    @Override
    public boolean isUnreachable(SQLException failure) {
        String state = failure.getSQLState();
        return state != null && (state.startsWith("08") || SHUTTING_DOWN.contains(state));
    }
}
