package plainsieve.sources;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import plainsieve.sources.jdbc.JdbcSource;

/** Catalogs, schemas and tables that a cluster lists. */
class TrinoCatalogueTest {
    private static final ScheduledExecutorService CLOCK = Executors.newSingleThreadScheduledExecutor();

    private static SourceSettings.Trino server;
    private static JdbcSource source;

    @BeforeAll
    static void connect() throws Exception {
        SourceAccess access = TestDatabases.awkward("trino", (connection, kind) -> {
            connection.createStatement().execute("create table quays (quay_id bigint, name varchar(20), since date)");
        });
        server = (SourceSettings.Trino) access.settings();
        source = new JdbcSource(access, CLOCK);
    }

    @AfterAll
    static void stop() {
        source.close();
        CLOCK.shutdownNow();
    }

    @Test
    void schemaListsItsTablesOnly() {
        Catalog catalog = source.catalogue(TestDatabases.LIMITS, new Cancellation());
        assertThat(catalog.tables()).extracting(Catalog.Table::name).containsExactly("quays");
        assertThat(catalog.tables().get(0).columns())
                .extracting(Column::name, Column::type, Column::kind)
                .containsExactly(
                        tuple("quay_id", "bigint", Column.Kind.INTEGER),
                        tuple("name", "varchar(20)", Column.Kind.TEXT),
                        tuple("since", "date", Column.Kind.DATE));
    }

    @Test
    void catalogListsOtherSchemasWithTheirNames() {
        try (JdbcSource tpch = TestDatabases.cluster(server, CLOCK, "tpch")) {
            Catalog catalog = tpch.catalogue(TestDatabases.LIMITS, new Cancellation());
            assertThat(catalog.tables())
                    .extracting(Catalog.Table::schema, Catalog.Table::name)
                    .contains(tuple("tiny", "orders"), tuple(server.database(), "quays"))
                    .doesNotContain(tuple("information_schema", "tables"));
        }
    }

    @Test
    void unreachableCatalogHidesNoOther() {
        try (JdbcSource tpch = TestDatabases.cluster(server, CLOCK, "tpch")) {
            Catalog catalog = tpch.catalogue(TestDatabases.LIMITS, new Cancellation());
            assertThat(catalog.unreadable())
                    .containsExactly(
                            "The tables of catalog “broken” cannot be read: Error listing tables for catalog broken: The store is away");
            assertThat(catalog.tables()).extracting(Catalog.Table::name).contains("orders", "quays");
        }
        assertThat(source.catalogue(TestDatabases.LIMITS, new Cancellation()).unreadable())
                .isEmpty();
    }
}
