package plainsieve.e2e;

import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.openqa.selenium.Keys;
import plainsieve.server.ProjectUpload;
import plainsieve.server.RunningServer;

/** Lists, dependent lists, and lists of tens of thousands of values on database servers. */
class ServerListsTest extends BrowserTest {
    private void bringInPorts(String source) throws Exception {
        String yaml = """
                parameters:
                - {name: @_island, label: Island, multiple: true, list: {column: {source: @, table: ports, column: island}, counts: true}}
                - {name: @_quay, label: Quay, multiple: true, when-unlisted: drop, list: {query: quays-@}}
                - {name: @_ticket, label: Ticket, multiple: true, list: {query: tickets-@}}
                queries:
                - {id: quays-@, name: Quays @, source: @, file: quays.sql}
                - {id: tickets-@, name: Tickets @, source: @, file: tickets.sql}
                - {id: ports-@, name: Ports @, source: @, file: ports.sql}
                reports:
                - id: ports-@
                  name: Ports @
                  question: "Ports[ of {@_island}][, namely {@_quay}][, tickets {@_ticket}]"
                  controls:
                  - {kind: slicer, label: Island, parameters: [@_island]}
                  - {kind: dropdown, label: Quay, parameters: [@_quay]}
                  - {kind: search, label: Ticket, parameters: [@_ticket]}
                  views: [{id: ports, kind: table, title: Ports, query: ports-@}]
                """;
        String tickets = source.equals("islands")
                ? "select cast(seq as char) as code, concat('Ticket ', seq) as label from seq_1_to_30000"
                : "select i::text as code, 'Ticket ' || i as label from generate_series(1, 30000) i";
        ProjectUpload.importProject(
                RunningServer.get().address(),
                Map.of(
                        "project.yaml", yaml.replace("@", source),
                        "quays.sql",
                                "select name from ports where island in (:@_island) order by name".replace("@", source),
                        "tickets.sql", tickets,
                        "ports.sql",
                                "select port_id, name, island from ports where island in (:@_island) and name in (:@_quay) and (:@_ticket is null or cast(port_id as char(9)) in (:@_ticket)) order by name"
                                        .replace("@", source)));
    }

    @ParameterizedTest
    @ValueSource(strings = {"harbour", "islands"})
    void listsAndDependentListsComeFromServers(String source) throws Exception {
        bringInPorts(source);
        browser.open("/reports/ports-" + source);
        browser.untilText("[data-test=row-count-text]", "14 rows"::equals);
        browser.untilText(
                "[data-control=" + source + "_island]", text -> text.contains("Hethra") && text.contains("3"));
        browser.pick("[data-control=" + source + "_island]", "Tarn");
        browser.untilText("[data-test=row-count-text]", "2 rows"::equals);
        browser.click("[data-control=" + source + "_quay] .dropdown-face");
        browser.untilText("[data-control=" + source + "_quay] [role=listbox]", "Brae O'Noth\nTarn Quay"::equals);
        browser.pick("[data-control=" + source + "_quay]", "Brae O'Noth");
        browser.untilText("[data-test=row-count-text]", "1 row"::equals);
        browser.press(Keys.ESCAPE);
        browser.pick("[data-control=" + source + "_island]", "Vessay");
        browser.pick("[data-control=" + source + "_island]", "Tarn");
        browser.untilText("main", text -> text.contains("Quay: “Brae O'Noth” does not match the other choices"));
        browser.untilText("[data-test=row-count-text]", "2 rows"::equals);

        String ticket = "[data-control=" + source + "_ticket]";
        browser.see(ticket + " input[type=search]").sendKeys("ticket 2999");
        browser.untilText(ticket + " [role=listbox]", text -> text.startsWith("Ticket 2999"));
        browser.press(Keys.ARROW_DOWN, Keys.ENTER);
        browser.untilText(".question-row", text -> text.contains("tickets Ticket 29990"));
        String many = IntStream.rangeClosed(1, 500).mapToObj(i -> "Ticket " + i).collect(Collectors.joining("\n"))
                + "\nNowhere";
        browser.paste(ticket + " input[type=search]", many.replace("Ticket ", ""));
        browser.untilText(
                ticket,
                text -> text.contains("501 chosen") || text.contains("pasted value is not on the list: Nowhere"));
        browser.untilText(".question-row", text -> text.contains("and 499 more"));
        browser.untilText("[data-test=row-count-text]", "2 rows"::equals);
    }
}
