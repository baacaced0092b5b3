package plainsieve.server.people;

import java.time.Duration;

/** The server is overloaded. Nothing was changed; the request can be repeated later. */
public final class OverloadException extends RuntimeException {
    private final transient Duration retryAfter;

    /** @param retryAfter the minimum delay before a retry; at least one second */
    public OverloadException(String message, Duration retryAfter) {
        super(message);
        this.retryAfter = retryAfter;
    }

    public String advice() {
        return "Try again in %d seconds.".formatted(Math.max(1, retryAfter.toSeconds()));
    }

    public Duration retryAfter() {
        return retryAfter;
    }
}
