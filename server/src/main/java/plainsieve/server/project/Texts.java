package plainsieve.server.project;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.LinkedHashSet;
import java.util.Optional;
import java.util.Set;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.steps.read.StepLines;
import plainsieve.core.steps.read.StepNames;
import plainsieve.core.steps.sql.Around;
import plainsieve.core.steps.sql.StepsReading;
import plainsieve.core.value.ProblemException;

/** Texts of queries, each read once for as long as it is in use: SQL as it stands, steps as the SQL that they come to. */
@Component
public final class Texts {
    private static final int MOST_PREPARED = 2_000;

    private final Cache<TextInDialect, PreparedQuery> prepared =
            Caffeine.newBuilder().maximumSize(MOST_PREPARED).build();
    private final ObjectProvider<KnownTables> tables;

    private record TextInDialect(String text, String dialect) {}

    /** @param tables asked for when it is needed: who knows the tables knows the projects, too */
    Texts(ObjectProvider<KnownTables> tables) {
        this.tables = tables;
    }

    Around around(ProjectParts parts, String sourceId) {
        return new AroundSteps(parts, tables.getObject(), sourceId);
    }

    /** A text read by the rules of a dialect. Throws {@link ProblemException} when it cannot be read. */
    public PreparedQuery prepare(String text, Dialect dialect, Around around) {
        return prepare(
                StepLines.isSteps(text)
                        ? StepsReading.of(text, dialect, around).statement().sql()
                        : text,
                dialect);
    }

    private PreparedQuery prepare(String sql, Dialect dialect) {
        return prepared.get(
                new TextInDialect(sql, dialect.name()),
                key -> PreparedQuery.of(key.text(), Dialects.of(key.dialect())));
    }

    /**
     * The parameters that a text mentions, those of the queries whose rows it takes among them; none when it cannot be read, for
     * then nobody can tell.
     */
    Set<String> mentioned(String text, Dialect dialect, Around around) {
        return mentioned(text, dialect, around, Set.of());
    }

    /** @param path the queries that are being read; one of them that takes its own rows ends there */
    private Set<String> mentioned(String text, Dialect dialect, Around around, Set<String> path) {
        if (!StepLines.isSteps(text)) {
            return mentionedInSql(text, dialect);
        }
        Set<String> names = new LinkedHashSet<>(StepNames.parameters(text));
        for (StepNames.Taken taken : StepNames.queries(text)) {
            Optional<String> other = path.contains(taken.id()) ? Optional.empty() : around.query(taken.id());
            if (other.isPresent()) {
                Set<String> deeper = new LinkedHashSet<>(path);
                deeper.add(taken.id());
                Set<String> theirs = new LinkedHashSet<>(mentioned(other.get(), dialect, around, deeper));
                theirs.removeAll(taken.arguments());
                names.addAll(theirs);
            }
        }
        return names;
    }

    private Set<String> mentionedInSql(String text, Dialect dialect) {
        try {
            return prepare(text, dialect).parameterNames();
        } catch (ProblemException e) {
            return Set.of();
        }
    }
}
