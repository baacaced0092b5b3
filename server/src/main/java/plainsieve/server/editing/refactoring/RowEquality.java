package plainsieve.server.editing.refactoring;

import org.springframework.stereotype.Service;
import plainsieve.core.statement.Statement;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.results.runs.QueryRunner;
import plainsieve.server.results.runs.RequestedChoices;
import plainsieve.server.results.runs.RunRequest;
import plainsieve.server.sources.sent.Purpose;

/** Runs two texts with the same choices and compares all of their rows. */
@Service
public class RowEquality {
    private final QueryRunner queryRunner;

    RowEquality(QueryRunner queryRunner) {
        this.queryRunner = queryRunner;
    }

    /** How many rows each has, and whether they are the same in any order, under the same names. */
    public record RowCounts(long first, long second, boolean same) {}

    /** @param runId cancels the current run */
    public RowCounts of(
            Project project, RequestedChoices requested, String runId, RunRequest.Text first, RunRequest.Text second) {
        RowsDigest one = run(project, first, requested, runId);
        RowsDigest other = run(project, second, requested, runId);
        return new RowCounts(one.rows(), other.rows(), one.isAs(other));
    }

    private RowsDigest run(Project project, RunRequest.Text text, RequestedChoices requested, String runId) {
        RowsDigest rows = new RowsDigest();
        queryRunner.run(
                new RunRequest(
                        runId,
                        project,
                        text,
                        requested,
                        RunRequest.RowSelection.ALL_ROWS,
                        Purpose.COMPARISON,
                        Statement.NO_CAP),
                rows);
        return rows;
    }
}
