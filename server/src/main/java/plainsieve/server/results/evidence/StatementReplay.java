package plainsieve.server.results.evidence;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import org.springframework.stereotype.Service;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.federation.FederatedQueryText;
import plainsieve.core.federation.SourcePart;
import plainsieve.core.request.SentRequest;
import plainsieve.core.statement.RunnableText;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.people.Caller;
import plainsieve.server.records.sent.SentRow;
import plainsieve.server.sources.StatementSender;
import plainsieve.server.sources.sent.Purpose;
import plainsieve.server.sources.sent.SentLog;
import plainsieve.server.sources.sent.SentValue;
import plainsieve.server.sources.sent.SentValues;
import plainsieve.server.sources.sent.StatementOrigin;

/** Reruns logged statements to compare them. */
@Service
public class StatementReplay {
    private static final int SHOWN = 5;

    private final SentLog log;
    private final StatementSender statementSender;

    StatementReplay(SentLog log, StatementSender statementSender) {
        this.log = log;
        this.statementSender = statementSender;
    }

    /**
     * The difference between two statements.
     *
     * @param sameText whether only values differ
     * @param sameRows whether the compared rows are the same, in any order
     * @param firstDifference the first different row, from 1; 0 if there is none
     * @param left rows of the first from there on
     * @param right rows of the second from there on
     */
    public record StatementComparison(
            boolean sameText,
            boolean sameRows,
            AnswerDigest.ResultSummary first,
            AnswerDigest.ResultSummary second,
            long firstDifference,
            List<List<String>> left,
            List<List<String>> right) {}

    public StatementComparison compare(Project project, Caller caller, long first, long second) {
        SentRow one = row(project, first);
        SentRow other = row(project, second);
        AnswerDigest left = answered(project, caller, one);
        AnswerDigest right = answered(project, caller, other);
        int at = firstDifference(left.rows(), right.rows());
        return new StatementComparison(
                one.text().equals(other.text()),
                left.sameRowsAs(right),
                left.side(first),
                right.side(second),
                at < 0 ? 0 : at + 1L,
                from(left.rows(), at),
                from(right.rows(), at));
    }

    private SentRow row(Project project, long id) {
        return log.find(project, id)
                .orElseThrow(() -> new NotFoundException("statement", Long.toString(id), List.of()));
    }

    private AnswerDigest answered(Project project, Caller caller, SentRow row) {
        Statement sent = log.again(row)
                .orElseThrow(() -> new ProblemException(Problem.of(
                        ProblemKind.NOT_SUPPORTED,
                        "Statement %d had private values, which are not stored.".formatted(row.id()),
                        "Run it again, then compare.")));
        Statement limited =
                new Statement(sent.text(), sent.values(), List.of(), Math.min(sent.cap(), AnswerDigest.MOST_ROWS));
        AnswerDigest digest = new AnswerDigest();
        StatementOrigin origin =
                new StatementOrigin(project, caller, row.sourceId(), row.queryId(), Purpose.COMPARISON);
        statementSender.send(origin, limited, digest);
        return digest;
    }

    private static int firstDifference(List<List<String>> left, List<List<String>> right) {
        int shared = Math.min(left.size(), right.size());
        for (int i = 0; i < shared; i++) {
            if (!Objects.equals(left.get(i), right.get(i))) {
                return i;
            }
        }
        return left.size() == right.size() ? -1 : shared;
    }

    private static List<List<String>> from(List<List<String>> rows, int at) {
        return at < 0 ? List.of() : rows.subList(Math.min(at, rows.size()), Math.min(at + SHOWN, rows.size()));
    }

    /**
     * The statement as text that runs in any client of its database, or the request as it was sent; a private value is as the
     * parameter's name.
     */
    public String runnable(Project project, long id) {
        SentRow row = row(project, id);
        Dialect dialect = project.dialect(row.sourceId());
        if (SentRequest.isOne(row.text())) {
            return log.again(row)
                    .map(SentRequest::of)
                    .map(request -> request.front() + RunnableText.of(request.sql(), dialect))
                    .orElse(row.text());
        }
        Optional<FederatedQueryText> sides = FederatedQueryText.isOne(row.text())
                ? Optional.of(FederatedQueryText.read(row.text()))
                : Optional.empty();
        Dialect own = sides.isPresent() ? Dialects.HERE : dialect;
        SortedMap<Integer, String> literals = new TreeMap<>();
        for (SentValue value : log.values(row)) {
            boolean hidden = value.hidesValue();
            Dialect there = sides.flatMap(text -> text.at(value.offset()))
                    .map(SourcePart::dialect)
                    .orElse(own);
            literals.put(
                    value.offset(),
                    hidden ? ":" + value.parameter() : RunnableText.literal(SentValues.bound(value), there));
        }
        return RunnableText.of(row.text(), literals);
    }
}
