package plainsieve.server.access.accounts;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.springframework.stereotype.Component;

/**
 * Throttles password guessing. After some failures, the next attempt must wait for a time that doubles, up to half a minute: for one
 * name from one address, for one address, and for one name from all addresses together. An account is never
 * locked: a browser in which its owner has signed in before is counted separately, so attempts from elsewhere do not lock the owner
 * out.
 */
@Component
class LoginThrottle {
    /** How often something may be wrong without a wait, the first wait, and the longest. */
    private record Pace(int free, Duration first, Duration longest) {}

    private static final Pace NAME_FROM_ADDRESS = new Pace(5, Duration.ofSeconds(5), Duration.ofMinutes(15));
    private static final Pace ADDRESS = new Pace(30, Duration.ofSeconds(5), Duration.ofMinutes(15));
    private static final Pace NAME = new Pace(20, Duration.ofSeconds(1), Duration.ofSeconds(30));

    private final Clock clock;
    private final KnownBrowsers browsers;
    private final Cache<String, Wrong> wrong = Caffeine.newBuilder()
            .maximumSize(100_000)
            .expireAfterWrite(Duration.ofHours(2))
            .build();

    private record Wrong(int times, Instant last) {}

    private record ThrottledKey(String key, Pace pace) {}

    LoginThrottle(Clock clock, KnownBrowsers browsers) {
        this.clock = clock;
        this.browsers = browsers;
    }

    /** How long the next password has to wait; zero when it need not. */
    Duration wait(String name, SignInService.RequestOrigin from) {
        return keysOf(name, from).stream()
                .map(this::wait)
                .max(Duration::compareTo)
                .orElse(Duration.ZERO);
    }

    private List<ThrottledKey> keysOf(String name, SignInService.RequestOrigin from) {
        String same = normalized(name);
        if (browsers.knows(same, from.known())) {
            return List.of(new ThrottledKey("browser " + from.known(), NAME_FROM_ADDRESS));
        }
        List<ThrottledKey> counted = new ArrayList<>();
        counted.add(new ThrottledKey("name " + same + " from " + from.address(), NAME_FROM_ADDRESS));
        counted.add(new ThrottledKey("address " + from.address(), ADDRESS));
        counted.add(new ThrottledKey("name " + same, NAME));
        return counted;
    }

    private Duration wait(ThrottledKey counted) {
        Wrong known = wrong.getIfPresent(counted.key());
        Pace pace = counted.pace();
        if (known == null || known.times() < pace.free()) {
            return Duration.ZERO;
        }
        Duration whole = pace.first().multipliedBy(1L << Math.min(known.times() - pace.free(), 10));
        Duration bounded = whole.compareTo(pace.longest()) > 0 ? pace.longest() : whole;
        Duration left = Duration.between(clock.instant(), known.last().plus(bounded));
        return left.isNegative() ? Duration.ZERO : left;
    }

    void wrong(String name, SignInService.RequestOrigin from) {
        keysOf(name, from).forEach(counted -> wrong.asMap()
                .merge(
                        counted.key(),
                        new Wrong(1, clock.instant()),
                        (old, one) -> new Wrong(old.times() + 1, one.last())));
    }

    /** Records a success, which resets the count of this way of signing in. */
    void right(String name, SignInService.RequestOrigin from) {
        Map<String, Wrong> counts = wrong.asMap();
        keysOf(name, from).stream()
                .filter(counted -> counted.pace() != ADDRESS)
                .forEach(counted -> counts.remove(counted.key()));
        // It was counted as a failure before verification.
        counts.computeIfPresent(
                "address " + from.address(), (key, old) -> new Wrong(Math.max(0, old.times() - 1), old.last()));
    }

    private static String normalized(String name) {
        return name.strip().toLowerCase(Locale.ROOT);
    }
}
