package plainsieve.sources.jdbc.vendor;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;

/** Collations as the statement that created a table declares them. */
class SqliteCollationsTest {
    @Test
    void readsTheCollationOfEachColumn() {
        assertThat(SqliteCollations.ofColumns("""
                        CREATE TABLE "t, (x" (id integer primary key, -- collate nocase
                          name text not null default 'collate' COLLATE NoCase,
                          "odd, name" text check ("odd, name" <> 'x' collate rtrim), "last" varchar(20) collate "rtrim",
                          constraint u unique (name collate binary))"""))
                .containsAllEntriesOf(Map.of("id", "binary", "name", "NoCase", "odd, name", "binary", "last", "rtrim"));
    }

    @Test
    void unreadableStatementHasNoCollation() {
        assertThat(SqliteCollations.ofColumns("create table t (a text default 'x"))
                .isEmpty();
        assertThat(SqliteCollations.ofColumns("create table t")).isEmpty();
    }
}
