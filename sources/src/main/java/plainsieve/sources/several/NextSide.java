package plainsieve.sources.several;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.BiPredicate;
import java.util.function.Function;
import plainsieve.core.narrow.Narrowed;
import plainsieve.core.narrow.Narrowing;
import plainsieve.core.sides.SentSides;
import plainsieve.core.sides.Side;

/**
 * Says which side is asked next: first those that no values could be sent to anyway, then those that have all the values that they
 * could get; where two wait for each other, the one with fewer rows. They are counted only then.
 */
final class NextSide {
    private final Narrowing narrowing;
    private final BiPredicate<Side, Side> mayTravel;
    private final Function<SentSides.One, Optional<Long>> count;

    /** @param mayTravel whether values of the first may be sent to the second */
    NextSide(Narrowing narrowing, BiPredicate<Side, Side> mayTravel, Function<SentSides.One, Optional<Long>> count) {
        this.narrowing = narrowing;
        this.mayTravel = mayTravel;
        this.count = count;
    }

    SentSides.One of(List<SentSides.One> left) {
        if (left.size() == 1) {
            return left.get(0);
        }
        Optional<SentSides.One> free = left.stream()
                .filter(one -> left.stream().noneMatch(other -> waitsFor(one, other)))
                .findFirst();
        return free.orElseGet(() -> fewest(left));
    }

    private boolean waitsFor(SentSides.One one, SentSides.One other) {
        return Narrowed.can(one.statement())
                && mayTravel.test(other.side(), one.side())
                && narrowing.links().stream()
                        .anyMatch(link -> link.side().equals(one.side().name())
                                && link.of().equals(other.side().name()));
    }

    private SentSides.One fewest(List<SentSides.One> left) {
        return left.stream()
                .map(one -> new Counted(one, count.apply(one).orElse(Long.MAX_VALUE)))
                .min(Comparator.comparingLong(Counted::rows))
                .orElseThrow()
                .one();
    }

    private record Counted(SentSides.One one, long rows) {}
}
