package plainsieve.server.project;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.PreparedSides;

/** What of a query is asked of one source. */
public record AskedPart(String sourceId, PreparedQuery query) {
    /** All of it; or, where the rows come from several sources, what each of them is asked for. @param sourceId of the query */
    public static List<AskedPart> of(String sourceId, PreparedQuery prepared) {
        Optional<PreparedSides> sides = prepared.sides();
        return sides.isEmpty()
                ? List.of(new AskedPart(sourceId, prepared))
                : sides.get().sides().stream().flatMap(AskedPart::of).toList();
    }

    private static Stream<AskedPart> of(PreparedSides.One one) {
        return of(one.side().source(), one.query()).stream();
    }

    public boolean mentions(String parameter) {
        return query.parameterNames().contains(parameter);
    }
}
