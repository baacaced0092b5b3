package plainsieve.server.definitions.edits;

import java.util.Optional;
import plainsieve.server.definitions.model.CachePolicy;
import plainsieve.server.definitions.model.Query;

/**
 * New values of some properties of a query; empty for those that stay.
 *
 * @param text of the draft, valid or not
 * @param sourceParameter the parameter that selects the source: its value is the ID of a source on its list; empty text for the query's own
 *     source
 * @param cachePolicy how reports get its rows
 */
public record QueryChange(
        Optional<String> name,
        Optional<String> text,
        Optional<String> sourceParameter,
        Optional<CachePolicy> cachePolicy) {
    Query of(Query query) {
        Query named = query.named(query.id(), name.orElse(query.name()));
        return named.drafted(text.orElse(query.draftText()))
                .withSourceParameter(sourceParameter.orElse(query.sourceParameter()))
                .withCachePolicy(cachePolicy.orElse(query.asked()));
    }
}
