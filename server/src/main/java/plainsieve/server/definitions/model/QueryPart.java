package plainsieve.server.definitions.model;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import plainsieve.core.rewrite.PreparedParts;
import plainsieve.core.rewrite.PreparedQuery;

/** The part of a query that one source executes. */
public record QueryPart(String sourceId, PreparedQuery query) {
    /** The whole query, or one part per source of a federated query. @param sourceId of the query */
    public static List<QueryPart> of(String sourceId, PreparedQuery prepared) {
        Optional<PreparedParts> sides = prepared.sides();
        return sides.isEmpty()
                ? List.of(new QueryPart(sourceId, prepared))
                : sides.get().sides().stream().flatMap(QueryPart::of).toList();
    }

    private static Stream<QueryPart> of(PreparedParts.PreparedPart one) {
        return of(one.side().source(), one.query()).stream();
    }

    public boolean mentions(String parameter) {
        return query.parameterNames().contains(parameter);
    }
}
