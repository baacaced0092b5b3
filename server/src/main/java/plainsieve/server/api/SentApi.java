package plainsieve.server.api;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.server.project.NotFound;
import plainsieve.server.project.Queries;
import plainsieve.server.proof.Comparing;
import plainsieve.server.proof.Proofs;
import plainsieve.server.records.QueryRow;
import plainsieve.server.records.SentRow;
import plainsieve.server.records.SentWanted;
import plainsieve.server.sent.SentLog;

/** The statements that were sent: what they were, where their choices ran, how two of them differ. */
@RestController
@RequestMapping("/api/sent")
class SentApi {
    private static final int MOST = 200;

    private final SentLog log;
    private final Queries queries;
    private final Proofs proofs;
    private final Comparing comparing;

    SentApi(SentLog log, Queries queries, Proofs proofs, Comparing comparing) {
        this.log = log;
        this.proofs = proofs;
        this.comparing = comparing;
        this.queries = queries;
    }

    @GetMapping
    List<Bodies.SentLine> latest(
            @RequestParam(defaultValue = "9223372036854775807") long before,
            @RequestParam(defaultValue = "") String report,
            @RequestParam(defaultValue = "") String query,
            @RequestParam(defaultValue = "") String source,
            @RequestParam(defaultValue = "") String outcome,
            @RequestParam(defaultValue = "") String cause,
            @RequestParam(defaultValue = "") String search,
            @RequestParam(defaultValue = "new") String order,
            @RequestParam(defaultValue = "50") int limit) {
        Map<String, String> names = queries.all().stream().collect(Collectors.toMap(QueryRow::id, QueryRow::name));
        SentWanted wanted = new SentWanted(report, query, source, outcome, cause, search.strip(), order);
        return log.latest(before, wanted, Math.max(1, Math.min(limit, MOST))).stream()
                .map(row -> line(row, names))
                .toList();
    }

    /** Where each choice ran; the first time, the database is asked. */
    @GetMapping("/{id}/proof")
    Proofs.Proof proof(@PathVariable long id) {
        return proofs.of(id, false);
    }

    /** The same with rows counted: the database runs the statement once more, to its end. */
    @PostMapping("/{id}/proof")
    Proofs.Proof measure(@PathVariable long id) {
        return proofs.of(id, true);
    }

    /** The statement as text that runs in any client of its database; a private value stands as its parameter's name. */
    @GetMapping("/{id}/text")
    Bodies.RunnableStatement text(@PathVariable long id) {
        return new Bodies.RunnableStatement(comparing.runnable(id));
    }

    /** Two statements beside each other: what differs, and the first rows in which they do. */
    @GetMapping("/{id}/against/{other}")
    Comparing.Compared compare(@PathVariable long id, @PathVariable long other) {
        return comparing.compare(id, other);
    }

    @GetMapping("/{id}")
    Bodies.SentLine one(@PathVariable long id) {
        SentRow row = log.find(id).orElseThrow(() -> new NotFound("statement", Long.toString(id), List.of()));
        return line(row, queries.all().stream().collect(Collectors.toMap(QueryRow::id, QueryRow::name)));
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
                log.values(row),
                row.outcome(),
                row.problem(),
                row.fetched(),
                row.shown(),
                row.databaseMs(),
                row.totalMs());
    }
}
