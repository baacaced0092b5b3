package plainsieve.server.http.warmup;

import java.io.OutputStream;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import plainsieve.core.statement.Statement;
import plainsieve.server.body.RunBodies;
import plainsieve.server.http.reportpage.ReportContent;
import plainsieve.server.http.reportpage.ViewOrders;
import plainsieve.server.http.results.ReportPageRequest;
import plainsieve.server.http.results.ResultStreamWriter;
import plainsieve.server.http.results.RunStreaming;
import plainsieve.server.sources.Cancellations;
import plainsieve.sources.Column;
import plainsieve.sources.RunSummary;
import plainsieve.sources.jdbc.DuckDbWarmUp;
import tools.jackson.databind.json.JsonMapper;

/** Runs one request end to end after a start to warm up caches and compiled code. */
@Component
class WarmUpRequest {
    /** Languages whose date names are loaded. */
    private static final List<Locale> LANGUAGES = List.of(Locale.UK, Locale.US);

    private static final int ROWS = 1_000;
    private static final LocalDate FIRST_DAY = LocalDate.of(2026, 3, 1);

    private final WarmUpReport report;
    private final ReportContent answers;
    private final ViewOrders orders;
    private final RunStreaming runStreaming;
    private final JsonMapper json;

    WarmUpRequest(
            WarmUpReport report, ReportContent answers, ViewOrders orders, RunStreaming runStreaming, JsonMapper json) {
        this.report = report;
        this.answers = answers;
        this.orders = orders;
        this.runStreaming = runStreaming;
        this.json = json;
    }

    void run() {
        LANGUAGES.forEach(language -> request(report.body(), report.readerRequest(), language));
        answer();
    }

    private void request(RunBodies.PageRun body, ViewOrders.For whom, Locale language) {
        List<ReportPageRequest.View> views = body.views().stream()
                .map(one -> orders.ofPage(whom.report(), one, () -> whom))
                .toList();
        ReportPageRequest page = new ReportPageRequest(
                new Cancellations.RunKey(whom.caller().owner(), body.runId()),
                views,
                body.question()
                        .map(asked -> () -> answers.question(
                                whom.project(), whom.caller(), whom.report(), asked.choices(), language)));
        runStreaming.run(page, OutputStream::nullOutputStream);
    }

    /** The same with rows of an embedded engine. */
    void runOnEngine() {
        DuckDbWarmUp.run(toNobody());
    }

    private ResultStreamWriter toNobody() {
        ResultStreamWriter stream =
                new ResultStreamWriter(OutputStream.nullOutputStream(), json, Clock.systemUTC(), false, id -> {});
        stream.sent(1, new Statement("", List.of(), List.of(), Statement.NO_CAP));
        return stream;
    }

    private void answer() {
        ResultStreamWriter stream = toNobody();
        stream.columns(Stream.of(Column.Kind.values())
                .map(kind -> new Column(kind.name(), "", kind))
                .toList());
        for (long row = 0; row < ROWS; row++) {
            LocalDate day = FIRST_DAY.plusDays(row);
            stream.row(new Object[] {"Lunna", row, row / 2.0, BigDecimal.valueOf(row, 2), day, day.atTime(9, 5), true});
        }
        stream.completed(new RunSummary(ROWS, ROWS, 1, 1));
    }
}
