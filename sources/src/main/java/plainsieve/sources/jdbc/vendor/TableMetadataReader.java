package plainsieve.sources.jdbc.vendor;

import java.sql.Connection;
import java.sql.DatabaseMetaData;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;

/** Reads tables and columns over one connection. */
interface TableMetadataReader {
    /** The tables and views, as a driver's metadata has them: TABLE_SCHEM, TABLE_NAME, TABLE_TYPE. */
    ResultSet tables() throws SQLException;

    /**
     * The columns of every table and view, as a driver's metadata has them: TABLE_SCHEM, TABLE_NAME, COLUMN_NAME, TYPE_NAME,
     * DATA_TYPE, NULLABLE, in the order of the columns.
     */
    ResultSet columns() throws SQLException;

    /** Parts of the source without tables at the moment, with the reason, one sentence each. */
    default List<String> silent() {
        return List.of();
    }

    /** As drivers answer it themselves. */
    record OfDriver(Connection connection) implements TableMetadataReader {
        @Override
        public ResultSet tables() throws SQLException {
            return metadata().getTables(connection.getCatalog(), null, "%", CatalogReader.READABLE);
        }

        @Override
        public ResultSet columns() throws SQLException {
            return metadata().getColumns(connection.getCatalog(), null, "%", "%");
        }

        private DatabaseMetaData metadata() throws SQLException {
            return connection.getMetaData();
        }
    }
}
