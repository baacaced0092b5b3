package plainsieve.sources.federation;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.BiPredicate;
import java.util.function.Function;
import plainsieve.core.federation.FederatedStatement;
import plainsieve.core.federation.SourcePart;
import plainsieve.core.pushdown.PartPushdown;
import plainsieve.core.pushdown.PushedFilters;

/**
 * Chooses the next part to fetch: first those that receive no keys, then those whose keys are complete. Only the latter are
 * counted.
 */
final class PartScheduler {
    private final PartPushdown partPushdown;
    private final BiPredicate<SourcePart, SourcePart> mayTravel;
    private final Function<FederatedStatement.PartStatement, Optional<Long>> count;

    /** @param mayTravel whether values of the first may be sent to the second */
    PartScheduler(
            PartPushdown partPushdown,
            BiPredicate<SourcePart, SourcePart> mayTravel,
            Function<FederatedStatement.PartStatement, Optional<Long>> count) {
        this.partPushdown = partPushdown;
        this.mayTravel = mayTravel;
        this.count = count;
    }

    FederatedStatement.PartStatement of(List<FederatedStatement.PartStatement> left) {
        if (left.size() == 1) {
            return left.get(0);
        }
        Optional<FederatedStatement.PartStatement> free = left.stream()
                .filter(one -> left.stream().noneMatch(other -> waitsFor(one, other)))
                .findFirst();
        return free.orElseGet(() -> fewest(left));
    }

    private boolean waitsFor(FederatedStatement.PartStatement one, FederatedStatement.PartStatement other) {
        return PushedFilters.can(one.statement())
                && mayTravel.test(other.part(), one.part())
                && partPushdown.links().stream()
                        .anyMatch(link -> link.part().equals(one.part().name())
                                && link.of().equals(other.part().name()));
    }

    private FederatedStatement.PartStatement fewest(List<FederatedStatement.PartStatement> left) {
        return left.stream()
                .map(one -> new CountedPart(one, count.apply(one).orElse(Long.MAX_VALUE)))
                .min(Comparator.comparingLong(CountedPart::rows))
                .orElseThrow()
                .one();
    }

    private record CountedPart(FederatedStatement.PartStatement one, long rows) {}
}
