package plainsieve.core.rewrite;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Branches of set operations that compare values alike, and others. */
class BranchColumnTypesTest {
    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select day as x from crossings union all select opened from ports ; select day as x from crossings where day in (:f) union all select opened from ports where opened in (:f)
            select id as x from crossings intersect select port_id from ports ; select id as x from crossings where id in (:f) intersect select port_id from ports where port_id in (:f)
            select id as x from crossings except select port_id from ports    ; select id as x from crossings where id in (:f) except select port_id from ports
            (select id as x from crossings) union (select port_id from ports) ; (select id as x from crossings where id in (:f)) union (select port_id from ports where port_id in (:f))
            select note as x from crossings union select name from ports      ; select note as x from crossings where note in (:f) union select name from ports where name in (:f)
            select c.id as x from crossings c, ports union select p.port_id from ports p ; select c.id as x from crossings c, ports where c.id in (:f) union select p.port_id from ports p where p.port_id in (:f)
            select 'a' as x from t union all select 'b' from s                ; select 'a' as x from t where 'a' in (:f) union all select 'b' from s where 'b' in (:f)
            select id as x from crossings union (select port_id from ports union select 7 from ports) ; select id as x from crossings where id in (:f) union (select port_id from ports where port_id in (:f) union select 7 from ports where 7 in (:f))
            select id as x from crossings union select n from (select port_id as n from ports) d ; select id as x from crossings where id in (:f) union select n from (select port_id as n from ports where port_id in (:f)) d
            with d as (select port_id as n from ports) select id as x from crossings union select n from d ; with d as (select port_id as n from ports where port_id in (:f)) select id as x from crossings where id in (:f) union select n from d
            select cast(a as date) as x from t union select cast(b as Date) from s ; select cast(a as date) as x from t where cast(a as date) in (:f) union select cast(b as Date) from s where cast(b as Date) in (:f)
            select lower(note) as x from crossings union select name from ports ; select lower(note) as x from crossings where lower(note) in (:f) union select name from ports where name in (:f)
            select 'none' as x from crossings except select upper(name) from ports ; select 'none' as x from crossings where 'none' in (:f) except select upper(name) from ports
            """)
    void goesIntoBothBranchesOfOneType(String query, String filtered) {
        assertThat(KnownTables.filtered("postgresql", query, "x")).isEqualTo(filtered);
    }

    /** A column of a table compares alike wherever it is read. */
    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            sqlite  ; select name as x from ports union select name from ports ; select name as x from ports where name in (:f) union select name from ports where name in (:f)
            sqlite  ; select n as x from (select depth as n from ports) union all select p.depth from ports p ; select n as x from (select depth as n from ports where depth in (:f)) union all select p.depth from ports p where p.depth in (:f)
            mariadb ; select name as x from ports except select name from ports ; select name as x from ports where name in (:f) except select name from ports
            """)
    void goesIntoBothBranchesOfOneColumn(String dialect, String query, String filtered) {
        assertThat(KnownTables.filtered(dialect, query, "x")).isEqualTo(filtered);
    }

    /** Text of one collation compares alike, as do columns of one affinity and collation, and text without either. */
    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            mariadb ; select name as x from captains union select nick from captains ; select name as x from captains where name in (:f) union select nick from captains where nick in (:f)
            mariadb ; select name as x from captains except select upper(nick) from captains ; select name as x from captains where name in (:f) except select upper(nick) from captains
            sqlite  ; select id as x from ferries union select tons from ferries ; select id as x from ferries where id in (:f) union select tons from ferries where tons in (:f)
            sqlite  ; select id as x from ferries union select built from ferries ; select id as x from ferries where id in (:f) union select built from ferries where built in (:f)
            sqlite  ; select name as x from ferries intersect select alias from ferries ; select name as x from ferries where name in (:f) intersect select alias from ferries where alias in (:f)
            sqlite  ; select lower(name) as x from ferries union select 'none' from ferries ; select lower(name) as x from ferries where lower(name) in (:f) union select 'none' from ferries where 'none' in (:f)
            """)
    void goesIntoBothBranchesOfOneCollation(String dialect, String query, String filtered) {
        assertThat(KnownTables.filtered(dialect, query, "x")).isEqualTo(filtered);
    }

    /** Rows are grouped by the table column, so the output column of that name has an arbitrary value of each group. */
    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            select code as name, min(id) as n from ferries group by name ; select code as name, min(id) as n from ferries group by name having code in (:f)
            select lower(code) as name, min(id) as n from ferries group by name ; select lower(code) as name, min(id) as n from ferries group by name having lower(code) in (:f)
            select lower(code) as short, min(id) as n from ferries group by short ; select lower(code) as short, min(id) as n from ferries where lower(code) in (:f) group by short
            """)
    void filtersGroupsByTheDisplayedValue(String query, String filtered) {
        assertThat(KnownTables.filtered("sqlite", query, query.split(" as |,")[1]))
                .isEqualTo(filtered);
    }

    /** Each branch would compare differently: padded, with less precision, by its collation, or unknown. */
    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', textBlock = """
            postgresql ; select name as x from ports union select code from ports
            postgresql ; select depth as x from ports union select id from crossings
            postgresql ; select x from a union select x from b
            postgresql ; select id as x from crossings union select port_id + 1 from ports
            postgresql ; select id as x from crossings union select port_id from ports union select 0.5 from ports
            postgresql ; select id as x from crossings except select 0.5 from ports
            postgresql ; select id as x from crossings union (select port_id from ports union select 0.5)
            postgresql ; select id as x from crossings union select n from (select depth as n from ports) d
            postgresql ; select id as x from crossings union select n from (select port_id as n from ports) d (m)
            postgresql ; with d (m) as (select port_id as n from ports) select id as x from crossings union select m from d
            postgresql ; select id as x from crossings union select n from (select port_id as n from ports union select 0.5) d
            postgresql ; select lower(code) as x from ports union select name from ports
            postgresql ; select 'a' as x from crossings union select code from ports
            postgresql ; select lower(depth) as x from ports union select name from ports
            postgresql ; select trim(name) as x from ports union select name from ports
            mariadb    ; select lower(note) as x from crossings union select name from ports
            mariadb    ; select 'none' as x from crossings union select name from ports
            mariadb    ; select note as x from crossings union select n from (select name as n from ports) d
            mariadb    ; select note as x from crossings union select name from ports
            mariadb    ; select cast(a as char) as x from t union select cast(b as char) from s
            sqlite     ; select id as x from crossings union select port_id from ports
            sqlite     ; select port_id as x from crossings union select port_id from ports
            sqlite     ; select count(*) as x from crossings union select count(*) from ports
            sqlite     ; select cast(name as text) as x from ports union select cast(name as text) from ports
            sqlite     ; select name as x from ports union select name from harbours
            mariadb    ; select lower(name) as x from ports union select lower(name) from ports
            mariadb    ; select name as x from captains union select code from captains
            mariadb    ; select rank as x from captains union select grade from captains
            mariadb    ; select name as x from captains union select 'none' from captains
            mariadb    ; select lower(code) as x from captains union select name from captains
            mariadb    ; select trim(name) as x from captains union select nick from captains
            sqlite     ; select name as x from ferries union select code from ferries
            sqlite     ; select id as x from ferries union select name from ferries
            sqlite     ; select lower(name) as x from ferries union select name from ferries
            sqlite     ; select 'a' as x from ferries union select name from ferries
            sqlite     ; select lower(name collate nocase) as x from ferries union select lower(name) from ferries
            sqlite     ; select lower(name || 'a') as x from ferries union select lower(name) from ferries
            sqlite     ; select 1 as x from ferries union select id from ferries
            postgresql ; with ports as (select 1.5 as port_id) select id as x from crossings union select port_id from ports
            """)
    void staysOutsideIfBranchesMayCompareDifferently(String dialect, String query) {
        assertThat(KnownTables.filtered(dialect, query, "x")).startsWith("select * from (\n" + query);
    }
}
