package plainsieve.server.demo;

import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import plainsieve.demo.TideService;

/** Stand-ins for outside services, on loopback, as long as this server runs. */
@Component
class DemoServices {
    /** The demo's service has too much to do at every so many requests. */
    private static final int TIRED_EVERY = 25;

    private final Optional<TideService> tides;

    /** @param tidesPort where the stand-in for the tides shall listen; 0 for none */
    DemoServices(@Value("${plainsieve.demo-tides-port:0}") int tidesPort) {
        // Else the small server waits 40 ms before each answer.
        System.setProperty("sun.net.httpserver.nodelay", "true");
        this.tides = started(tidesPort);
    }

    /* The demo goes on without a service whose port is taken; its source says that it is not the one. */
    private static Optional<TideService> started(int port) {
        try {
            return port > 0 ? Optional.of(TideService.start(port, TIRED_EVERY)) : Optional.empty();
        } catch (IOException e) {
            System.out.printf("The demo's tides could not be started on port %d: %s%n", port, e.getMessage());
            return Optional.empty();
        }
    }

    Optional<TideService> tides() {
        return tides;
    }

    @PreDestroy
    void stop() {
        tides.ifPresent(TideService::close);
    }
}
