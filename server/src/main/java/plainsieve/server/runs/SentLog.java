package plainsieve.server.runs;

import java.time.Clock;
import java.util.List;
import org.springframework.stereotype.Service;
import plainsieve.core.rewrite.Bound;
import plainsieve.core.rewrite.BoundValue;
import plainsieve.core.rewrite.Statement;
import plainsieve.server.project.Json;
import plainsieve.server.records.SentRecords;
import plainsieve.server.records.SentRow;
import plainsieve.sources.Answer;

/** Writes down every statement before it is sent, and how it went after. */
@Service
public class SentLog {
    private static final int KEEP = 20_000;
    private static final int PRUNE_EVERY = 500;

    private final SentRecords records;
    private final Json json;
    private final Clock clock;

    SentLog(SentRecords records, Json json, Clock clock) {
        this.records = records;
        this.json = json;
        this.clock = clock;
        records.closeRunning();
    }

    /** A bound value as Sent shows it: many values stand together under one placeholder. */
    public record SentValue(String parameter, int offset, String type, List<String> values) {}

    SentRow begin(RunOrder order, Statement statement) {
        SentRow row = new SentRow(
                0,
                order.runId(),
                clock.instant(),
                order.query().sourceId(),
                order.query().id(),
                order.purpose().reportId(),
                order.purpose().viewId(),
                order.purpose().cause(),
                statement.text(),
                json.write(values(statement)),
                "running",
                "",
                0,
                0,
                0,
                0);
        long id = records.add(row);
        if (id % PRUNE_EVERY == 0) {
            records.prune(KEEP);
        }
        return withId(row, id);
    }

    void done(SentRow row, Answer answer) {
        records.finish(finished(row, "done", "", answer));
    }

    void failed(SentRow row, String outcome, String problem, double millis) {
        records.finish(finished(row, outcome, problem, new Answer(0, 0, millis, millis)));
    }

    /** The values of a statement as Sent shows them. */
    public static List<SentValue> values(Statement statement) {
        return statement.values().stream().map(SentLog::value).toList();
    }

    private static SentValue value(BoundValue value) {
        Bound bound = value.bound();
        if (bound instanceof Bound.Single single) {
            return new SentValue(
                    value.parameter(),
                    value.offset(),
                    single.value().type().word(),
                    List.of(single.value().written()));
        }
        if (bound instanceof Bound.Array array) {
            List<String> written = array.values().stream().map(v -> v.written()).toList();
            return new SentValue(value.parameter(), value.offset(), array.type().word() + "[]", written);
        }
        if (bound instanceof Bound.RowCount count) {
            return new SentValue(value.parameter(), value.offset(), "integer", List.of(Long.toString(count.rows())));
        }
        return new SentValue(
                value.parameter(),
                value.offset(),
                ((Bound.Nothing) bound).type().word(),
                List.of());
    }

    private static SentRow withId(SentRow row, long id) {
        return new SentRow(
                id,
                row.runId(),
                row.sentAt(),
                row.sourceId(),
                row.queryId(),
                row.reportId(),
                row.viewId(),
                row.cause(),
                row.text(),
                row.boundValues(),
                row.outcome(),
                row.problem(),
                0,
                0,
                0,
                0);
    }

    private static SentRow finished(SentRow row, String outcome, String problem, Answer answer) {
        return new SentRow(
                row.id(),
                row.runId(),
                row.sentAt(),
                row.sourceId(),
                row.queryId(),
                row.reportId(),
                row.viewId(),
                row.cause(),
                row.text(),
                row.boundValues(),
                outcome,
                problem,
                answer.fetched(),
                answer.shown(),
                answer.databaseMillis(),
                answer.totalMillis());
    }
}
