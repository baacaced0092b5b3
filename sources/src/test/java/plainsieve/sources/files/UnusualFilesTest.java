package plainsieve.sources.files;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.Charset;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import plainsieve.sources.Catalog;

/** Files as users and programs leave them, and hostile ones. */
class UnusualFilesTest extends WithFiles {

    private Catalog.FileTable about(String table) {
        return files.table(table).files().orElseThrow();
    }

    private String unreadable(String table) {
        assertThat(files.table(table).columns()).isEmpty();
        return about(table).unreadable();
    }

    @ParameterizedTest
    @ValueSource(strings = {"UTF-8", "UTF-16", "windows-1252"})
    void detectsTheCharacterEncoding(String charset) {
        files.write("t.csv", "name;paid\nSkarn’s Øy;€ 5\n", Charset.forName(charset));
        assertThat(files.rows("select name, paid from t")).containsExactly("Skarn’s Øy € 5");
        assertThat(about("t").notes())
                .isEqualTo(charset.equals("UTF-8") ? List.of() : List.of("Read as " + charset + "."));
    }

    @Test
    void skipsAByteOrderMark() {
        files.write("t.csv", "\uFEFFid,name\n1,x\n");
        assertThat(files.rows("select id from t")).containsExactly("1");
    }

    @Test
    void findsTheHeaderBelowATitle() {
        files.write("t.csv", "Tides of March\n\nmade by hand\nport;metres\nTarn;1.5\nHolm;2\n");
        assertThat(files.rows("select port, metres from t")).containsExactly("Tarn 1.5", "Holm 2.0");
    }

    @Test
    void generatesMissingNames() {
        files.write("none.csv", "1;2\n3;4\n");
        assertThat(files.rows("select \"column 1\", \"column 2\" from none")).containsExactly("1 2", "3 4");
        files.write("some.csv", "a,,A,\"b\nc\"\n1,2,3,4\n");
        assertThat(files.forms("some"))
                .containsExactly("a: integer", "column 2: integer", "A 2: integer", "b c: integer");
    }

    @Test
    void findsAHeaderWithAMissingName() {
        files.write("indexed.csv", "port,wind\n1,Tarn,5\n2,Holm,6\n");
        files.write("ended.csv", "port,wind\nTarn,5,\nHolm,6,\n");
        assertThat(files.rows("select \"column 1\", port, wind from indexed")).containsExactly("1 Tarn 5", "2 Holm 6");
        assertThat(files.rows("select port, wind, \"column 3\" from ended"))
                .containsExactly("Tarn 5 null", "Holm 6 null");
    }

    @Test
    void keepsQuotedFieldsTogether() {
        files.write("t.csv", "a,b\n\"x, \"\"y\"\"\nz\",\"\"\n,' \n");
        assertThat(files.rows("select a, b from t")).containsExactly("x, \"y\"\nz null", "null ' ");
    }

    @Test
    void reportsLostRows() {
        files.write("t.csv", "a,b,c\n1,2,3\n1,2\n1,2,3,4\n5,6,7\n");
        assertThat(files.rows("select a from t")).containsExactly("1", "5");
        assertThat(about("t").rejectedRows()).isEqualTo(2);
        assertThat(about("t").notes()).containsExactly("Line 3: fewer than 3 values.", "Line 4: more than 3 values.");
    }

    @Test
    void reportsAnUnterminatedQuote() {
        files.write("open.csv", "a,b\n1,\"open\n" + "x,y\n".repeat(100_000));
        files.write("long.csv", "a,b\n1,2\n3," + "z".repeat(3_000_000) + "\n5,6\n");
        assertThat(about("open").notes())
                .containsExactly(
                        "Line 2: a quotation mark within a value, or one without an end, so that more may be lost.");
        assertThat(about("open").rejectedRows()).isPositive();
        assertThat(files.rows("select a from long order by a")).containsExactly("1", "5");
        assertThat(about("long").notes()).containsExactly("Line 3: longer than 2 MB.");
    }

    @Test
    void keepsNulCharactersAndQuotesInFileNames() {
        files.write("it's 100% [x]*?.csv", "a,b\n1,x\0y\n");
        assertThat(files.rows("select a, length(b) from it_s_100_x")).containsExactly("1 3");
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "\n\n", " "})
    void reportsAnEmptyFile(String text) {
        files.write("t.csv", text);
        assertThat(unreadable("t")).isEqualTo("t.csv is empty");
        files.write("ok.csv", "a\n1\n");
        assertThat(files.rows("select a from ok")).containsExactly("1");
    }

    @Test
    void headerAloneHasNoRows() {
        files.write("t.csv", "a,b\n");
        assertThat(files.rows("select count(a), count(b) from t")).containsExactly("0 0");
    }

    @Test
    void rejectsMillionsOfColumns() {
        files.write("wide.csv", "a,".repeat(600_000) + "\n" + "1,".repeat(600_000) + "\n");
        files.write("wider.csv", "a,".repeat(300_000) + "\n" + "1,".repeat(300_000) + "\n");
        files.write("objects.json", "[{" + many(3_000) + "}]");
        assertThat(unreadable("wide")).isEqualTo("wide.csv has no line end in its first million characters");
        assertThat(unreadable("wider")).isEqualTo("wider.csv has 300,001 columns, more than 2,000");
        assertThat(unreadable("objects")).isEqualTo("objects.json has more than 2,000 columns");
    }

    private static String many(int count) {
        StringBuilder fields = new StringBuilder();
        for (int i = 1; i <= count; i++) {
            fields.append(i == 1 ? "" : ", ").append("\"b").append(i).append("\": 1");
        }
        return fields.toString();
    }

    @Test
    void readsJsonInEveryLayout() {
        files.write("rows.json", "[{\"a\": 1, \"b\": \"x\"}, {\"b\": null, \"c\": true}]");
        files.write("within.json", "{\"count\": 2, \"value\": [{\"a\": 1}, {\"a\": 2}], \"next\": null}");
        files.write("numbers.json", "[1.5, 2, null]");
        files.write("one.jsonl", "{\"a\": {\"b\": {\"c\": 1}}, \"d\": 2}\n{\"d\": 3}\n");
        assertThat(files.rows("select a, b, c from rows order by a")).containsExactly("1 x null", "null null true");
        assertThat(files.rows("select a from within order by a")).containsExactly("1", "2");
        assertThat(files.rows("select value from numbers")).containsExactly("1.5", "2.0", "null");
        assertThat(files.rows("select a_b_c, d from one order by d")).containsExactly("1 2", "null 3");
    }

    @Test
    void rejectsInvalidJson() {
        files.write("deep.json", "[".repeat(100_000) + "]".repeat(100_000));
        files.write("deeper.json", "[{\"a\": " + "{\"a\": ".repeat(100_000));
        files.write("broken.json", "[{\"a\": 1}, {\"a\": \n");
        files.write("text.json", "\"just this\"");
        assertThat(unreadable("deep")).startsWith("deep.json is not valid JSON: it is nested too deeply");
        assertThat(unreadable("deeper")).contains("nested too deeply");
        assertThat(unreadable("broken")).contains("it is truncated or has an unexpected character in line 2");
        assertThat(unreadable("text")).isEqualTo("text.json has no array of rows");
    }

    @Test
    void rejectsInvalidParquet() {
        files.write("t.parquet", "PAR1 and nothing more");
        files.write("u.parquet", "PAR1 and a false end PAR1");
        files.write("ok.csv", "a\n1\n");
        assertThat(unreadable("t")).isEqualTo("t.parquet is not a valid Parquet file");
        assertThat(unreadable("u")).isEqualTo("u.parquet is not a valid Parquet file");
        assertThat(files.rows("select a from ok")).containsExactly("1");
    }

    @Test
    void readsTheRemainingFilesOfATable() {
        files.write("log_1.json", "[{\"a\": 1}]");
        files.write("log_2.json", "[{\"a\": ");
        assertThat(files.rows("select a, file from log")).containsExactly("1 log_1.json");
        assertThat(about("log").notes()).singleElement().asString().startsWith("“log_2.json” is not valid JSON");
        assertThat(about("log").unreadable()).isEmpty();
    }
}
