package plainsieve.server.api.viewer;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
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
import plainsieve.core.view.Part;
import plainsieve.core.view.Shown;
import plainsieve.core.view.View;
import plainsieve.server.api.Noted;
import plainsieve.server.api.Route;
import plainsieve.server.api.Staged;
import plainsieve.server.api.body.ChoiceBody;
import plainsieve.server.api.body.RunBodies;
import plainsieve.server.downloads.Downloads;
import plainsieve.server.downloads.FileHeader;
import plainsieve.server.downloads.Format;
import plainsieve.server.people.Asker;
import plainsieve.server.people.Role;
import plainsieve.server.project.Project;
import plainsieve.server.project.Report;
import plainsieve.server.project.Stage;
import plainsieve.server.runs.AskedChoices;
import plainsieve.server.runs.PickedWords;
import plainsieve.server.runs.Questions;
import plainsieve.server.runs.ReportOrders;
import plainsieve.server.runs.RunOrder;

/** Full answers as files. A file is ordered, then fetched; its run is stopped like any other. */
@RestController
@RequestMapping("/api/projects/{project}")
@Route(Role.VIEWER)
class DownloadsApi {
    private final ReportOrders orders;
    private final LinkedAskers askers;
    private final Questions questions;
    private final Downloads downloads;
    private final Clock clock;

    DownloadsApi(ReportOrders orders, LinkedAskers askers, Questions questions, Downloads downloads, Clock clock) {
        this.orders = orders;
        this.askers = askers;
        this.questions = questions;
        this.downloads = downloads;
        this.clock = clock;
    }

    /** Orders a file with every row of a table. What cannot be chosen is told here. */
    @PostMapping("/reports/{id}/views/{viewId}/downloads")
    @Noted("ordered a download")
    RunBodies.DownloadBody order(
            @Staged(Stage.LIVE) Project project,
            Asker asker,
            @PathVariable String id,
            @PathVariable String viewId,
            @Valid @RequestBody RunBodies.NewDownload body,
            Locale locale) {
        Report report = askers.given(project, id, asker);
        View view = report.view(viewId);
        Format format = Format.ofWord(body.format())
                .orElseThrow(() -> new ProblemException(Problem.of(
                        "unknown-format",
                        "“%s” is no format of a download.".formatted(body.format()),
                        "Use csv, csv-exact, xlsx, parquet or json.")));
        AskedChoices choices = ReportOrders.choices(
                project, askers.of(project, id, asker, body.signed()), report, ChoiceBody.texts(body.choices()));
        Questions.Question question = questions.ask(project, report, choices, locale);
        String name =
                "%s %s.%s".formatted(report.name(), clock.instant().toString().substring(0, 10), format.extension());
        List<RunOrder.ColumnFilter> picked = RunBodies.filters(body.filters());
        ReportOrders.Asked asked = new ReportOrders.Asked(
                body.runId(),
                RunOrder.Text.live(project.query(view.queryId())),
                view,
                Part.MAIN,
                body.sort(),
                picked,
                1);
        FileHeader header = new FileHeader(
                report.name(),
                question.said().sentence() + PickedWords.behindQuestion(picked),
                inWords(project, question, picked),
                clock.instant().toString(),
                body.above(),
                labels(view));
        downloads.order(orders.download(project, report, choices, asked), format, header, name);
        return new RunBodies.DownloadBody(body.runId(), name);
    }

    private static List<Map.Entry<String, String>> inWords(
            Project project, Questions.Question question, List<RunOrder.ColumnFilter> picked) {
        List<Map.Entry<String, String>> choices = new ArrayList<>();
        question.chosen().texts().forEach((name, text) -> {
            if (project.parameters().containsKey(name)) {
                choices.add(Map.entry(project.parameter(name).label(), written(text)));
            }
        });
        picked.forEach(filter ->
                choices.add(Map.entry("only " + PickedWords.column(filter.column()), PickedWords.values(filter))));
        return choices;
    }

    private static Map<String, String> labels(View view) {
        Map<String, String> labels = new LinkedHashMap<>();
        if (view.shown() instanceof Shown.Table table) {
            table.columns().forEach(column -> labels.put(column.name(), column.label()));
        }
        return labels;
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
    void file(
            Project project,
            Asker asker,
            @PathVariable String runId,
            HttpServletRequest request,
            HttpServletResponse response)
            throws IOException {
        Downloads.Download download = downloads.get(project, asker, runId);
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
    Downloads.Progress progress(Project project, Asker asker, @PathVariable String runId) {
        return downloads.get(project, asker, runId).progress();
    }
}
