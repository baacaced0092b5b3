package plainsieve.sources.jdbc.vendor;

import plainsieve.core.value.ProblemException;
import plainsieve.sources.Secret;
import plainsieve.sources.ServiceSettings;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceSettings;

/** All drivers by kind of source. */
public final class Vendors implements SourceSettings.Visitor<Vendor> {
    private final Secret password;

    private Vendors(Secret password) {
        this.password = password;
    }

    public static Vendor of(SourceAccess access) {
        return access.settings().accept(new Vendors(access.password()));
    }

    @Override
    public Vendor postgreSql(SourceSettings.PostgreSql settings) {
        return new PostgreSqlVendor(settings, password);
    }

    @Override
    public Vendor mariaDb(SourceSettings.MariaDb settings) {
        return new MariaDbVendor(settings, password);
    }

    @Override
    public Vendor trino(SourceSettings.Trino settings) {
        return new TrinoVendor(settings, password);
    }

    @Override
    public Vendor sqlite(SourceSettings.Sqlite settings) {
        return new SqliteVendor(settings);
    }

    @Override
    public Vendor unusable(SourceSettings.Unusable settings) {
        throw new ProblemException(settings.why());
    }

    @Override
    public Vendor duckDb(SourceSettings.DuckDb settings) {
        return new DuckDbVendor(settings);
    }

    @Override
    public Vendor folder(SourceSettings.Folder settings) {
        throw new IllegalStateException("A folder is queried through its generated database.");
    }

    @Override
    public Vendor web(ServiceSettings.Web settings) {
        throw new IllegalStateException("A service is queried through its fetched responses.");
    }

    @Override
    public Vendor odata(ServiceSettings.OData settings) {
        throw new IllegalStateException("A service is queried through its fetched responses.");
    }
}
