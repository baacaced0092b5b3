package plainsieve.server.authoring;

import org.springframework.stereotype.Service;
import plainsieve.core.statement.Statement;
import plainsieve.server.project.Project;
import plainsieve.server.runs.AskedChoices;
import plainsieve.server.runs.RunOrder;
import plainsieve.server.runs.Runner;
import plainsieve.server.sent.Purpose;

/** Runs two texts of a query with the same choices, to the last row, and tells whether their rows are the same. */
@Service
public class SameRows {
    private final Runner runner;

    SameRows(Runner runner) {
        this.runner = runner;
    }

    /** How many rows each has, and whether they are the same in any order, under the same names. */
    public record Found(long first, long second, boolean same) {}

    /** @param runId by which the one that is under way is stopped */
    public Found of(Project project, AskedChoices asked, String runId, RunOrder.Text first, RunOrder.Text second) {
        RowsDigest one = run(project, first, asked, runId);
        RowsDigest other = run(project, second, asked, runId);
        return new Found(one.rows(), other.rows(), one.isAs(other));
    }

    private RowsDigest run(Project project, RunOrder.Text text, AskedChoices asked, String runId) {
        RowsDigest rows = new RowsDigest();
        runner.run(
                new RunOrder(
                        runId, project, text, asked, RunOrder.Shape.ALL_ROWS, Purpose.COMPARISON, Statement.NO_CAP),
                rows);
        return rows;
    }
}
