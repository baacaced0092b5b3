package plainsieve.server.api;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.server.downloads.Downloads;
import plainsieve.server.downloads.FileHeader;
import plainsieve.server.downloads.Format;
import plainsieve.server.project.Parameters;
import plainsieve.server.project.Report;
import plainsieve.server.project.ReportDefinition;
import plainsieve.server.project.Reports;
import plainsieve.server.runs.Questions;

/** Full answers as files. A file is ordered, then fetched; its run is stopped like any other. */
@RestController
@RequestMapping("/api")
class DownloadsApi {
    private final Reports reports;
    private final Parameters parameters;
    private final ReportOrders orders;
    private final Questions questions;
    private final Downloads downloads;
    private final Clock clock;

    DownloadsApi(
            Reports reports,
            Parameters parameters,
            ReportOrders orders,
            Questions questions,
            Downloads downloads,
            Clock clock) {
        this.reports = reports;
        this.parameters = parameters;
        this.orders = orders;
        this.questions = questions;
        this.downloads = downloads;
        this.clock = clock;
    }

    /** Orders a file with every row of a table. What cannot be chosen is told here. */
    @PostMapping("/reports/{id}/views/{viewId}/downloads")
    Bodies.DownloadBody order(
            @PathVariable String id, @PathVariable String viewId, @RequestBody Bodies.NewDownload body, Locale locale) {
        Report report = reports.get(id);
        Format format = Format.ofWord(body.format())
                .orElseThrow(() -> new ProblemException(Problem.of(
                        "unknown-format",
                        "“%s” is no format of a download.".formatted(body.format()),
                        "Use csv, xlsx or json.")));
        Questions.Question question =
                questions.ask(report, orders.asked(report, ReportsApi.texts(body.choices()), body.signed()), locale);
        String name =
                "%s %s.%s".formatted(report.name(), clock.instant().toString().substring(0, 10), format.extension());
        downloads.order(
                orders.download(report, viewId, body),
                format,
                header(report, report.view(viewId), question, body.above()),
                name);
        return new Bodies.DownloadBody(body.runId(), name);
    }

    private FileHeader header(Report report, ReportDefinition.View view, Questions.Question question, boolean above) {
        List<Map.Entry<String, String>> choices = new ArrayList<>();
        question.chosen().texts().forEach((name, text) -> {
            if (parameters.all().containsKey(name)) {
                choices.add(Map.entry(parameters.get(name).label(), written(text)));
            }
        });
        Map<String, String> labels = new LinkedHashMap<>();
        view.columns().forEach(column -> labels.put(column.name(), column.label()));
        return new FileHeader(
                report.name(),
                question.said().sentence(),
                choices,
                clock.instant().toString(),
                above,
                labels);
    }

    private static String written(ChoiceText text) {
        return switch (text.kind()) {
            case BLANK -> "";
            case ALL -> "(all)";
            case VALUES -> String.join("; ", text.values()) + (text.withoutValue() ? "; (no value)" : "");
        };
    }

    /** The file, as its rows come from the source. One that fails on the way breaks off. */
    @GetMapping("/downloads/{runId}")
    void file(@PathVariable String runId, HttpServletRequest request, HttpServletResponse response) throws IOException {
        Downloads.Download download = downloads.get(runId);
        response.setContentType(download.format().mediaType());
        response.setHeader(
                HttpHeaders.CONTENT_DISPOSITION,
                ContentDisposition.attachment()
                        .filename(download.fileName(), StandardCharsets.UTF_8)
                        .build()
                        .toString());
        response.setHeader(HttpHeaders.CACHE_CONTROL, "no-store");
        try {
            downloads.write(download, response.getOutputStream());
        } catch (RuntimeException e) {
            if (!response.isCommitted()) {
                response.reset();
                throw e;
            }
            request.setAttribute(BrokenAnswers.BROKEN, e.getMessage());
        }
    }

    /** How far a file is. */
    @GetMapping("/downloads/{runId}/progress")
    Downloads.Progress progress(@PathVariable String runId) {
        return downloads.get(runId).progress();
    }
}
