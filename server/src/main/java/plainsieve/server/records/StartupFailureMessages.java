package plainsieve.server.records;

import org.springframework.boot.diagnostics.AbstractFailureAnalyzer;
import org.springframework.boot.diagnostics.FailureAnalysis;

/** A server that refuses to start says why in a sentence, without a stack trace. */
public final class StartupFailureMessages extends AbstractFailureAnalyzer<IncompatibleDatabaseException> {
    @Override
    protected FailureAnalysis analyze(Throwable root, IncompatibleDatabaseException refused) {
        return new FailureAnalysis(refused.getMessage(), null, refused);
    }
}
