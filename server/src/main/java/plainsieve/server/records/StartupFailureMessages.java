package plainsieve.server.records;

import org.springframework.boot.diagnostics.AbstractFailureAnalyzer;
import org.springframework.boot.diagnostics.FailureAnalysis;

/** Prints the reason of a refused start in one sentence. */
public final class StartupFailureMessages extends AbstractFailureAnalyzer<IncompatibleDatabaseException> {
    @Override
    protected FailureAnalysis analyze(Throwable root, IncompatibleDatabaseException refused) {
        return new FailureAnalysis(refused.getMessage(), null, refused);
    }
}
