package plainsieve.sources;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import plainsieve.core.value.Keyword;
import plainsieve.core.value.ProblemException;

/** The kinds of source this build talks to. */
public enum SourceKind implements Keyword {
    POSTGRESQL("PostgreSQL", false),
    MARIADB("MariaDB", false),
    SQLITE("SQLite", true),
    DUCKDB("DuckDB", true),
    TRINO("Trino", false),
    FOLDER("Folder of files", true),
    WEB("Web service", false),
    ODATA("OData service", false);

    private final String title;
    private final boolean file;

    SourceKind(String title, boolean file) {
        this.title = title;
        this.file = file;
    }

    /** The keyword in the API, in files and in the records; also the name of its dialect. */
    @Override
    public String word() {
        return name().toLowerCase(Locale.ROOT);
    }

    public static Optional<SourceKind> ofWord(String word) {
        return Keyword.find(SourceKind.class, word);
    }

    public static List<String> words() {
        return Arrays.stream(values()).map(SourceKind::word).toList();
    }

    /** The display name. */
    public String title() {
        return title;
    }

    /** Whether it is a file on this machine, and not a server. */
    public boolean isFile() {
        return file;
    }

    /** Whether it is a service over HTTP. */
    public boolean isService() {
        return this == WEB || this == ODATA;
    }

    /** The settings of a source of this kind. Throws {@link ProblemException} when they cannot be. */
    public SourceSettings settings(SourceFields fields) {
        return switch (this) {
            case POSTGRESQL ->
                new SourceSettings.PostgreSql(fields.host(), fields.port(), fields.database(), fields.user());
            case MARIADB -> new SourceSettings.MariaDb(fields.host(), fields.port(), fields.database(), fields.user());
            case TRINO -> new SourceSettings.Trino(fields.host(), fields.port(), fields.database(), fields.user());
            case SQLITE -> new SourceSettings.Sqlite(fields.database());
            case DUCKDB -> new SourceSettings.DuckDb(fields.database());
            case FOLDER -> SourceSettings.Folder.of(fields.database(), fields.tableOverrides());
            case WEB, ODATA -> ServiceSettings.of(this, fields);
        };
    }

    /** The same for stored settings, which an earlier version may have accepted: invalid ones become unusable, with the reason. */
    public SourceSettings settingsOrUnusable(SourceFields fields) {
        try {
            return settings(fields);
        } catch (ProblemException e) {
            return new SourceSettings.Unusable(this, fields, e.first());
        }
    }
}
