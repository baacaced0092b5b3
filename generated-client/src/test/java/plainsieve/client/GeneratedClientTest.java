package plainsieve.client;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatExceptionOfType;

import java.nio.file.Files;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import plainsieve.client.api.DownloadsApi;
import plainsieve.client.api.QueriesApi;
import plainsieve.client.api.ReportEditorApi;
import plainsieve.client.api.ReportsApi;
import plainsieve.client.model.ChoiceForm;
import plainsieve.client.model.DownloadRequest;
import plainsieve.client.model.PublishedVersion;
import plainsieve.client.model.QueryBody;
import plainsieve.client.model.QueryForm;
import plainsieve.client.model.ReportBody;
import plainsieve.client.model.ReportCard;
import plainsieve.client.model.SeenVersion;
import plainsieve.client.model.ViewBody;
import plainsieve.server.AnotherServer;

/** A client generated from the OpenAPI document by a standard generator can do the job of a report developer. */
class GeneratedClientTest {
    private static final String PROJECT = "home";

    private static AnotherServer server;
    private static ApiClient client;

    @BeforeAll
    static void start() throws Exception {
        server = AnotherServer.on(AnotherServer.folderOfFerries());
        client = new ApiClient();
        client.updateBaseUri(server.address());
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @Test
    void createsPublishesAndRunsAReport() throws Exception {
        QueriesApi queries = new QueriesApi(client);
        ReportsApi reports = new ReportsApi(client);
        QueryBody query = queries.createQuery(
                PROJECT,
                new QueryForm()
                        .name("Departures by port")
                        .source("ferries")
                        .text("select p.name, count(*) as departures from crossings join ports p using (port_id)"
                                + " where p.name in (:port) group by p.name"),
                null);
        queries.publishQuery(
                PROJECT, query.getId(), new PublishedVersion().version(query.getVersion()), "the first version");
        String id = queries.createReportFromQuery(PROJECT, query.getId(), null).getId();
        ReportBody report =
                new ReportEditorApi(client).getReportEditor(PROJECT, id).getReport();
        new ReportEditorApi(client)
                .publishReport(PROJECT, id, new SeenVersion().version(report.getVersion()), "for the harbour office");

        List<String> listed = reports.listReports(PROJECT, null, null).stream()
                .map(ReportCard::getId)
                .toList();
        assertThat(listed).contains(id);
        assertThat(rowsOf(id)).containsExactly("Name,Departures", "Ardlow,482");
    }

    /** The table of a report for the port of Ardlow, as CSV. */
    private static List<String> rowsOf(String report) throws Exception {
        String view = new ReportsApi(client)
                .getReport(PROJECT, report).getDefinition().getViews().stream()
                        .filter(one -> one.getKind() == ViewBody.KindEnum.TABLE)
                        .map(ViewBody::getId)
                        .findFirst()
                        .orElseThrow();
        ChoiceForm ardlow = new ChoiceForm()
                .kind(ChoiceForm.KindEnum.VALUES)
                .values(List.of("Ardlow"))
                .withoutValue(false);
        DownloadRequest request = new DownloadRequest()
                .runId("0123456789abcdef")
                .format(DownloadRequest.FormatEnum.CSV)
                .putChoicesItem("port", ardlow);
        DownloadsApi downloads = new DownloadsApi(client);
        String run = downloads.createDownload(PROJECT, report, view, request).getId();
        return Files.readAllLines(downloads.getDownload(PROJECT, run).toPath());
    }

    @Test
    void pagesThroughAList() throws Exception {
        ReportsApi reports = new ReportsApi(client);
        List<ReportCard> first = reports.listReports(PROJECT, 1, null);
        List<ReportCard> second = reports.listReports(PROJECT, 1, first.get(0).getId());
        assertThat(first).hasSize(1);
        assertThat(second).doesNotContainAnyElementsOf(first);
    }

    @Test
    void reportsErrors() {
        assertThatExceptionOfType(ApiException.class)
                .isThrownBy(() -> new ReportsApi(client).getReport(PROJECT, "sunk"))
                .satisfies(error -> {
                    assertThat(error.getCode()).isEqualTo(404);
                    assertThat(error.getResponseBody()).contains("\"advice\"");
                });
    }
}
