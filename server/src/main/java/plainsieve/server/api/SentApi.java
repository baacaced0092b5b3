package plainsieve.server.api;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.project.Json;
import plainsieve.server.project.NotFound;
import plainsieve.server.project.Queries;
import plainsieve.server.records.QueryRow;
import plainsieve.server.records.SentRow;
import plainsieve.server.runs.SentLog;

/** The statements that were sent, newest first. */
@RestController
@RequestMapping("/api/sent")
class SentApi {
    private static final int MOST = 200;

    private final SentLog log;
    private final Queries queries;
    private final Json json;

    SentApi(SentLog log, Queries queries, Json json) {
        this.log = log;
        this.queries = queries;
        this.json = json;
    }

    @GetMapping
    List<Bodies.SentLine> latest(
            @RequestParam(defaultValue = "9223372036854775807") long before,
            @RequestParam(defaultValue = "") String report,
            @RequestParam(defaultValue = "") String query,
            @RequestParam(defaultValue = "") String outcome,
            @RequestParam(defaultValue = "50") int limit) {
        Map<String, String> names = queries.all().stream().collect(Collectors.toMap(QueryRow::id, QueryRow::name));
        return log.latest(before, report, query, outcome, Math.max(1, Math.min(limit, MOST))).stream()
                .map(row -> line(row, names))
                .toList();
    }

    @GetMapping("/{id}")
    Bodies.SentLine one(@PathVariable long id) {
        SentRow row = log.find(id).orElseThrow(() -> new NotFound("statement", Long.toString(id), List.of()));
        return line(row, Map.of(row.queryId(), queries.get(row.queryId()).name()));
    }

    private Bodies.SentLine line(SentRow row, Map<String, String> names) {
        return new Bodies.SentLine(
                row.id(),
                row.sentAt().toString(),
                row.sourceId(),
                row.queryId(),
                names.getOrDefault(row.queryId(), row.queryId()),
                row.reportId(),
                row.viewId(),
                row.cause(),
                row.text(),
                Arrays.asList(json.read(row.boundValues(), SentLog.SentValue[].class)),
                row.outcome(),
                row.problem(),
                row.fetched(),
                row.shown(),
                row.databaseMs(),
                row.totalMs());
    }
}
