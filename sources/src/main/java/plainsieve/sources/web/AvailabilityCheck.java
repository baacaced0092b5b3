package plainsieve.sources.web;

import java.time.Duration;
import java.util.List;
import java.util.concurrent.ScheduledExecutorService;
import plainsieve.core.request.ResponseOptions;
import plainsieve.core.request.ServiceRequest;
import plainsieve.sources.Cancellation;
import plainsieve.sources.TimeLimit;

/** Checks whether a service responds and accepts the credentials. */
final class AvailabilityCheck {
    static final Duration LONGEST = Duration.ofSeconds(10);
    private static final int NOT_FOUND = 404;

    private final SmallAnswers answers;
    private final WebFailures failures;
    private final ScheduledExecutorService clock;

    AvailabilityCheck(SmallAnswers answers, WebFailures failures, ScheduledExecutorService clock) {
        this.answers = answers;
        this.failures = failures;
        this.clock = clock;
    }

    /**
     * Requests a path. Not found counts as available.
     *
     * @return the name of the service
     * @throws plainsieve.sources.SourceFailure if it does not respond, or rejects the credentials
     */
    String serviceName(String path) {
        Cancellation cancellation = new Cancellation();
        ServiceRequest request = ServiceRequest.get(path, ResponseOptions.of(List.of()));
        return TimeLimit.run(clock, LONGEST, cancellation, () -> answers.readOnce(request, cancellation, this::name));
    }

    private String name(ResponsePage responsePage) {
        if (responsePage.status() >= 300 && responsePage.status() != NOT_FOUND) {
            throw failures.of(responsePage);
        }
        return responsePage
                .headers()
                .firstValue("Server")
                .filter(name -> !name.isBlank())
                .orElse("It");
    }
}
