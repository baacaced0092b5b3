package plainsieve.sources.web;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.URI;
import java.net.http.HttpHeaders;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.DateTimeException;
import java.time.Duration;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.Optional;
import org.apache.hc.client5.http.classic.methods.HttpUriRequestBase;
import org.apache.hc.core5.http.ClassicHttpResponse;
import plainsieve.core.request.ServiceRequest;
import plainsieve.sources.Cancellation;
import plainsieve.sources.ServiceSettings;
import plainsieve.sources.SourceAccess;
import plainsieve.sources.SourceFailure;

/**
 * A source that is requested over HTTP. The secret is sent only to its host; Retry-After is respected; redirects are followed on
 * the same host.
 */
final class HttpSource implements AutoCloseable {
    private static final int MOST_REDIRECTS = 5;
    private static final int MOST_TRIES = 5;
    private static final int TOO_MANY_REQUESTS = 429;
    private static final int UNAVAILABLE = 503;
    private static final long FIRST_PAUSE_MILLIS = 500;
    private static final long LONGEST_PAUSE_MILLIS = 30_000;
    private static final long PATIENCE_MILLIS = 20;

    private final SourceAccess access;
    private final ServiceSettings settings;
    private final WebLimits limits;
    private final WebFailures failures;
    private final HttpRequestFactory requests;
    private final ServiceClient client;

    /** The monotonic time in nanoseconds before which the service must not be called. */
    private volatile long notBefore = System.nanoTime();

    HttpSource(SourceAccess access, AllowedHosts hosts, WebLimits limits) {
        this.access = access;
        this.settings = (ServiceSettings) access.settings();
        this.limits = limits;
        this.failures = new WebFailures(access);
        this.requests = new HttpRequestFactory(access, failures);
        this.client = new ServiceClient(hosts);
    }

    @Override
    public void close() {
        client.close();
    }

    WebFailures failures() {
        return failures;
    }

    /** The URL of a path of the service. Throws {@link SourceFailure} for one that leads outside. */
    URI address(String path) {
        URI address;
        try {
            address = URI.create(settings.base() + path);
        } catch (IllegalArgumentException e) {
            throw failures.rejected("The path has an invalid character.", "Write it as %20 and the like.");
        }
        if (!isOwn(address)) {
            throw failures.rejected(
                    "The path leaves “%s”.".formatted(settings.base()),
                    "Write a path below it, without the segments “.” and “..”.");
        }
        return address;
    }

    /** Whether a URL belongs to the service, below its base path, so that the secret may be sent. */
    boolean isOwn(URI address) {
        return address.getHost() != null && new BasePath(URI.create(settings.base())).contains(address);
    }

    /**
     * Requests a page, with retries as demanded by the service.
     *
     * @param within maximum size in bytes
     * @throws SourceFailure if there is no page
     */
    ResponsePage request(URI address, ServiceRequest request, Path target, long within, Cancellation cancellation) {
        long pause = FIRST_PAUSE_MILLIS;
        for (int attempt = 1; ; attempt++) {
            waitUntil(notBefore, cancellation);
            ResponsePage responsePage = requestOnce(address, request, target, within, cancellation);
            boolean tooMuch = responsePage.status() == TOO_MANY_REQUESTS || responsePage.status() == UNAVAILABLE;
            if (!tooMuch) {
                if (responsePage.status() >= 300) {
                    throw failures.of(responsePage);
                }
                return responsePage;
            }
            long wanted = retryAfter(responsePage.headers()).orElse(pause);
            if (attempt == MOST_TRIES || wanted > LONGEST_PAUSE_MILLIS) {
                throw failures.busy(Math.max(1, wanted / 1000));
            }
            notBefore = System.nanoTime() + Duration.ofMillis(wanted).toNanos();
            pause *= 2;
        }
    }

    private void waitUntil(long moment, Cancellation cancellation) {
        while (System.nanoTime() - moment < 0 && cancellation.reason().isEmpty()) {
            try {
                Thread.sleep(PATIENCE_MILLIS);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                cancellation.stop(Cancellation.Reason.LEFT);
            }
        }
        requireGoingOn(cancellation);
    }

    private void requireGoingOn(Cancellation cancellation) {
        if (cancellation.reason().isPresent()) {
            throw stopped(cancellation);
        }
    }

    /** The failure after a cancellation or timeout. */
    SourceFailure stopped(Cancellation cancellation) {
        boolean late = cancellation
                .reason()
                .filter(Cancellation.Reason.TIME_LIMIT::equals)
                .isPresent();
        return new SourceFailure(
                late ? SourceFailure.Kind.TIMED_OUT : SourceFailure.Kind.STOPPED,
                late
                        ? "“%s” timed out.".formatted(access.id())
                        : "Stopped while “%s” was being requested.".formatted(access.id()),
                late ? "Narrow the choices, or try again later." : "Run it again.",
                null);
    }

    private static Optional<Long> retryAfter(HttpHeaders headers) {
        return headers.firstValue("Retry-After").map(String::strip).flatMap(said -> {
            if (said.matches("\\d{1,9}")) {
                return Optional.of(Long.parseLong(said) * 1000);
            }
            try {
                ZonedDateTime until = ZonedDateTime.parse(said, DateTimeFormatter.RFC_1123_DATE_TIME);
                long millis = Duration.between(Clock.systemUTC().instant(), until.toInstant())
                        .toMillis();
                return Optional.of(Math.max(0, millis));
            } catch (DateTimeException e) {
                return Optional.empty();
            }
        });
    }

    /** A URL from a response, resolved against its page. */
    URI resolved(URI from, String told) {
        try {
            return from.resolve(told);
        } catch (IllegalArgumentException e) {
            throw failures.rejected(
                    "“%s” returned an invalid address.".formatted(access.id()), "Ask the service's administrator.");
        }
    }

    /** Requests a page once, without retries. */
    ResponsePage requestOnce(URI address, ServiceRequest request, Path target, long within, Cancellation cancellation) {
        URI now = address;
        for (int i = 0; i <= MOST_REDIRECTS; i++) {
            ResponsePage responsePage = once(now, request, target, within, cancellation);
            Optional<String> location = responsePage.headers().firstValue("Location");
            if (responsePage.status() < 300 || responsePage.status() >= 400 || location.isEmpty()) {
                return responsePage;
            }
            now = resolved(now, location.get());
            if (now.getHost() == null || !isOwn(now)) {
                throw failures.rejected(
                        "“%s” redirects to “%s”.".formatted(access.id(), failures.withoutSecret(now.toString())),
                        "If that is its new address, change it on Sources.");
            }
        }
        throw failures.rejected("“%s” redirects in a loop.".formatted(access.id()), "Correct the path.");
    }

    private ResponsePage once(
            URI address, ServiceRequest request, Path target, long within, Cancellation cancellation) {
        HttpUriRequestBase http = requests.of(address, request);
        if (!cancellation.begin(http::cancel)) {
            throw stopped(cancellation);
        }
        try (ClassicHttpResponse response = client.send(address, http)) {
            long bytes = written(response, http, target, within, cancellation);
            return new ResponsePage(address, response.getCode(), ServiceClient.headers(response), target, bytes);
        } catch (IOException e) {
            requireGoingOn(cancellation);
            throw failures.unreachable(e);
        } finally {
            cancellation.end();
        }
    }

    /* An answer that is left is broken off first: closing it would read it to its end, which it may not have. */
    private long written(
            ClassicHttpResponse response,
            HttpUriRequestBase request,
            Path target,
            long within,
            Cancellation cancellation)
            throws IOException {
        InputStream body = response.getEntity() == null
                ? InputStream.nullInputStream()
                : response.getEntity().getContent();
        try {
            return written(body, target, within, cancellation);
        } catch (RuntimeException | Error e) {
            request.cancel();
            throw e;
        }
    }

    private long written(InputStream body, Path target, long within, Cancellation cancellation) {
        try (OutputStream out = failures.mask().masking(Files.newOutputStream(target))) {
            byte[] piece = new byte[1 << 14];
            long bytes = 0;
            for (int read = read(body, piece, cancellation); read >= 0; read = read(body, piece, cancellation)) {
                bytes += read;
                if (bytes > within) {
                    throw failures.tooLarge(limits.bytes());
                }
                out.write(piece, 0, read);
            }
            return bytes;
        } catch (IOException e) {
            throw failures.full(e);
        }
    }

    private int read(InputStream body, byte[] piece, Cancellation cancellation) {
        try {
            return body.read(piece);
        } catch (IOException e) {
            requireGoingOn(cancellation);
            throw failures.unreachable(e);
        }
    }
}
