package plainsieve.sources;

import java.nio.file.Path;
import java.util.Objects;

/**
 * How to reach one source. Cannot exist invalid.
 *
 * @param id stable, used in links
 * @param host empty for a file
 * @param database the database's name, or the path of its file
 */
public record SourceSettings(
        String id, Kind kind, String host, int port, String database, String user, Secret password) {
    /** The kinds of database this build talks to. */
    public enum Kind {
        DUCKDB("duckdb", "DuckDB"),
        POSTGRESQL("postgresql", "PostgreSQL"),
        MARIADB("mariadb", "MariaDB"),
        SQLITE("sqlite", "SQLite");

        private final String dialect;
        private final String title;

        Kind(String dialect, String title) {
            this.dialect = dialect;
            this.title = title;
        }

        /** Whether the database is a file on this machine, and not a server. */
        public boolean isFile() {
            return this == DUCKDB || this == SQLITE;
        }

        /** The database's name as people write it. */
        public String title() {
            return title;
        }

        /** The name of the dialect statements are written in. */
        public String dialect() {
            return dialect;
        }
    }

    public SourceSettings {
        Objects.requireNonNull(password, "password");
        require(!id.isBlank(), "A source needs a name.");
        require(!database.isBlank(), "Source “" + id + "” needs a database.");
        if (!kind.isFile()) {
            require(host.matches("[A-Za-z0-9.:_-]+"), "Source “" + id + "” needs a host name, such as localhost.");
            require(
                    database.matches("[^/?#&]+"),
                    "The database name of “" + id + "” has a character that no name has.");
            require(port > 0 && port < 65_536, "Port " + port + " of “" + id + "” is not between 1 and 65535.");
        }
    }

    private static void require(boolean holds, String message) {
        if (!holds) {
            throw new IllegalArgumentException(message);
        }
    }

    /** Where it is, in words and without any secret: {@code localhost:5432/harbour}, or the name of the file. */
    public String address() {
        return kind.isFile() ? Path.of(database).getFileName().toString() : host + ":" + port + "/" + database;
    }
}
