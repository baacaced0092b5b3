package plainsieve.sources.jdbc;

import java.sql.Connection;
import java.sql.SQLException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.concurrent.ConcurrentHashMap;
import plainsieve.core.sql.FunctionCall;
import plainsieve.core.sql.ReadOnlyCheck;
import plainsieve.core.statement.Statement;
import plainsieve.sources.SourceFailure;
import plainsieve.sources.jdbc.vendor.FunctionCatalog;

/**
 * Allows only statements that are proven to be read-only. Functions unknown to the engine are looked up in the database's
 * catalog on the same connection and cached for a minute.
 */
final class ReadOnlyGuard {
    private static final long REMEMBERED_NANOS = 60_000_000_000L;
    private static final int MAX_REMEMBERED = 10_000;

    private final ReadOnlyCheck check;
    private final FunctionCatalog catalog;
    private final Map<String, CachedAnswer> remembered = new ConcurrentHashMap<>();

    /** A catalog lookup with its expiry. */
    private record CachedAnswer(boolean reads, long until) {}

    ReadOnlyGuard(ReadOnlyCheck check, FunctionCatalog catalog) {
        this.check = check;
        this.catalog = catalog;
    }

    /** Throws {@link SourceFailure} with the position of a forbidden call. */
    void require(Statement statement, Connection connection) throws SQLException {
        ReadOnlyCheck.Finding finding = check.check(statement.text());
        if (finding.refused().isPresent()) {
            throw failure(finding.refused().get());
        }
        if (!finding.unknown().isEmpty()) {
            Optional<FunctionCall> refused = firstUnproven(finding.unknown(), connection);
            if (refused.isPresent()) {
                throw failure(check.refusal(refused.get()));
            }
        }
    }

    private Optional<FunctionCall> firstUnproven(List<FunctionCall> calls, Connection connection) throws SQLException {
        long now = System.nanoTime();
        List<String> toAsk = calls.stream()
                .map(FunctionCall::name)
                .filter(name -> !isRemembered(name, now))
                .distinct()
                .toList();
        if (!toAsk.isEmpty()) {
            if (remembered.size() + toAsk.size() > MAX_REMEMBERED) {
                remembered.clear();
            }
            catalog.reading(toAsk, check, connection)
                    .forEach((name, reads) -> remembered.put(name, new CachedAnswer(reads, now + REMEMBERED_NANOS)));
        }
        return calls.stream()
                .filter(call -> !Optional.ofNullable(remembered.get(call.name()))
                        .map(CachedAnswer::reads)
                        .orElse(false))
                .findFirst();
    }

    private boolean isRemembered(String name, long now) {
        CachedAnswer known = remembered.get(name);
        return known != null && known.until() - now > 0;
    }

    private static SourceFailure failure(ReadOnlyCheck.Refusal refusal) {
        return new SourceFailure(SourceFailure.Kind.REFUSED_STATEMENT, refusal.message(), refusal.advice(), null)
                .at(OptionalInt.of(refusal.start()));
    }
}
