package plainsieve.server.api.body;

import plainsieve.server.project.Usage;

/**
 * One place that uses something.
 *
 * @param kind query, report, or parameter
 * @param using of a report: how many of its queries use the parameter
 * @param of of a report: how many queries it has
 */
public record UsageBody(String kind, String id, String name, int using, int of) {
    public static UsageBody of(Usage usage) {
        return new UsageBody(usage.kind().word(), usage.id(), usage.name(), usage.using(), usage.of());
    }
}
