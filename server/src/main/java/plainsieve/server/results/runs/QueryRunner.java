package plainsieve.server.results.runs;

import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import plainsieve.core.evidence.Verdict;
import plainsieve.core.rewrite.ErrorLocation;
import plainsieve.core.statement.Statement;
import plainsieve.core.steps.compile.StepsAnalysis;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.TextLocation;
import plainsieve.server.sources.EvidenceCollector;
import plainsieve.server.sources.RunListener;
import plainsieve.server.sources.StatementSender;
import plainsieve.server.sources.sent.StatementOrigin;
import plainsieve.sources.ResponsePreview;
import plainsieve.sources.SourceFailure;

/** Runs a request end to end: rewrites its query for the choices, sends the statement and streams the rows. */
@Service
public class QueryRunner {
    private final RequestRewriter rewriter;
    private final StatementSender statementSender;
    private final EvidenceCollector evidenceCollector;

    QueryRunner(RequestRewriter rewriter, StatementSender statementSender, EvidenceCollector evidenceCollector) {
        this.rewriter = rewriter;
        this.statementSender = statementSender;
        this.evidenceCollector = evidenceCollector;
    }

    /**
     * Runs an order to its end.
     *
     * @throws ProblemException when a choice or the query cannot be used
     * @throws SourceFailure when the source fails; with the place in the author's text
     */
    public void run(RunRequest request, RunListener listener) {
        run(prepare(request), request.runId(), listener);
    }

    /** A prepared request. @param origin source, caller and purpose */
    public record PreparedRun(RunRequest order, StatementOrigin origin, Statement statement) {}

    /** Prepares the statement of a request. Throws {@link ProblemException} if a choice or the query is unusable. */
    public PreparedRun prepare(RunRequest request) {
        RequestRewriter.RoutedStatement made = rewriter.rewrite(request);
        return new PreparedRun(request, made.origin(), made.statement());
    }

    /** Executes a prepared request. @param runId cancels it. Throws {@link SourceFailure} like {@link #run(RunOrder, RunListener)} */
    public void run(PreparedRun ready, String runId, RunListener listener) {
        try {
            statementSender.send(runId, ready.origin(), ready.statement(), listener);
        } catch (SourceFailure e) {
            throw locate(e, ready.order(), ready.statement());
        }
    }

    private static SourceFailure locate(SourceFailure failure, RunRequest request, Statement statement) {
        if (failure.kind() != SourceFailure.Kind.REFUSED_STATEMENT) {
            return failure;
        }
        Optional<StepsAnalysis> steps = RequestRewriter.steps(request);
        String sql = steps.map(analysis -> analysis.statement().sql())
                .orElse(request.text().written());
        Optional<TextLocation> inSql = ErrorLocation.of(
                sql, statement, failure.position(), failure.getMessage(), RequestRewriter.dialect(request));
        return failure.at(
                steps.isEmpty()
                        ? inSql
                        : inSql.flatMap(
                                location -> steps.get().place(request.text().written(), location)));
    }

    /**
     * The plan of an order: the database reads the statement as it would for the run, but does not run it.
     *
     * @throws ProblemException as {@link #check}
     * @throws SourceFailure when the database would refuse it; with the place in the author's text
     */
    public List<Verdict> plan(RunRequest request) {
        RequestRewriter.RoutedStatement made = rewriter.rewrite(request);
        try {
            return evidenceCollector.explain(made.origin(), made.statement(), false).judged().stream()
                    .map(EvidenceCollector.PlacedVerdict::verdict)
                    .toList();
        } catch (SourceFailure e) {
            throw locate(e, request, made.statement());
        }
    }

    /** The statement of a request. Throws {@link ProblemException} like {@link #check}. */
    public Statement statementOf(RunRequest request) {
        return rewriter.rewrite(request).statement();
    }

    /** Previews the raw response to a web request. Throws like {@link #run}. */
    public ResponsePreview preview(RunRequest request) {
        RequestRewriter.RoutedStatement made = rewriter.rewrite(request);
        return statementSender.preview(made.origin(), made.statement());
    }

    /** Throws every problem of an order's choices or text, without sending anything. */
    public void check(RunRequest request) {
        rewriter.rewrite(request);
    }
}
