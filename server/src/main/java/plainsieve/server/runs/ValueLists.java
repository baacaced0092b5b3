package plainsieve.server.runs;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import plainsieve.core.parameter.AllowedValues;
import plainsieve.server.project.ListedValue;
import plainsieve.server.project.ParameterDefinition;
import plainsieve.server.project.Queries;
import plainsieve.server.records.QueryRow;

/** The values parameters may take: typed lists as they are, lists from queries asked for and kept for a short time. */
@Service
public class ValueLists {
    private static final Duration KEPT = Duration.ofSeconds(30);

    private final ListQueries listQueries;
    private final Queries queries;
    private final Cache<ListText, ValueList> kept =
            Caffeine.newBuilder().expireAfterWrite(KEPT).maximumSize(1000).build();

    ValueLists(ListQueries listQueries, Queries queries) {
        this.listQueries = listQueries;
        this.queries = queries;
    }

    /** @param complete whether these are all the values there are; when not, a value that is missing here is no error */
    public record ValueList(List<ListedValue> values, boolean complete) {}

    /* A list whose query was changed is another list, and must not show the old values. */
    private record ListText(String queryId, String text) {}

    public ValueList of(ParameterDefinition definition) {
        return switch (definition.list().kind()) {
            case "typed" -> new ValueList(definition.list().values(), true);
            case "query" -> ask(queries.get(definition.list().queryId()));
            default -> new ValueList(List.of(), false);
        };
    }

    private ValueList ask(QueryRow query) {
        return kept.get(new ListText(query.id(), query.liveText()), key -> listQueries.run(query));
    }

    /** The values to check a choice against; nothing when the parameter takes any value or the list is not complete. */
    Optional<AllowedValues> allowed(ParameterDefinition definition) {
        ValueList list = of(definition);
        return list.complete()
                ? Optional.of(AllowedValues.of(
                        list.values().stream().map(ListedValue::value).toList()))
                : Optional.empty();
    }
}
