package plainsieve.server.editing.assist;

import java.util.List;
import java.util.Optional;
import plainsieve.core.catalog.DeclaredType;
import plainsieve.core.sql.CallArgument;
import plainsieve.core.sql.ParameterPlace;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.value.Type;
import plainsieve.sources.Catalog;

/**
 * An argument in the notation of a database: {@code month_start date}.
 *
 * @param of the function it belongs to
 * @param written its name, followed by its type if declared
 */
record DeclaredArgument(String of, String written) {
    /** The argument that a parameter of a query represents, if it is one. */
    static Optional<DeclaredArgument> of(ParsedQuery query, String parameter, List<Catalog.CatalogFunction> functions) {
        return query.parameters().stream()
                .filter(place -> place.name().equals(parameter))
                .flatMap(place -> at(query, place, functions).stream())
                .findFirst();
    }

    private static Optional<DeclaredArgument> at(
            ParsedQuery query, ParameterPlace place, List<Catalog.CatalogFunction> functions) {
        return CallArgument.of(query.tokens(), place.token()).flatMap(call -> functions.stream()
                .filter(function -> function.name().equalsIgnoreCase(call.function())
                        && function.arguments().size() > call.index())
                .map(function -> new DeclaredArgument(
                        function.name(), function.arguments().get(call.index())))
                .findFirst());
    }

    /** Empty if it is undeclared or not a plain type. */
    Optional<Type> type() {
        String words = written.strip();
        int space = words.indexOf(' ');
        return DeclaredType.of(space < 0 ? "" : words.substring(space));
    }
}
