package plainsieve.sources;

import java.util.Map;

/**
 * The settings of any kind of source in one record, as in forms and files. Unsupported ones are empty or 0.
 *
 * @param database the database's name, the path of its file or folder, or the URL of a service
 * @param user the user name, or the name of the header or query parameter with the secret of a service
 * @param signIn how the secret is sent to a service
 * @param tableOverrides declared column types of files, by table and column
 */
public record SourceFields(
        String host,
        int port,
        String database,
        String user,
        SignIn signIn,
        Map<String, Map<String, String>> tableOverrides) {
    public SourceFields {
        tableOverrides = Map.copyOf(tableOverrides);
    }

    /** Those of a database. */
    public SourceFields(String host, int port, String database, String user) {
        this(host, port, database, user, SignIn.NONE, Map.of());
    }

    public static SourceFields of(SourceSettings settings) {
        return settings.accept(new OfKind());
    }

    private static SourceFields ofServer(SourceSettings.OnServer server) {
        return new SourceFields(server.host(), server.port(), server.database(), server.user());
    }

    private static SourceFields ofService(ServiceSettings service) {
        return new SourceFields("", 0, service.base(), service.name(), service.signIn(), Map.of());
    }

    private static SourceFields ofFile(SourceSettings.InFile file) {
        return new SourceFields("", 0, file.file(), "");
    }

    private static final class OfKind implements SourceSettings.Visitor<SourceFields> {
        @Override
        public SourceFields postgreSql(SourceSettings.PostgreSql settings) {
            return ofServer(settings);
        }

        @Override
        public SourceFields mariaDb(SourceSettings.MariaDb settings) {
            return ofServer(settings);
        }

        @Override
        public SourceFields trino(SourceSettings.Trino settings) {
            return ofServer(settings);
        }

        @Override
        public SourceFields sqlite(SourceSettings.Sqlite settings) {
            return ofFile(settings);
        }

        @Override
        public SourceFields duckDb(SourceSettings.DuckDb settings) {
            return ofFile(settings);
        }

        @Override
        public SourceFields folder(SourceSettings.Folder settings) {
            return new SourceFields("", 0, settings.file(), "", SignIn.NONE, settings.words());
        }

        @Override
        public SourceFields web(ServiceSettings.Web settings) {
            return ofService(settings);
        }

        @Override
        public SourceFields odata(ServiceSettings.OData settings) {
            return ofService(settings);
        }

        @Override
        public SourceFields unusable(SourceSettings.Unusable settings) {
            return settings.fields();
        }
    }
}
