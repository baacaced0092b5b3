package plainsieve.server.authoring;

import java.util.UUID;
import org.springframework.stereotype.Service;
import plainsieve.core.statement.Statement;
import plainsieve.server.project.Project;
import plainsieve.server.project.Query;
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

    public Found of(Project project, Query query, AskedChoices asked, String first, String second) {
        RowsDigest one = run(project, new RunOrder.Text(query, first), asked);
        RowsDigest other = run(project, new RunOrder.Text(query, second), asked);
        return new Found(one.rows(), other.rows(), one.isAs(other));
    }

    private RowsDigest run(Project project, RunOrder.Text text, AskedChoices asked) {
        RowsDigest rows = new RowsDigest();
        String id = UUID.randomUUID().toString();
        runner.run(
                new RunOrder(id, project, text, asked, RunOrder.Shape.ALL_ROWS, Purpose.COMPARISON, Statement.NO_CAP),
                rows);
        return rows;
    }
}
