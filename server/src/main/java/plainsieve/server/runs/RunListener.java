package plainsieve.server.runs;

import plainsieve.core.statement.Statement;
import plainsieve.sources.Answer;
import plainsieve.sources.RowReceiver;

/** Follows one run: the statement, then columns and rows as they come, then how it went. */
public interface RunListener extends RowReceiver {
    void sent(long sentId, Statement statement);

    void done(Answer answer);
}
