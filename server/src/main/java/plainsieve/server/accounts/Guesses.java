package plainsieve.server.accounts;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Locale;
import org.springframework.stereotype.Component;

/**
 * Slows down who guesses passwords: after some that were wrong for one name, or from one address, the next is not looked at before a
 * while that doubles. An account is never shut by it, so nobody can shut another's.
 */
@Component
class Guesses {
    private static final int FREE_OF_NAME = 5;
    private static final int FREE_OF_ADDRESS = 30;
    private static final Duration FIRST = Duration.ofSeconds(5);
    private static final Duration LONGEST = Duration.ofMinutes(15);

    private final Clock clock;
    private final Cache<String, Wrong> wrong = Caffeine.newBuilder()
            .maximumSize(100_000)
            .expireAfterWrite(Duration.ofHours(2))
            .build();

    private record Wrong(int times, Instant last) {}

    Guesses(Clock clock) {
        this.clock = clock;
    }

    /** How long the next one has to wait; nothing when it need not. */
    Duration wait(String name, String address) {
        Duration ofName = wait("name " + same(name), FREE_OF_NAME);
        Duration ofAddress = wait("address " + address, FREE_OF_ADDRESS);
        return ofName.compareTo(ofAddress) > 0 ? ofName : ofAddress;
    }

    private Duration wait(String key, int free) {
        Wrong known = wrong.getIfPresent(key);
        if (known == null || known.times() < free) {
            return Duration.ZERO;
        }
        Duration whole = FIRST.multipliedBy(1L << Math.min(known.times() - free, 10));
        Duration bounded = whole.compareTo(LONGEST) > 0 ? LONGEST : whole;
        Duration left = Duration.between(clock.instant(), known.last().plus(bounded));
        return left.isNegative() ? Duration.ZERO : left;
    }

    void wrong(String name, String address) {
        count("name " + same(name));
        count("address " + address);
    }

    private void count(String key) {
        wrong.asMap().merge(key, new Wrong(1, clock.instant()), (old, one) -> new Wrong(old.times() + 1, one.last()));
    }

    void right(String name) {
        wrong.invalidate("name " + same(name));
    }

    private static String same(String name) {
        return name.strip().toLowerCase(Locale.ROOT);
    }
}
