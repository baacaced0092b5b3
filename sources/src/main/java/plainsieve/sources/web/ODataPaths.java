package plainsieve.sources.web;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import plainsieve.core.catalog.CellFormat;
import plainsieve.core.request.RequestEncoding;
import plainsieve.core.request.ResponseOptions;
import plainsieve.core.request.odata.EntitySet;
import plainsieve.core.request.odata.EntitySetRequest;

/** The URLs of an OData service (OData 4.0, part 2). */
final class ODataPaths {
    private ODataPaths() {}

    /** {@code /Fares?$filter=price%20gt%203&$select=route,price} */
    static String rows(EntitySetRequest ask) {
        List<String> options = new ArrayList<>();
        ask.filter().ifPresent(filter -> options.add("$filter=" + RequestEncoding.value(filter)));
        if (ask.columns().size() < ask.set().properties().size()) {
            options.add("$select="
                    + ask.columns().stream()
                            .map(property ->
                                    RequestEncoding.value(property.path()).replace("%2F", "/"))
                            .collect(Collectors.joining(",")));
        }
        ask.order().ifPresent(order -> options.add("$orderby=" + RequestEncoding.value(order)));
        ask.needed().ifPresent(rows -> options.add("$top=" + rows));
        return set(ask) + (options.isEmpty() ? "" : "?" + String.join("&", options));
    }

    /** {@code /Fares/$count?$filter=price%20gt%203} */
    static String count(EntitySetRequest ask) {
        return set(ask) + "/$count"
                + ask.filter()
                        .map(filter -> "?$filter=" + RequestEncoding.value(filter))
                        .orElse("");
    }

    private static String set(EntitySetRequest ask) {
        return "/" + RequestEncoding.value(ask.set().name());
    }

    /** How rows are parsed: with the types of the service. */
    static ResponseOptions directions(EntitySetRequest ask) {
        Map<String, CellFormat> columns = new LinkedHashMap<>();
        for (EntitySet.Property property : ask.columns()) {
            columns.put(property.column(), property.kind().form());
        }
        return new ResponseOptions(
                "value",
                Optional.of(ResponseOptions.ResponseFormat.JSON),
                new ResponseOptions.Paging.Link("@odata.nextLink"),
                columns,
                Optional.empty());
    }
}
