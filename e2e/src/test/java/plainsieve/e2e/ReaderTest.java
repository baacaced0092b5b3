package plainsieve.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.openqa.selenium.chromium.HasCdp;
import plainsieve.server.Api;
import plainsieve.server.RunningServer;
import tools.jackson.databind.JsonNode;

class ReaderTest extends BrowserTest {
    private static final String LATE = "/reports/late-crossings";
    private static final String QUESTION = ".question-row";
    private static final String COUNT = ".figure:first-child b";

    private final Api api = new Api(RunningServer.get().address());

    private static long number(String text) {
        return Long.parseLong(text.replaceAll("\\D", ""));
    }

    private static long count() {
        return number(browser.untilText(COUNT, text -> text.matches("[\\d,]+")));
    }

    private static void untilCountIsNot(long old) {
        browser.untilText(COUNT, text -> text.matches("[\\d,]+") && number(text) != old);
    }

    /** Runs something offline, without the browser cache. */
    private static void offline(Runnable something) {
        HasCdp chromium = (HasCdp) browser.driver();
        chromium.executeCdpCommand("Network.enable", Map.of());
        chromium.executeCdpCommand("Network.clearBrowserCache", Map.of());
        offline(chromium, true);
        try {
            something.run();
        } finally {
            offline(chromium, false);
        }
    }

    private static void offline(HasCdp chromium, boolean away) {
        chromium.executeCdpCommand(
                "Network.emulateNetworkConditions",
                Map.of("offline", away, "latency", 0, "downloadThroughput", -1, "uploadThroughput", -1));
    }

    private long sentSoFar() {
        return api.get("/api/v1/sent?limit=1").json().get(0).get("id").asLong();
    }

    @Test
    void startPageShowsTheReportWithItsQuestion() {
        browser.open("/");
        assertThat(browser.text("[href$='/reports/late-crossings']"))
                .contains("Late crossings", "Ardlow, Skerrin", "15 min");
        browser.click("[href$='/reports/late-crossings']");
        assertThat(count()).isPositive();
    }

    @Test
    void scrollsToTheFirstOfNewRows() {
        browser.open(LATE);
        browser.see(".table-view tbody tr.data");
        String scroller = "document.querySelector('.table-view .scroller')";
        browser.script(scroller + ".scrollTo({top: 2000})");
        browser.until(() -> browser.all(".table-view td.spacer").isEmpty() ? null : true);
        browser.pick("[data-control=port]", "Ardlow");
        browser.until(() -> browser.script("return " + scroller + ".scrollTop === 0") == Boolean.TRUE ? true : null);
    }

    @ParameterizedTest
    @ValueSource(strings = {LATE, "/reports/late-crossings-at-the-harbour-server"})
    void choosingAPortChangesRowsFiguresAndTheStatement(String report) {
        browser.open(report);
        long two = count();
        browser.pick("[data-control=port]", "Ardlow");
        untilCountIsNot(two);
        assertThat(count()).isLessThan(two);
        assertThat(browser.text(QUESTION)).contains("from Skerrin");
        browser.untilText(".table-view tbody", text -> !text.contains("Ardlow") && text.contains("Skerrin"));
        browser.click("button", "See what was sent");
        assertThat(browser.text(".panel .statement")).contains("p.name in (Skerrin)");
        browser.pick("[data-control=port]", "Corrin Bay");
        browser.untilText(".panel .statement", text -> text.contains("p.name in (Skerrin, Corrin Bay)"));
    }

    @Test
    void linkReproducesItsChoices() {
        browser.open(LATE);
        browser.pick("[data-control=port]", "Brae O'Noth");
        browser.type("[data-control=min_delay] input", "30");
        browser.untilText(QUESTION, text -> text.contains("30 min") && text.contains("Ardlow, Skerrin, Brae O'Noth"));
        browser.until(() -> browser.address().contains("min_delay=30") ? true : null);
        browser.untilText(COUNT, text -> text.matches("[\\d,]+"));
        browser.reload();
        browser.untilText(QUESTION, text -> text.contains("30 min") && text.contains("Ardlow, Skerrin, Brae O'Noth"));
        long reloaded = count();
        Object ports = Api.values("Ardlow", "Skerrin", "Brae O'Noth");
        Map<String, Object> same = Map.of("port", ports, "min_delay", Api.values("30"));
        assertThat(reloaded)
                .isEqualTo(api.runView("late-crossings", "figures", same)
                        .rows()
                        .get(0)
                        .get(0)
                        .asLong());
        browser.back();
        browser.untilText(QUESTION, text -> text.contains("15 min"));
    }

    @Test
    void blankMeansAllAndSaysSo() {
        browser.open(LATE);
        long two = count();
        browser.click("[data-control=port] button", "Clear");
        browser.untilText(QUESTION, text -> text.contains("from any port"));
        untilCountIsNot(two);
        assertThat(count()).isGreaterThan(two);
        browser.until(() -> browser.address().contains("port=&") ? true : null);
        browser.reload();
        browser.untilText(QUESTION, text -> text.contains("from any port"));
    }

    @Test
    void selectsAVesselFromTheDropdownAndTheQuestion() {
        browser.open(LATE);
        long any = count();
        browser.click("[data-control=vessel] .dropdown-face");
        browser.type("[data-control=vessel] input[type=search]", "dun");
        untilCountIsNot(any);
        browser.untilText(QUESTION, text -> text.contains("on Dunlin"));
        browser.click("[data-mark=vessel] button.mark");
        browser.click("[data-mark=vessel] .menu button", "any vessel");
        browser.untilText(QUESTION, text -> text.contains("on any vessel"));
        browser.untilText(COUNT, text -> text.matches("[\\d,]+") && number(text) == any);
    }

    @Test
    void describesAnOpenDateRange() {
        browser.open(LATE);
        long month = count();
        browser.click("[data-control=from] button", "Clear Departed, from");
        untilCountIsNot(month);
        assertThat(count()).isGreaterThan(month);
        browser.untilText("[data-control=from]", text -> text.contains("up to ") && text.contains("that day included"));
        browser.setDate("[data-control=from] input[type=date]", "2026-03-31");
        browser.untilText("[data-control=from]", text -> text.contains("1 day"));
    }

    @Test
    void tableLimitRunsOnlyTheTableStatement() {
        browser.open(LATE + "?port=&min_delay=&from=&rows=50");
        long all = count();
        browser.untilText("[data-test=row-count-text]", text -> text.matches("50 of [\\d,]+ rows"));
        long before = sentSoFar();
        browser.click("[data-control=rows] option[value='100']");
        browser.untilText("[data-test=row-count-text]", text -> text.matches("100 of [\\d,]+ rows"));
        assertThat(sentSoFar()).isEqualTo(before + 1);
        assertThat(count()).isEqualTo(all);
    }

    @Test
    void loadsMoreRowsOnDemand() {
        browser.open(LATE + "?port=&min_delay=&from=&to=&rows=0");
        browser.untilText("[data-test=row-count-text]", text -> text.startsWith("10,000 of"));
        browser.click("main button", "10,000 more");
        browser.untilText("[data-test=row-count-text]", text -> text.startsWith("20,000 of"));
        browser.click("[data-control=port] button", "Clear");
        browser.pick("[data-control=port]", "Ardlow");
        browser.untilText("[data-test=row-count-text]", text -> !text.startsWith("20,000 of"));
    }

    @Test
    void figuresShowTheirPreviousValue() {
        browser.open("/reports/vessel-diary?month=2026-03&quay=Ardlow");
        String first = browser.untilText(COUNT, text -> text.matches("[\\d,]+"));
        browser.pick("[data-control=state]", "Cancelled");
        browser.click("main button", "Show rows");
        browser.untilText("[data-test=previous-period]", text -> text.equals(first + " before"));
    }

    @Test
    void sortsByAColumn() {
        browser.open(LATE);
        count();
        browser.click("th button", "Late, min");
        browser.click("th button", "Late, min ↑");
        String latest = browser.text(".figure:nth-child(3) b").replaceAll("\\D", "");
        browser.untilText("tbody tr:first-child td:nth-child(4)", latest::equals);
    }

    @Test
    void emptyResultSaysWhatToDo() {
        browser.open(LATE + "?from=1999-01-01&to=1999-01-31");
        browser.untilText(".table-view", text -> text.contains("No rows match these choices."));
    }

    @Test
    void reportsABrokenLinkWithoutLosingChoices() {
        browser.open(LATE + "?port=Ardlo&from=2026-02-30&min_delay=soon&prot=1");
        browser.untilText("[data-control=port]", text -> text.contains("Did you mean “Ardlow”?"));
        browser.untilText("[data-control=from]", text -> text.contains("“2026-02-30” is not a date."));
        browser.untilText("[data-control=min_delay]", text -> text.contains("“soon” is not a whole number."));
        browser.untilText("main", text -> text.contains("Unknown parameter “prot”. Did you mean “port”?"));
        assertThat(browser.text(QUESTION)).contains("Ardlo", "2026-02-30", "soon");
        browser.click("button", "Reset");
        assertThat(count()).isPositive();
    }

    @Test
    void truncatesALongValueOfALink() {
        browser.open(LATE + "?port=" + "x".repeat(10_000));
        String said = browser.untilText("[data-control=port]", text -> text.contains("10,000 characters"));
        assertThat(said.lines()
                        .filter(line -> line.contains("10,000 characters"))
                        .findFirst()
                        .orElseThrow())
                .hasSizeLessThan(200);
        browser.click("[data-control=port] button", "Default");
        assertThat(count()).isPositive();
    }

    @Test
    void unknownReportAndAddressLinkElsewhere() {
        browser.open("/reports/late-crosings");
        browser.untilText("main", text -> text.contains("Did you mean “late-crossings”?"));
        browser.open("/nowhere");
        browser.untilText("main", text -> text.contains("Page not found."));
    }

    @Test
    void reportsAndReloadsAFailedAsset() {
        browser.open(LATE);
        assertThat(count()).isPositive();
        offline(() -> {
            browser.click(".bar button", "Download");
            browser.untilText("[role=alert]", text -> text.contains("could not be loaded"));
        });
        browser.click("[role=alert] button", "Load the page again");
        assertThat(count()).isPositive();
        browser.click(".bar button", "Download");
        browser.untilText(".panel", text -> text.contains("CSV"));
    }

    @Test
    void retriesWhenTheServerIsBack() {
        browser.open(LATE);
        long before = count();
        offline(() -> {
            browser.pick("[data-control=port]", "Corrin Bay");
            browser.untilText(".table-view .note", text -> text.contains("does not respond"));
        });
        untilCountIsNot(before);
        browser.untilText(QUESTION, text -> text.contains("Corrin Bay") || text.contains("1 more"));
        assertThat(browser.all(".note.bad")).isEmpty();
    }

    @Test
    void failedScreenLeavesTheBenchUnchanged() {
        browser.open("/queries/late-crossings");
        browser.untilText("main", text -> text.contains(":min_delay") && text.contains("The source accepts all"));
        String before = browser.text("main");
        offline(() -> {
            browser.click("nav a", "Sources");
            browser.untilText("[role=alert]", text -> text.contains("could not be loaded"));
            assertThat(browser.text("main")).isEqualTo(before);
        });
    }

    @Test
    void rerunOnTheBenchCancelsTheOlderStatement() {
        JsonNode query = api.post(
                        "/api/v1/queries",
                        Map.of(
                                "name",
                                "Slow one",
                                "source",
                                "ferries",
                                "text",
                                "select count(*) from crossings a, crossings b, crossings c where a.delay_min * b.delay_min > c.delay_min"))
                .json();
        String id = query.get("id").asString();
        browser.open("/queries/" + id);
        browser.until(() -> outcomeOf(id).equals("running") ? true : null);
        browser.click("button", "Run");
        browser.until(
                () -> api.get("/api/v1/sent?outcome=stopped&query=" + id).json().size() == 1 ? true : null);
        browser.click("button", "Stop");
        browser.until(() -> outcomeOf(id).equals("stopped") ? true : null);
    }

    @Test
    void newerChoiceCancelsOutdatedStatements() {
        String report = "late-crossings-at-the-harbour-server";
        String quick = api.get("/api/v1/queries/" + report).json().get("text").asString();
        makeLive(report, quick.replace("where p.name", "where (select true from pg_sleep(6)) and p.name"));
        try {
            browser.open("/reports/" + report);
            browser.until(() -> sent(report, "running").size() == 4 ? true : null);
            browser.pick("[data-control=port]", "Corrin Bay");
            browser.until(() -> sent(report, "stopped").size() == 4
                            && sent(report, "running").size() == 4
                    ? true
                    : null);
            browser.untilText(".kind-table", text -> text.contains("Running at the database"));
            browser.untilText("main", text -> text.contains("Waiting for other views of this page"));
            browser.click(".kind-table button", "Stop");
            browser.until(() -> sent(report, "stopped").size() == 5 ? true : null);
            browser.untilText(".kind-table", text -> text.contains("Stopped."));
        } finally {
            makeLive(report, quick);
        }
    }

    private JsonNode sent(String report, String outcome) {
        return api.get("/api/v1/sent?report=" + report + "&outcome=" + outcome).json();
    }

    private void makeLive(String query, String text) {
        int version = api.get("/api/v1/queries/" + query).json().get("version").asInt();
        api.send("PATCH", "/api/v1/queries/" + query, Map.of("text", text, "version", version));
        assertThat(api.post("/api/v1/queries/" + query + "/publish", Map.of("version", version + 1))
                        .status())
                .isEqualTo(200);
    }

    private String outcomeOf(String query) {
        JsonNode sent = api.get("/api/v1/sent?query=" + query).json();
        return sent.size() == 0 ? "" : sent.get(0).get("outcome").asString();
    }

    @ParameterizedTest
    @ValueSource(strings = {"late-crossings", "late-crossings-on-the-islands"})
    void pickedBarFiltersOtherViewsUntilReleased(String report) {
        browser.open("/reports/" + report);
        String all = browser.untilText("[data-test=row-count-text]", text -> text.contains("rows"));
        browser.focusAndPress(".picks button", "Only Skerrin");
        browser.untilText(".picked .pill", text -> text.startsWith("By port: only Skerrin"));
        browser.untilText("[data-test=row-count-text]", text -> text.contains("rows") && !text.equals(all));
        browser.untilText(".rows tbody td", "Skerrin"::equals);
        browser.click(".picked button");
        browser.untilText("[data-test=row-count-text]", all::equals);
    }
}
