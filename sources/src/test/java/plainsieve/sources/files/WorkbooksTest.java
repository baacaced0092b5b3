package plainsieve.sources.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import plainsieve.sources.Catalog;
import plainsieve.sources.TableOverrides;

/** Sheets, tables and named ranges of workbooks, written part by part as in the standard, so that each can be unusual. */
class WorkbooksTest extends WithFiles {
    private static final String MAIN = "http://schemas.openxmlformats.org/spreadsheetml/2006/main";
    private static final String HEAD = "<?xml version=\"1.0\" encoding=\"UTF-8\"?>";

    private final Map<String, String> parts = new LinkedHashMap<>();

    /** @param sheets each a name and the rows as XML */
    private void workbook(String names, String... sheets) {
        StringBuilder list = new StringBuilder();
        StringBuilder relations = new StringBuilder();
        for (int i = 0; i < sheets.length; i += 2) {
            int number = i / 2 + 1;
            list.append("<sheet name=\"%s\" sheetId=\"%d\" r:id=\"rId%d\"/>".formatted(sheets[i], number, number));
            relations.append(relation("rId" + number, "worksheet", "worksheets/sheet" + number + ".xml"));
            parts.put(
                    "xl/worksheets/sheet" + number + ".xml",
                    HEAD + "<worksheet xmlns=\"" + MAIN + "\"><sheetData>" + sheets[i + 1]
                            + "</sheetData></worksheet>");
        }
        relations.append(relation("rIdS", "styles", "styles.xml"));
        parts.put(
                "[Content_Types].xml",
                HEAD + "<Types xmlns=\"http://schemas.openxmlformats.org/package/2006/content-types\">"
                        + type("/xl/workbook.xml", "sheet.main") + type("/xl/styles.xml", "styles") + "</Types>");
        parts.put("_rels/.rels", relations(relation("rId1", "officeDocument", "xl/workbook.xml")));
        parts.put("xl/_rels/workbook.xml.rels", relations(relations.toString()));
        parts.put(
                "xl/workbook.xml",
                HEAD + "<workbook xmlns=\"" + MAIN
                        + "\" xmlns:r=\"http://schemas.openxmlformats.org/officeDocument/2006/relationships\"><sheets>"
                        + list + "</sheets>" + names + "</workbook>");
        parts.put(
                "xl/styles.xml",
                HEAD + "<styleSheet xmlns=\"" + MAIN
                        + "\"><numFmts count=\"1\"><numFmt numFmtId=\"164\" formatCode=\"dd.mm.yyyy hh:mm\"/></numFmts>"
                        + "<cellXfs count=\"3\"><xf numFmtId=\"0\"/><xf numFmtId=\"14\"/><xf numFmtId=\"164\"/></cellXfs></styleSheet>");
    }

    private static String relation(String id, String type, String target) {
        return "<Relationship Id=\"%s\" Type=\"http://schemas.openxmlformats.org/officeDocument/2006/relationships/%s\" Target=\"%s\"/>"
                .formatted(id, type, target);
    }

    private static String type(String part, String type) {
        return "<Override PartName=\"%s\" ContentType=\"application/vnd.openxmlformats-officedocument.spreadsheetml.%s+xml\"/>"
                .formatted(part, type);
    }

    private static String relations(String all) {
        return HEAD + "<Relationships xmlns=\"http://schemas.openxmlformats.org/package/2006/relationships\">" + all
                + "</Relationships>";
    }

    private static String row(int number, String... cells) {
        StringBuilder row = new StringBuilder("<row r=\"" + number + "\">");
        for (int i = 0; i < cells.length; i++) {
            String place = " r=\"" + (char) ('A' + i) + number + "\"";
            String cell = cells[i];
            if (cell.startsWith("<")) {
                row.append(cell.replaceFirst("<c", "<c" + place));
            } else if (!cell.isEmpty()) {
                row.append("<c")
                        .append(place)
                        .append(" t=\"inlineStr\"><is><t>")
                        .append(cell)
                        .append("</t></is></c>");
            }
        }
        return row.append("</row>").toString();
    }

    private static String number(String value) {
        return "<c><v>" + value + "</v></c>";
    }

    private static String day(String value) {
        return "<c s=\"1\"><v>" + value + "</v></c>";
    }

    private void write(String name) throws IOException {
        try (OutputStream out = Files.newOutputStream(files.folder().resolve(name));
                ZipOutputStream zip = new ZipOutputStream(out)) {
            zip.setLevel(Deflater.BEST_SPEED);
            for (Map.Entry<String, String> part : parts.entrySet()) {
                zip.putNextEntry(new ZipEntry(part.getKey()));
                zip.write(part.getValue().getBytes(StandardCharsets.UTF_8));
            }
        }
    }

    /** Parts with a DOCTYPE, with recursive entities, or without XML: the other tables of the folder can be queried. */
    @Test
    void hostilePartHidesNoOtherTable() throws IOException {
        files.write("good.csv", "a\n1\n2\n");
        String external = HEAD + "<!DOCTYPE x [<!ENTITY a SYSTEM \"file:///etc/passwd\">]><x>&a;</x>";
        String nested = HEAD + "<!DOCTYPE x [<!ENTITY a \"ha\"><!ENTITY b \"&a;&a;&a;\">]><x>&b;</x>";
        for (String part : List.of(
                "xl/workbook.xml",
                "xl/worksheets/sheet1.xml",
                "xl/styles.xml",
                "xl/_rels/workbook.xml.rels",
                "_rels/.rels")) {
            for (String content : List.of(external, nested, "no XML", "", "<a>")) {
                workbook("", "Sheet", row(1, "a") + row(2, number("1")));
                parts.put(part, content);
                write("bad.xlsx");
                assertThat(files.rows("select sum(a) from good"))
                        .as(part + ": " + content)
                        .containsExactly("3");
                assertThat(files.catalogue().tables().toString()).doesNotContain("root:");
            }
        }
    }

    @Test
    void listsEachSheetAsATable() throws IOException {
        workbook(
                "",
                "Fares",
                row(1, "Fares of 2026")
                        + row(3, "route", "fare", "from", "sold")
                        + row(4, "Tarn–Holm", number("12.3"), day("46023"), number("3"))
                        + row(6, "Skarn", number("0.1"), day("46054.25"), "<c t=\"b\"><v>1</v></c>"),
                "Notes &amp; more",
                row(1, "what") + row(2, "007") + row(3, "<c t=\"e\"><v>#DIV/0!</v></c>") + row(4, "008"));
        write("book.xlsx");
        assertThat(files.rows("select route, fare, \"from\", sold from book_Fares order by fare"))
                .containsExactly("Skarn 0.1 2026-02-01T06:00 true", "Tarn–Holm 12.3 2026-01-01T00:00 3");
        assertThat(files.rows("select what from book_Notes_more order by 1")).containsExactly("007", "008");
        assertThat(files.table("book_Notes_more").files().orElseThrow().notes())
                .containsExactly("1 cells have an error and no value: #DIV/0!.");
    }

    @Test
    void appliesDeclaredHeaderRows() throws IOException {
        workbook(
                "",
                "Sold",
                row(2, "Sold by year", "checked", "twice")
                        + row(4, number("2025"), number("2026"), "")
                        + row(5, number("1"), number("2"), "x"));
        write("sold.xlsx");
        assertThat(files.table("sold").files().orElseThrow().headerLine()).isEqualTo("line 2");
        files.saying(Map.of("sold", Map.of(TableOverrides.NAMES, "line 4")));
        assertThat(files.rows("select \"2025\", \"2026\", \"column 3\" from sold"))
                .containsExactly("1 2 x");
        files.saying(Map.of("sold", Map.of(TableOverrides.NAMES, "no line")));
        assertThat(files.rows("select \"column 1\" from sold")).containsExactly("Sold by year", "2025", "1");
        files.saying(Map.of("sold", Map.of(TableOverrides.NAMES, "line 3")));
        assertThat(files.table("sold").files().orElseThrow().unreadable())
                .isEqualTo("sold.xlsx has no column names in line 3");
    }

    @Test
    void listsTablesAndNamedRanges() throws IOException {
        workbook(
                "<definedNames><definedName name=\"Winter\">'All'!$C$2:$D$4</definedName><definedName name=\"_x\" hidden=\"1\">All!$A$1:$A$2</definedName><definedName name=\"One\">All!$A$1</definedName></definedNames>",
                "All",
                row(1, "a", "b", "", "")
                        + row(2, number("1"), number("2"), "port", "wind")
                        + row(3, number("3"), number("4"), "Tarn", number("9"))
                        + row(4, "", "", "Holm", number("8"))
                        + row(5, "", "", "Skarn", number("7")));
        parts.put("xl/worksheets/_rels/sheet1.xml.rels", relations(relation("rId1", "table", "../tables/table1.xml")));
        parts.put("xl/tables/table1.xml", HEAD + "<table xmlns=\"" + MAIN + "\" displayName=\"Pairs\" ref=\"A1:B3\"/>");
        write("book.xlsx");
        assertThat(files.rows("select port, wind from book_Winter order by wind"))
                .containsExactly("Holm 8", "Tarn 9");
        assertThat(files.rows("select a, b from book_Pairs order by a")).containsExactly("1 2", "3 4");
        assertThat(files.catalogue().tables())
                .extracting(Catalog.Table::name)
                .containsExactlyInAnyOrder("book_All", "book_Winter", "book_Pairs");
    }

    @Test
    void findsTablesOfMovedSheets() throws IOException {
        workbook(
                "",
                "First",
                row(1, "a") + row(2, number("1")),
                "Second",
                row(1, "b", "c") + row(2, number("2"), number("3")));
        // A sheet's file keeps its name when the sheet is moved.
        parts.computeIfPresent("xl/_rels/workbook.xml.rels", (name, part) -> part.replace("sheet1.xml", "sheetX.xml")
                .replace("sheet2.xml", "sheet1.xml")
                .replace("sheetX.xml", "sheet2.xml"));
        String first = parts.put("xl/worksheets/sheet1.xml", parts.get("xl/worksheets/sheet2.xml"));
        parts.put("xl/worksheets/sheet2.xml", first);
        parts.put("xl/worksheets/_rels/sheet1.xml.rels", relations(relation("rId1", "table", "/xl/tables/table1.xml")));
        parts.put("xl/tables/table1.xml", HEAD + "<table xmlns=\"" + MAIN + "\" displayName=\"Both\" ref=\"A1:B2\"/>");
        write("book.xlsx");
        assertThat(files.rows("select b, c from book_Both")).containsExactly("2 3");
        assertThat(files.rows("select a from book_First")).containsExactly("1");
    }

    @Test
    void readsTwoRowHeadersAndUnnamedColumns() throws IOException {
        workbook(
                "",
                "Groups",
                row(1, "Tides")
                        + row(2, "port", "spring", "", "neap", "")
                        + row(3, "", "high", "low", "high", "low")
                        + row(4, "Tarn", number("5"), number("1"), number("4"), number("2")),
                "Unnamed",
                row(1, "", "wind", "waves") + row(2, "Tarn", number("9"), number("2")),
                "Bare",
                row(1, number("1"), number("2")) + row(2, number("3"), number("4")),
                "Texts",
                row(1, "code", "for") + row(2, "a", "islanders") + row(3, "b", "crews"));
        write("book.xlsx");
        assertThat(files.rows(
                        "select port, \"spring high\", \"spring low\", \"neap high\", \"neap low\" from book_Groups"))
                .containsExactly("Tarn 5 1 4 2");
        assertThat(files.rows("select \"column 1\", wind, waves from book_Unnamed"))
                .containsExactly("Tarn 9 2");
        assertThat(files.rows("select \"column 1\", \"column 2\" from book_Bare order by 1"))
                .containsExactly("1 2", "3 4");
        assertThat(files.rows("select code, \"for\" from book_Texts order by 1"))
                .containsExactly("a islanders", "b crews");
    }

    @Test
    void rejectsDecompressionBombs() throws IOException {
        workbook("", "S", row(1, "a"));
        parts.put("xl/sharedStrings.xml", " ".repeat(600 << 20));
        write("bomb.xlsx");
        assertThat(files.table("bomb").files().orElseThrow().unreadable())
                .isEqualTo("bomb.xlsx is larger than 512 MB uncompressed");
    }

    @Test
    void rejectsXmlEntities() throws IOException {
        Path secret = Files.writeString(base.resolve("secret.txt"), "secret");
        String evil = "<!DOCTYPE x [<!ENTITY a SYSTEM \"" + secret.toUri()
                + "\"><!ENTITY b \"bbbbbbbbbb\"><!ENTITY c \"&b;&b;&b;&b;&b;&b;&b;&b;&b;&b;\">]>";
        workbook("", "S", row(1, "n") + row(2, "x&a;y") + row(3, "&c;"));
        parts.replaceAll((name, part) -> name.contains("sheet1") ? part.replace(HEAD, HEAD + evil) : part);
        write("evil.xlsx");
        Catalog.Table table = files.table("evil");
        String shown = table.columns().isEmpty() ? "" : String.join(" ", files.rows("select * from evil"));
        assertThat(shown).doesNotContain("secret").doesNotContain("bbbbbbbbbb");
    }

    @Test
    void reportsAnInvalidWorkbook() throws IOException {
        files.write("no.xlsx", "not a zip");
        workbook("", "Empty", "");
        write("empty.xlsx");
        assertThat(files.table("no").files().orElseThrow().unreadable()).isEqualTo("no.xlsx is not a valid workbook");
        assertThat(files.table("empty").files().orElseThrow().unreadable()).isEqualTo("empty.xlsx is empty in “Empty”");
    }
}
