package plainsieve.server.project;

import plainsieve.core.dialect.Dialects;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Clock;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.IntStream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.server.records.QueryRecords;
import plainsieve.server.records.QueryRow;
import plainsieve.server.records.SourceRecords;
import plainsieve.sources.SourceSettings;

/** The queries of the project: kept as drafts, made live, and read once per text. */
@Service
public class Queries {
    private static final int MOST_PREPARED = 500;

    private final QueryRecords records;
    private final SourceRecords sources;
    private final Clock clock;
    private final Cache<TextInDialect, PreparedQuery> prepared =
            Caffeine.newBuilder().maximumSize(MOST_PREPARED).build();

    private record TextInDialect(String text, String dialect) {}

    Queries(QueryRecords records, SourceRecords sources, Clock clock) {
        this.records = records;
        this.sources = sources;
        this.clock = clock;
    }

    public List<QueryRow> all() {
        return records.all();
    }

    public QueryRow get(String id) {
        return records.find(id)
                .orElseThrow(() -> new NotFound(
                        "query", id, records.all().stream().map(QueryRow::id).toList()));
    }

    /** Makes an empty query on a source. Its id comes from its name. */
    @Transactional
    public QueryRow add(String name, String sourceId, String text) {
        sources.find(sourceId).orElseThrow(() -> new NotFound("source", sourceId, List.of()));
        if (name.isBlank()) {
            throw new ProblemException(Problem.of("name-missing", "A query needs a name.", "Write one."));
        }
        String base = name.strip()
                .toLowerCase(Locale.ROOT)
                .replaceAll("[^a-z0-9]+", "-")
                .replaceAll("^-|-$", "");
        String id = IntStream.iterate(1, i -> i + 1)
                .mapToObj(i -> (base.isEmpty() ? "query" : base) + (i == 1 ? "" : "-" + i))
                .filter(candidate -> records.find(candidate).isEmpty())
                .findFirst()
                .orElseThrow();
        records.add(new QueryRow(id, name.strip(), sourceId, text, text, 1, clock.instant()));
        return get(id);
    }

    /** Keeps a draft, whole or broken. Throws {@link Changed} when the version is no longer the newest. */
    @Transactional
    public QueryRow changeDraft(String id, String text, int version) {
        get(id);
        if (records.changeDraft(id, text, version, clock.instant()) == 0) {
            throw new Changed("The query");
        }
        return get(id);
    }

    /** Gives the draft to the reports, once it can be read and all its parameters exist. */
    @Transactional
    public QueryRow makeLive(String id, int version, Set<String> knownParameters) {
        QueryRow query = get(id);
        PreparedQuery draft = prepare(query, query.draftText());
        draft.parameterNames().stream()
                .filter(name -> !knownParameters.contains(name))
                .findFirst()
                .ifPresent(name -> {
                    throw new ProblemException(Problem.of(
                            "unknown-parameter", "There is no parameter :%s.".formatted(name), "Make it first."));
                });
        if (records.makeLive(id, version, clock.instant()) == 0) {
            throw new Changed("The query");
        }
        return get(id);
    }

    /** A text read by the rules of the query's source. Throws {@link ProblemException} when it cannot be read. */
    public PreparedQuery prepare(QueryRow query, String text) {
        return prepare(query.sourceId(), text);
    }

    /** A text read by the rules of a source. Throws {@link ProblemException} when it cannot be read. */
    public PreparedQuery prepare(String sourceId, String text) {
        String kind = sources.find(sourceId)
                .orElseThrow(() -> new NotFound("source", sourceId, List.of()))
                .kind();
        String dialect =
                SourceSettings.Kind.valueOf(kind.toUpperCase(Locale.ROOT)).dialect();
        return prepared.get(
                new TextInDialect(text, dialect),
                key -> PreparedQuery.of(key.text(), Dialects.of(key.dialect())));
    }

    /** The parameters of the text that reports send. */
    public Set<String> liveParameters(QueryRow query) {
        return prepare(query, query.liveText()).parameterNames();
    }
}
