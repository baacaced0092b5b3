package plainsieve.server.records;

/**
 * Something that is to be done once, or was. Moments are ISO 8601 in UTC, of whole seconds.
 *
 * @param state due, running, done, kept-back, failed, or left
 * @param holder the server that does it, whose word holds until the lease is over
 * @param notBefore when it may be tried
 * @param note why it failed, or was kept back
 */
public record JobRow(
        long id,
        String projectId,
        String kind,
        String thing,
        String dueAt,
        String cause,
        String state,
        String holder,
        String leaseUntil,
        int tries,
        String notBefore,
        String startedAt,
        String endedAt,
        long rows,
        String note) {}
