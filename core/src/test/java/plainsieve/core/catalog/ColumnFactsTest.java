package plainsieve.core.catalog;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.value.Type;

class ColumnFactsTest {
    private static final Dialect POSTGRESQL = Dialects.of("postgresql");

    /* Two tables of one name: what one says of its columns is not true of the other. */
    private static final ColumnFacts FACTS = ColumnFacts.of(List.of(
            table("north", "ports", Map.of("id", Type.INTEGER, "opened", Type.DATE, "berths", Type.INTEGER)),
            table("south", "ports", Map.of("id", Type.TEXT, "opened", Type.DATE))));

    private static ColumnFacts.TableFacts table(String schema, String name, Map<String, Type> columns) {
        Map<String, ColumnFacts.Fact> facts = new java.util.HashMap<>();
        columns.forEach((column, type) -> facts.put(column, new ColumnFacts.Fact(type, false)));
        return new ColumnFacts.TableFacts(schema, name, facts);
    }

    private static Optional<Type> type(String query) {
        return ComparedColumn.of(ParsedQuery.parse(query, POSTGRESQL), POSTGRESQL, FACTS, "p")
                .get(0)
                .type();
    }

    @Test
    void qualifiedTableHasTheTypesOfItsSchema() {
        assertThat(type("select * from north.ports where id = :p")).contains(Type.INTEGER);
        assertThat(type("select * from South.Ports where id = :p")).contains(Type.TEXT);
    }

    @Test
    void unqualifiedTableHasTheTypesCommonToAllSchemas() {
        assertThat(type("select * from ports where opened = :p")).contains(Type.DATE);
    }

    @Test
    void doesNotMixTablesOfTheSameName() {
        assertThat(type("select * from ports where id = :p")).isEmpty();
        assertThat(type("select * from ports where berths = :p")).isEmpty();
        assertThat(type("select * from south.ports where berths = :p")).isEmpty();
    }
}
