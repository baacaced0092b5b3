package plainsieve.sources.web;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import plainsieve.core.catalogue.CellForm;
import plainsieve.core.request.Directions;
import plainsieve.core.request.Encoding;
import plainsieve.core.request.odata.EntitySet;
import plainsieve.core.request.odata.SetAsk;

/** The addresses by which an OData service is asked (OData 4.0, part 2). */
final class ODataPaths {
    private ODataPaths() {}

    /** {@code /Fares?$filter=price%20gt%203&$select=route,price} */
    static String rows(SetAsk ask) {
        List<String> options = new ArrayList<>();
        ask.filter().ifPresent(filter -> options.add("$filter=" + Encoding.value(filter)));
        if (ask.columns().size() < ask.set().properties().size()) {
            options.add("$select="
                    + ask.columns().stream()
                            .map(property -> Encoding.value(property.path()).replace("%2F", "/"))
                            .collect(Collectors.joining(",")));
        }
        ask.order().ifPresent(order -> options.add("$orderby=" + Encoding.value(order)));
        ask.needed().ifPresent(rows -> options.add("$top=" + rows));
        return set(ask) + (options.isEmpty() ? "" : "?" + String.join("&", options));
    }

    /** {@code /Fares/$count?$filter=price%20gt%203} */
    static String count(SetAsk ask) {
        return set(ask) + "/$count"
                + ask.filter()
                        .map(filter -> "?$filter=" + Encoding.value(filter))
                        .orElse("");
    }

    private static String set(SetAsk ask) {
        return "/" + Encoding.value(ask.set().name());
    }

    /** How the rows are read: the types of their columns are the service's own. */
    static Directions directions(SetAsk ask) {
        Map<String, CellForm> columns = new LinkedHashMap<>();
        for (EntitySet.Property property : ask.columns()) {
            columns.put(property.column(), property.kind().form());
        }
        return new Directions(
                "value",
                Optional.of(Directions.Format.JSON),
                new Directions.Paging.Link("@odata.nextLink"),
                columns,
                Optional.empty());
    }
}
