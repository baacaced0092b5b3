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

/** The values parameters may take: typed lists as they are, lists from queries asked for and kept for a short time. */
@Service
public class ValueLists {
    private static final Duration KEPT = Duration.ofSeconds(30);

    private final ListQueries listQueries;
    private final Cache<String, ValueList> kept =
            Caffeine.newBuilder().expireAfterWrite(KEPT).maximumSize(1000).build();

    ValueLists(ListQueries listQueries) {
        this.listQueries = listQueries;
    }

    /** @param complete whether these are all the values there are; when not, a value that is missing here is no error */
    public record ValueList(List<ListedValue> values, boolean complete) {}

    public ValueList of(ParameterDefinition definition) {
        return switch (definition.list().kind()) {
            case "typed" -> new ValueList(definition.list().values(), true);
            case "query" -> kept.get(definition.list().queryId(), queryId -> listQueries.run(queryId));
            default -> new ValueList(List.of(), false);
        };
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
