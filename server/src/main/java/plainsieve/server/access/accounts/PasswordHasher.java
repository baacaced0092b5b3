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
 * Hashes passwords with Argon2id. One hash takes 16 MB of memory and a fifth of a second, so only a few are computed
 * concurrently, a few more wait briefly, and the rest are rejected immediately, so that many sign-ins cannot exhaust the memory.
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
    /* Hashing takes a fifth of a second, which must not delay the start. */
    private final CompletableFuture<String> ofNoAccount =
            CompletableFuture.supplyAsync(() -> encoder.encode("no account"));

    /** Throws {@link OverloadException} when too many are hashed at this moment. */
    String hash(String password) {
        return inSlot(() -> encoder.encode(password));
    }

    /**
     * Whether a hash matches a password. Takes as long without a hash, so that the time does not reveal which accounts exist. Throws
     * {@link OverloadException} like {@link #hash}.
     *
     * @param begun runs when a slot is available, before verification
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
            // With a timeout, even of zero, it does not overtake waiters.
            entered = slots.tryAcquire(0, TimeUnit.MILLISECONDS) || waitForSlot();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        if (!entered) {
            throw new OverloadException("Too many sign-ins at this moment.", Duration.ofSeconds(3));
        }
    }
}
