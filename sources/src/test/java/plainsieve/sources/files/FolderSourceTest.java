package plainsieve.sources.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import plainsieve.sources.Catalog;
import plainsieve.sources.SourceFailure;
import plainsieve.sources.TableOverrides;

/** Files as tables: their names, contents and changes. */
class FolderSourceTest extends WithFiles {

    @Test
    void listsAFileAsATable() {
        files.write("ports.csv", "id,name,opened\n1,Skarn's Øy,1999-05-31\n2,,\n");
        assertThat(files.rows("select * from ports order by id"))
                .containsExactly("1 Skarn's Øy 1999-05-31", "2 null null");
        assertThat(files.forms("ports")).containsExactly("id: integer", "name: text", "opened: date");
        assertThat(files.table("ports").rows()).isEqualTo(2);
    }

    @Test
    void listsNumberedFilesAsOneTable() {
        files.write("kiosk_sales_2026_01.csv", "sold,income\n1,2.50\n");
        files.write("kiosk_sales_2026_02.csv", "income,sold,shop\n3,7,north\n");
        assertThat(files.rows("select sold, income, shop, file from kiosk_sales order by file"))
                .containsExactly("1 2.50 null kiosk_sales_2026_01.csv", "7 3.00 north kiosk_sales_2026_02.csv");
        assertThat(files.rows("select * from kiosk_sales_2026_01")).containsExactly("1 2.50");
    }

    @Test
    void listsAFolderAsATable() {
        files.write("weather/tarn/2026.json", "{\"wind\": 3}\n{\"wind\": 4.5, \"at\": {\"port\": \"Tarn\"}}\n");
        files.write("weather/holm.json", "[{\"wind\": null, \"at\": {\"port\": \"Holm\"}, \"gusts\": [1, 2]}]");
        assertThat(files.rows("select wind, at_port, gusts, file from weather order by file, wind"))
                .containsExactly(
                        "null Holm [1,2] holm.json", "3.0 null null tarn/2026.json", "4.5 Tarn null tarn/2026.json");
        assertThat(files.catalogue().tables()).extracting(Catalog.Table::name).containsExactly("weather");
    }

    @Test
    void readsParquetInPlaceWithHivePartitions() throws Exception {
        for (String year : List.of("2025", "2026")) {
            parquet(
                    "select " + year + "0 + n as id, 'x' as state from range(3) r(n)",
                    "crossings/year=" + year + "/a[1].parquet");
        }
        assertThat(files.rows("select id, year, file from crossings where year = 2026 and id > 20261"))
                .containsExactly("20262 2026 year=2026/a[1].parquet");
        assertThat(files.keptFiles(".parquet")).isEmpty();
    }

    @Test
    void unitesParquetFilesByColumnName() throws Exception {
        parquet("select 1 as id, 2.5 as fare", "crossings/a.parquet");
        parquet("select 3.25 as fare, 'x' as note, 4 as id", "crossings/b.parquet");
        files.write("crossings/half.parquet", "PAR1 just being written");
        assertThat(files.rows("select id, fare, note, file from crossings order by id"))
                .containsExactly("1 2.50 null a.parquet", "4 3.25 x b.parquet");
        assertThat(files.table("crossings").files().orElseThrow().notes())
                .containsExactly("“crossings/half.parquet” is not a valid Parquet file.");
    }

    @Test
    void rereadsOnlyChangedFiles() throws IOException {
        files.write("a.csv", "n\n1\n");
        files.write("b.csv", "n\n1\n");
        assertThat(files.rows("select n from a")).containsExactly("1");
        List<Path> before = files.keptFiles(".parquet");
        files.write("a.csv", "n\n1\n22\n");
        files.write("c.csv", "n\n3\n");
        assertThat(files.rows("select n from a order by n")).containsExactly("1", "22");
        assertThat(files.rows("select n from c")).containsExactly("3");
        assertThat(files.keptFiles(".parquet")).hasSize(4).containsAll(before);
        Files.delete(files.folder().resolve("b.csv"));
        assertThatThrownBy(() -> files.rows("select n from b"))
                .isInstanceOf(SourceFailure.class)
                .hasMessageContaining("b");
        assertThat(files.keptFiles(".parquet")).hasSize(3);
        assertThat(files.keptFiles(".duckdb")).hasSize(1);
    }

    @Test
    void appliesDeclaredTypesAndCountsUnfittingCells() {
        files.write("tides.csv", "day;metres;code\n01/02/2026;1,250;007\n03/04/2026;calm;008\n");
        assertThat(files.forms("tides")).containsExactly("day: text", "metres: text", "code: text");
        files.saying(Map.of(
                "tides", Map.of("day", "date as 31/12/2026", "metres", "decimal with comma", "code", "integer")));
        assertThat(files.rows("select day, metres, code from tides order by day"))
                .containsExactly("2026-02-01 1.250 7", "2026-04-03 null 8");
        var metres = files.table("tides").files().orElseThrow().columns().get(1);
        assertThat(metres.mismatches()).isEqualTo(1);
        assertThat(metres.examples()).containsExactly("calm");
    }

    @Test
    void appliesDeclaredHeaderRows() {
        files.write("codes.csv", "port;harbour\nOrn;one\nVik;two\n");
        files.write("years.csv", "Sold\n\n2025;2026\n1;2\n3;4\n");
        files.write("groups.csv", "2026;;note\nsold;left;\n1;2;a\n3;4;b\n");
        assertThat(names("years")).isEqualTo("line 1");
        assertThat(names("codes")).isEqualTo("line 1");
        files.saying(Map.of(
                "codes", Map.of(TableOverrides.NAMES, "no line"),
                "years", Map.of(TableOverrides.NAMES, "line 3", "2026", "text"),
                "groups", Map.of(TableOverrides.NAMES, "lines 1 and 2")));
        assertThat(files.rows("select \"column 1\" from codes order by 1")).containsExactly("Orn", "Vik", "port");
        assertThat(files.forms("years")).containsExactly("2025: integer", "2026: text");
        assertThat(files.rows("select \"2025\" from years order by 1")).containsExactly("1", "3");
        assertThat(files.forms("groups")).containsExactly("2026 sold: integer", "2026 left: integer", "note: text");
        assertThat(names("groups")).isEqualTo("lines 1 and 2");
    }

    @Test
    void appliesADeclaredMissingHeader() {
        files.write("ports.csv", "id;port\n\n1;Orn\n");
        files.write("bare.csv", "id;port\n");
        files.saying(Map.of(
                "ports", Map.of(TableOverrides.NAMES, "line 2"), "bare", Map.of(TableOverrides.NAMES, "line 1")));
        assertThat(files.table("ports").files().orElseThrow().unreadable())
                .isEqualTo("ports.csv has no column names in line 2");
        assertThat(files.rows("select id, port from bare")).isEmpty();
        files.saying(Map.of("ports", Map.of(TableOverrides.NAMES, "line 70")));
        assertThat(files.table("ports").files().orElseThrow().unreadable())
                .isEqualTo("ports.csv has no column names in line 70");
    }

    private String names(String table) {
        return files.table(table).files().orElseThrow().headerLine();
    }

    @Test
    void ignoresHiddenFilesAndFilesOutsideTheFolder() throws IOException {
        files.write(".secret.csv", "n\n1\n");
        files.write("~$open.csv", "n\n1\n");
        files.write("notes.docx", "n\n1\n");
        Path outside = Files.writeString(base.resolve("outside.csv"), "n\n1\n");
        Files.createSymbolicLink(files.folder().resolve("link.csv"), outside);
        Files.createSymbolicLink(files.folder().resolve("up"), base);
        assertThat(files.catalogue().tables()).isEmpty();
        assertThatThrownBy(() -> files.rows("select * from read_csv('" + outside.toRealPath() + "')"))
                .isInstanceOf(SourceFailure.class)
                .hasMessageContaining("may do more than read");
        assertThatThrownBy(() -> files.rows("set memory_limit = '100GB'")).isInstanceOf(SourceFailure.class);
    }

    @Test
    void reportsAMissingFolder() {
        files.close();
        assertThat(files.folder().toFile().delete()).isTrue();
        assertThatThrownBy(() -> files.rows("select 1"))
                .isInstanceOf(SourceFailure.class)
                .hasMessage("Folder “in” does not exist.");
    }

    @Test
    void recreatesLostCacheFiles() throws IOException {
        files.write("t.csv", "n\n1\n");
        assertThat(files.rows("select n from t")).containsExactly("1");
        Files.delete(files.keptFiles(".parquet").get(0));
        files.write("other.csv", "n\n2\n");
        assertThat(files.rows("select n from t")).containsExactly("1");
    }

    @Test
    void hidesLocalPathsInErrors() throws Exception {
        Path file = parquet("select n, 'note ' || n as note from range(100000) r(n)", "t.parquet");
        byte[] bytes = Files.readAllBytes(file);
        Arrays.fill(bytes, 100, bytes.length / 2, (byte) 7);
        Files.write(file, bytes);
        assertThatThrownBy(() -> files.rows("select sum(n), max(note) from t"))
                .isInstanceOf(SourceFailure.class)
                .satisfies(e -> assertThat(e.getMessage()).doesNotContain(base.toString()));
    }
}
