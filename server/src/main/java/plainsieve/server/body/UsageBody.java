package plainsieve.server.body;

import plainsieve.server.definitions.model.Usage;

/**
 * One place that uses something.
 *
 * @param users of a report: how many of its queries use the parameter
 * @param total of a report: how many queries it has
 */
public record UsageBody(Usage.Kind kind, String id, String name, int users, int total) {
    public static UsageBody total(Usage usage) {
        return new UsageBody(usage.kind(), usage.id(), usage.name(), usage.users(), usage.total());
    }
}
