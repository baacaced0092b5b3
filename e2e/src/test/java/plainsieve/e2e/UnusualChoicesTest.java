package plainsieve.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;
import plainsieve.server.ProjectUpload;
import plainsieve.server.RunningServer;

/** Unusual values and long lists by mouse and keyboard: the question states what was queried, also after a reload. */
class UnusualChoicesTest extends BrowserTest {
    private static final String ODD = "/projects/home/reports/odd-words";
    private static final String LONG = "/projects/home/reports/long-list";

    @BeforeAll
    static void bringProjectIn() throws Exception {
        ProjectUpload.importProject(
                RunningServer.get().address(),
                Map.of(
                        "words.sql",
                        "select distinct w from (values ('plain'), (''), ('x?y'), ('a&b=c'), ('50%')) v(w) order by w",
                        "rows.sql",
                        "select w, n from (values ('plain', 0.0004), ('', 1.5), ('x?y', 2), ('a&b=c', 3), ('50%', 4)) v(w, n)\nwhere w in (:odd_word)",
                        "long.sql",
                        "select 'v' || i as v from generate_series(1, 12000) i order by i",
                        "many.sql",
                        "select 'v' || i as v from generate_series(1, 12000) i\nwhere 'v' || i in (:long_word)",
                        "project.yaml",
                        """
                        format: plain-sieve/1
                        parameters:
                          - {name: odd_word, label: Odd word, multiple: true, list: {query: odd-words}}
                          - {name: long_word, label: Long word, multiple: true, list: {query: long-words}}
                        queries:
                          - {id: odd-words, name: Odd words, source: harbour, file: words.sql}
                          - {id: odd-rows, name: Odd rows, source: harbour, file: rows.sql}
                          - {id: long-words, name: Long words, source: harbour, file: long.sql}
                          - {id: long-rows, name: Long rows, source: harbour, file: many.sql}
                        reports:
                          - id: odd-words
                            name: Odd words
                            question: "Rows[ with {odd_word}]."
                            controls: [{kind: dropdown, label: Odd word, parameters: [odd_word]}]
                            views: [{id: rows, kind: table, title: Rows, query: odd-rows}]
                          - id: long-list
                            name: Long list
                            question: "Rows[ with {long_word}]."
                            controls: [{kind: slicer, label: Long word, parameters: [long_word]}]
                            views: [{id: rows, kind: figures, query: long-rows, measures: [{function: count, label: rows}]}]
                        """));
    }

    private static void choose(String label) {
        browser.click("[data-control=odd_word] .dropdown-face");
        browser.pick("[data-control=odd_word]", label);
    }

    private static void untilOneRow() {
        browser.untilText("[data-test=row-count-text]", "1 row"::equals);
    }

    @Test
    void valueWithAQuestionMarkSurvivesAReload() {
        browser.open(ODD);
        choose("x?y");
        untilOneRow();
        browser.until(() -> browser.address().contains("odd_word=x") ? true : null);
        browser.reload();
        untilOneRow();
        assertThat(browser.text("tbody tr.data")).contains("x?y");
    }

    @Test
    void emptyTextIsANamedValue() {
        browser.open(ODD);
        choose("empty text");
        untilOneRow();
        browser.untilText(".question-row", text -> text.contains("empty text"));
        browser.until(() -> browser.address().contains("empty.text=odd_word") ? true : null);
        browser.reload();
        untilOneRow();
        assertThat(browser.text("tbody tr.data")).contains("empty text", "1.5");
    }

    @Test
    void smallNumberIsNotShownAsZero() {
        browser.open(ODD + "?odd_word=plain");
        untilOneRow();
        assertThat(browser.text("tbody tr.data")).contains("0.0004");
    }

    @Test
    void reportsADuplicateParameterInALink() {
        browser.open(ODD + "?odd_word=plain&odd_word=plain");
        browser.untilText("[data-control=odd_word]", text -> text.contains("is chosen twice"));
        browser.open(ODD + "?odd_word=plain&all=odd_word");
        browser.untilText("[data-control=odd_word]", text -> text.contains("Both every value and “plain” are chosen"));
    }

    @Test
    void selectingOneAfterAllSelectsOnlyThatOne() {
        browser.open(LONG);
        browser.click("[data-control=long_word] button", "All");
        browser.untilText(".figure b", "12,000"::equals);
        assertThat(browser.see("[data-control=long_word] button", "no value").isEnabled())
                .isFalse();
        browser.untilText("[data-control=long_word]", text -> text.contains("All selected."));
        browser.pick("[data-control=long_word]", "v2");
        browser.untilText(".figure b", "1"::equals);
        browser.untilText(".question-row", text -> text.contains("v2"));
    }

    @Test
    void reportsAPickOfARemovedViewAndOffersToRemoveIt() {
        browser.open(ODD + "?odd_word=plain&only.gone=x");
        browser.untilText("main .note.bad", text -> text.contains("only.gone"));
        untilOneRow();
        browser.click("main .note.bad button", "Remove it");
        browser.until(() -> browser.address().contains("only.gone") ? null : true);
        assertThat(browser.all("main .note.bad")).isEmpty();
        untilOneRow();
    }

    @Test
    void reportsRunErrorsWhereTheyOccur() {
        browser.open("/reports/late-crossings?rows=-1");
        browser.untilText(".table-view .note", text -> text.contains("A row limit must be 0 or more."));
    }

    private static void untilFocusedIsIn(String selector) {
        browser.until(() -> Boolean.TRUE.equals(
                        browser.script("return document.activeElement.closest(arguments[0]) !== null", selector))
                ? true
                : null);
    }

    @Test
    void keepsTheFocus() {
        browser.open("/reports/late-crossings");
        browser.click("button", "Quick ranges");
        browser.click("button.dropdown-item", "this month");
        untilFocusedIsIn("[data-control] .dropdown");
        browser.click("[data-control] button", "Default");
        untilFocusedIsIn("[data-control]");
        browser.open("/sources");
        browser.click("button", "+ Source");
        untilFocusedIsIn("form");
        browser.click("form button", "Cancel");
        untilFocusedIsIn("main");
    }

    @Test
    void shortcutsFocusThePanesOfTheBench() {
        browser.open("/queries/late-crossings");
        browser.see(".cm-content");
        Map<String, String> panes = Map.of("1", "Choices", "2", "Query", "3", "Rows", "4", "Sent");
        panes.forEach((key, pane) -> {
            browser.chord(Keys.ALT, key);
            untilFocusedIsIn("section[aria-label=" + pane + "]");
        });
    }
}
