package plainsieve.sources;

import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/** Connection settings: a record for each kind of source, without its password. Validated on construction. */
public sealed interface SourceSettings
        permits SourceSettings.OnServer, SourceSettings.InFile, SourceSettings.Unusable, ServiceSettings {
    SourceKind kind();

    /** A display address without any secret: {@code localhost:5432/harbour}, or the file name. */
    String address();

    /** Applies the visitor's method for this kind of source. */
    <R> R accept(Visitor<R> visitor);

    /** A function on every kind of source. No method has a default, so that a new kind does not compile until all handle it. */
    interface Visitor<R> {
        R postgreSql(PostgreSql settings);

        R mariaDb(MariaDb settings);

        R sqlite(Sqlite settings);

        R duckDb(DuckDb settings);

        R trino(Trino settings);

        R folder(Folder settings);

        R web(ServiceSettings.Web settings);

        R odata(ServiceSettings.OData settings);

        R unusable(Unusable settings);
    }

    /** The dialect that statements for it are written in. */
    default Dialect dialect() {
        return Dialects.of(kind().word());
    }

    /** A database that is reached over the network. */
    sealed interface OnServer extends SourceSettings {
        String host();

        int port();

        String database();

        String user();

        @Override
        default String address() {
            return host() + ":" + port() + "/" + database();
        }

        /** The host in URL notation: IPv6 in brackets. */
        default String hostInAddress() {
            return host().indexOf(':') >= 0 ? "[" + host() + "]" : host();
        }
    }

    /** A database that is a file on this machine. */
    sealed interface InFile extends SourceSettings {
        String file();

        /** The same kind of source in another file. */
        InFile resolvedAgainst(String otherFile);

        @Override
        default String address() {
            return Path.of(file()).getFileName().toString();
        }
    }

    /** PostgreSQL. */
    record PostgreSql(String host, int port, String database, String user) implements OnServer {
        public PostgreSql {
            checkServer(host, port, database);
        }

        @Override
        public SourceKind kind() {
            return SourceKind.POSTGRESQL;
        }

        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.postgreSql(this);
        }
    }

    /** MariaDB and MySQL. */
    record MariaDb(String host, int port, String database, String user) implements OnServer {
        public MariaDb {
            checkServer(host, port, database);
        }

        @Override
        public SourceKind kind() {
            return SourceKind.MARIADB;
        }

        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.mariaDb(this);
        }
    }

    /**
     * A Trino cluster.
     *
     * @param database the default catalog; optionally followed by a dot and a schema
     */
    record Trino(String host, int port, String database, String user) implements OnServer {
        public Trino {
            checkServer(host, port, database);
            require(!user.isBlank(), "The source needs a user.", "Enter the user name for the cluster.");
        }

        /** The catalog. */
        public String catalog() {
            return database.split("\\.", 2)[0];
        }

        /** The schema; empty when none is named. */
        public String schema() {
            int point = database.indexOf('.');
            return point < 0 ? "" : database.substring(point + 1);
        }

        @Override
        public SourceKind kind() {
            return SourceKind.TRINO;
        }

        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.trino(this);
        }
    }

    /** A SQLite file. */
    record Sqlite(String file) implements InFile {
        public Sqlite {
            checkFile(file);
        }

        @Override
        public Sqlite resolvedAgainst(String otherFile) {
            return new Sqlite(otherFile);
        }

        @Override
        public SourceKind kind() {
            return SourceKind.SQLITE;
        }

        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.sqlite(this);
        }
    }

    /** A DuckDB file. */
    record DuckDb(String file) implements InFile {
        public DuckDb {
            checkFile(file);
        }

        @Override
        public DuckDb resolvedAgainst(String otherFile) {
            return new DuckDb(otherFile);
        }

        @Override
        public SourceKind kind() {
            return SourceKind.DUCKDB;
        }

        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.duckDb(this);
        }
    }

    /**
     * A folder of files, each of which is a table.
     *
     * @param file the folder
     * @param tableOverrides declared types by table
     */
    record Folder(String file, Map<String, TableOverrides> tableOverrides) implements InFile {
        public Folder {
            checkFile(file);
            tableOverrides = Map.copyOf(tableOverrides);
        }

        /**
         * Throws {@link ProblemException} if a declared type is unknown.
         *
         * @param said declared types by table and column
         */
        public static Folder of(String file, Map<String, Map<String, String>> said) {
            return new Folder(
                    file,
                    said.entrySet().stream()
                            .collect(
                                    Collectors.toMap(Map.Entry::getKey, entry -> TableOverrides.of(entry.getValue()))));
        }

        /** With another declaration for one column, or for {@link TableOverrides#NAMES}. @param form empty for automatic */
        public Folder saying(String table, String column, String form) {
            Map<String, Map<String, String>> words = words();
            Map<String, String> columns = words.computeIfAbsent(table, key -> new TreeMap<>());
            if (form.isEmpty()) {
                columns.remove(column);
            } else {
                columns.put(column, form);
            }
            if (columns.isEmpty()) {
                words.remove(table);
            }
            return of(file, words);
        }

        /** The overrides as text. */
        public Map<String, Map<String, String>> words() {
            Map<String, Map<String, String>> words = new TreeMap<>();
            tableOverrides.forEach((table, ofTable) -> words.put(table, ofTable.words()));
            return words;
        }

        @Override
        public Folder resolvedAgainst(String otherFile) {
            return new Folder(otherFile, tableOverrides);
        }

        @Override
        public SourceKind kind() {
            return SourceKind.FOLDER;
        }

        /** The files are queried by an embedded engine. */
        @Override
        public Dialect dialect() {
            return Dialects.of(SourceKind.DUCKDB.word());
        }

        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.folder(this);
        }
    }

    /**
     * Stored settings that are no longer valid, kept so that they can be shown and corrected. Such a source runs nothing.
     */
    record Unusable(SourceKind kind, SourceFields fields, Problem why) implements SourceSettings {
        @Override
        public String address() {
            return fields.database();
        }

        @Override
        public <R> R accept(Visitor<R> visitor) {
            return visitor.unusable(this);
        }
    }

    private static void checkServer(String host, int port, String database) {
        require(!database.isBlank(), "The source needs a database.", "Write the name of the database.");
        require(
                host.matches("[A-Za-z0-9.:_-]+"),
                "The source needs a host name.",
                "Write one such as localhost, or an address.");
        require(
                database.matches("[^/?#&]+"),
                "The database name has an invalid character.",
                "Write it without / ? # and &.");
        require(port > 0 && port < 65_536, "Port %d is not between 1 and 65535.".formatted(port), "Correct it.");
    }

    private static void checkFile(String file) {
        require(!file.isBlank(), "The source needs a file.", "Write the path of the database file.");
        // In a driver's address, settings follow these characters.
        require(
                file.chars().noneMatch(c -> c == ';' || c == '?' || c < ' ' || c == 127),
                "The file path has an invalid character.",
                "Rename the file, without ; and ?.");
    }

    private static void require(boolean holds, String message, String advice) {
        if (!holds) {
            throw new ProblemException(Problem.of(ProblemKind.INVALID_SOURCE, message, advice));
        }
    }
}
