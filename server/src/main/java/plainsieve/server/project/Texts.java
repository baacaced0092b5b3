package plainsieve.server.project;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.LinkedHashSet;
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
        Set<String> names = new LinkedHashSet<>();
        mentioned(text, dialect, around, new LinkedHashSet<>(), names);
        return names;
    }

    private void mentioned(String text, Dialect dialect, Around around, Set<String> seen, Set<String> into) {
        if (!StepLines.isSteps(text)) {
            into.addAll(mentionedInSql(text, dialect));
            return;
        }
        into.addAll(StepNames.parameters(text));
        for (String id : StepNames.queries(text)) {
            if (seen.add(id)) {
                around.query(id).ifPresent(other -> mentioned(other, dialect, around, seen, into));
            }
        }
    }

    private Set<String> mentionedInSql(String text, Dialect dialect) {
        try {
            return prepare(text, dialect).parameterNames();
        } catch (ProblemException e) {
            return Set.of();
        }
    }
}
