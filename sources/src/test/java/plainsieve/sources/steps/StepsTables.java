package plainsieve.sources.steps;

import java.math.BigDecimal;
import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.sql.Statement;
import java.sql.Types;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import plainsieve.core.steps.compile.SchemaContext;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.value.Type;

/** Three small tables, every column but the first with null rows; the same in memory and in each database. */
final class StepsTables {
    private static final List<Grid.Column> COLUMNS = List.of(
            new Grid.Column("id", Type.INTEGER),
            new Grid.Column("a", Type.INTEGER),
            new Grid.Column("t", Type.TEXT),
            new Grid.Column("d", Type.DATE),
            new Grid.Column("m", Type.DATETIME),
            new Grid.Column("v", Type.DECIMAL));
    private static final List<String> TEXTS = List.of("ab", "b", "bcd", "o'x", "z_b", "c%d", "");

    /** Callable queries: one that filters, one that aggregates, both of columns that calling rows have, too. */
    private static final Map<String, String> QUERIES = Map.of(
            "above",
            "steps 1\nfrom tides\nwhere a >= :low\ncolumns id as tide",
            "count",
            "steps 1\nfrom tides\nwhere a >= :low\naggregate all rows: count of rows as tide",
            "groups",
            "steps 1\nfrom tides\nwhere a >= :low\ngroup by t: count of rows as tide",
            "firsts",
            "steps 1\nfrom tides\nwhere a >= :low\nfirst 2 rows by id desc\ncolumns id as tide");

    private StepsTables() {}

    static Map<String, Grid> all() {
        Map<String, Grid> tables = new LinkedHashMap<>();
        tables.put("trips", table("trips", 26));
        tables.put("quays", table("quays", 9));
        tables.put("tides", table("tides", 14));
        return tables;
    }

    private static Grid table(String name, int size) {
        SplittableRandom random = new SplittableRandom(name.hashCode());
        List<List<Object>> rows = new ArrayList<>();
        for (long id = 1; id <= size; id++) {
            LocalDate day = LocalDate.of(2026, 1, 1).plusDays(random.nextInt(90));
            rows.add(Arrays.asList(
                    id,
                    random.nextInt(5) == 0 ? null : (Object) (long) random.nextInt(-2, 6),
                    random.nextInt(5) == 0 ? null : TEXTS.get(random.nextInt(TEXTS.size())),
                    random.nextInt(6) == 0 ? null : day,
                    random.nextInt(6) == 0 ? null : day.atTime(random.nextInt(3) * 8, random.nextInt(2) * 30),
                    random.nextInt(5) == 0 ? null : new BigDecimal(random.nextInt(-200, 900)).movePointLeft(2)));
        }
        return new Grid(COLUMNS, rows);
    }

    static void write(Connection connection, String kind) throws SQLException {
        boolean sqlite = kind.equals("sqlite");
        boolean trino = kind.equals("trino");
        String text = kind.equals("mariadb")
                ? "varchar(20) collate utf8mb4_bin"
                : trino ? "varchar" : kind.equals("postgresql") ? "text collate \"C\"" : "text";
        String moment = trino ? "timestamp(6)" : sqlite ? "text" : kind.equals("mariadb") ? "datetime" : "timestamp";
        String required = trino ? "" : " not null";
        for (Map.Entry<String, Grid> table : all().entrySet()) {
            try (Statement statement = connection.createStatement()) {
                statement.execute("create table " + table.getKey() + " (id integer" + required + ", a integer, t "
                        + text + ", d " + (sqlite ? "text" : "date") + ", m " + moment + ", v decimal(8, 2))");
            }
            insert(connection, kind, table.getKey(), table.getValue().rows());
        }
    }

    /** All rows at once: a cluster takes as long for one as for all of them. */
    private static void insert(Connection connection, String kind, String table, List<List<Object>> rows)
            throws SQLException {
        String id = "cast(? as " + (kind.equals("mariadb") ? "signed" : "integer") + ")";
        String a = kind.equals("trino") ? "cast(? as integer)" : "?";
        String row = "(" + id + ", " + a + ", ?, ?, ?, ?)";
        try (PreparedStatement insert = connection.prepareStatement(
                "insert into " + table + " values " + String.join(", ", Collections.nCopies(rows.size(), row)))) {
            int at = 1;
            for (List<Object> values : rows) {
                for (Object value : values) {
                    Object stored = kind.equals("sqlite") ? asText(value) : value;
                    if (stored instanceof LocalDateTime) {
                        insert.setObject(at++, stored, Types.TIMESTAMP);
                    } else {
                        insert.setObject(at++, stored);
                    }
                }
            }
            insert.executeUpdate();
        }
    }

    private static Object asText(Object value) {
        if (value instanceof LocalDateTime moment) {
            return moment.toLocalDate() + " " + moment.toLocalTime() + ":00";
        }
        return value instanceof LocalDate || value instanceof BigDecimal ? value.toString() : value;
    }

    /** The metadata of the tables. */
    static SchemaContext known(boolean known) {
        Map<String, Grid> tables = all();
        return new SchemaContext() {
            @Override
            public Optional<List<KnownColumn>> columns(String schema, String table) {
                return known ? Optional.ofNullable(tables.get(table)).map(StepsTables::described) : Optional.empty();
            }

            @Override
            public List<Set<String>> keys(String schema, String table) {
                return known ? List.of(Set.of("id")) : List.of();
            }

            @Override
            public Collection<String> tables() {
                return known ? tables.keySet() : List.of();
            }

            @Override
            public Optional<String> query(String id) {
                return Optional.ofNullable(QUERIES.get(id));
            }

            @Override
            public Collection<String> queries() {
                return QUERIES.keySet();
            }
        };
    }

    private static List<KnownColumn> described(Grid table) {
        return table.columns().stream()
                .map(column -> new KnownColumn(
                        column.name(),
                        Optional.of(column.type()),
                        !column.name().equals("id")))
                .toList();
    }
}
