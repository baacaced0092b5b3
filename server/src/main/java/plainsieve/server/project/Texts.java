package plainsieve.server.project;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.Set;
import org.springframework.stereotype.Component;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.value.ProblemException;

/** Texts of queries, each read once for as long as it is in use. */
@Component
public final class Texts {
    private static final int MOST_PREPARED = 2_000;

    private final Cache<TextInDialect, PreparedQuery> prepared =
            Caffeine.newBuilder().maximumSize(MOST_PREPARED).build();

    private record TextInDialect(String text, String dialect) {}

    /** A text read by the rules of a dialect. Throws {@link ProblemException} when it cannot be read. */
    public PreparedQuery prepare(String text, Dialect dialect) {
        return prepared.get(
                new TextInDialect(text, dialect.name()),
                key -> PreparedQuery.of(key.text(), Dialects.of(key.dialect())));
    }

    /** The parameters that a text mentions; none when it cannot be read, for then nobody can tell. */
    Set<String> mentioned(String text, Dialect dialect) {
        try {
            return prepare(text, dialect).parameterNames();
        } catch (ProblemException e) {
            return Set.of();
        }
    }
}
