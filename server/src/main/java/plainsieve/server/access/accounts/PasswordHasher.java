package plainsieve.server.access.accounts;

import java.time.Duration;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Supplier;
import org.springframework.security.crypto.argon2.Argon2PasswordEncoder;
import org.springframework.security.crypto.password.DelegatingPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;
import plainsieve.server.people.OverloadException;

/**
 * Hashes passwords with Argon2id. One takes 16 MB of memory and a fifth of a second of a processor, so only a few are hashed at
 * once, a few more wait for a moment, and the rest are refused at once, so that many sign-ins cannot exhaust the server's memory.
 */
@Component
class PasswordHasher {
    static final int MAX_CONCURRENT = 2;
    static final int MAX_WAITING = 8;
    private static final Duration MAX_WAIT = Duration.ofSeconds(2);
    private static final String SCHEME = "argon2";

    private final PasswordEncoder encoder = new DelegatingPasswordEncoder(
            SCHEME, Map.of(SCHEME, Argon2PasswordEncoder.defaultsForSpringSecurity_v5_8()));
    private final Semaphore slots = new Semaphore(MAX_CONCURRENT, true);
    private final AtomicInteger waiting = new AtomicInteger();
    /* To hash one takes a fifth of a second, which no start waits for. */
    private final CompletableFuture<String> ofNoAccount =
            CompletableFuture.supplyAsync(() -> encoder.encode("no account"));

    /** Throws {@link OverloadException} when too many are hashed at this moment. */
    String hash(String password) {
        return inSlot(() -> encoder.encode(password));
    }

    /**
     * Whether a hash is that of a password. Takes as long when there is no hash, so that the time does not reveal who has an account. Throws
     * {@link OverloadException} as {@link #hash}.
     *
     * @param begun runs when it is this password's turn, before it is looked at
     */
    boolean matches(String password, String hash, Runnable begun) {
        return inSlot(() -> {
            begun.run();
            boolean same = encoder.matches(password, hash.isEmpty() ? ofNoAccount.join() : hash);
            return same && !hash.isEmpty();
        });
    }

    private <T> T inSlot(Supplier<T> work) {
        enter();
        try {
            return work.get();
        } finally {
            slots.release();
        }
    }

    private boolean waitForSlot() throws InterruptedException {
        try {
            return waiting.incrementAndGet() <= MAX_WAITING
                    && slots.tryAcquire(MAX_WAIT.toMillis(), TimeUnit.MILLISECONDS);
        } finally {
            waiting.decrementAndGet();
        }
    }

    private void enter() {
        boolean entered = false;
        try {
            // With a time limit, even of zero, it does not overtake those that wait.
            entered = slots.tryAcquire(0, TimeUnit.MILLISECONDS) || waitForSlot();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        if (!entered) {
            throw new OverloadException("Too many sign-ins at this moment.", Duration.ofSeconds(3));
        }
    }
}
