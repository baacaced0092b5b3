package plainsieve.server.demo;

import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.util.Optional;
import plainsieve.demo.FareService;
import plainsieve.demo.Mailbox;
import plainsieve.demo.TideService;

/** Stand-ins for outside services, on loopback, as long as this server runs. */
class DemoServices {
    /** The demo's service has too much to do at every so many requests. */
    private static final int TIRED_EVERY = 25;

    private final Optional<TideService> tides;
    private final Optional<FareService> fares;
    private final Optional<Mailbox> mailbox;

    DemoServices(DemoSettings settings) {
        // Otherwise the HTTP server delays each response by 40 ms.
        System.setProperty("sun.net.httpserver.nodelay", "true");
        this.tides = started("tides", settings.tides(), port -> TideService.start(port, TIRED_EVERY));
        this.fares = started("fares", settings.fares(), FareService::start);
        this.mailbox = started("mailbox", settings.mail(), port -> Mailbox.start(port, settings.mailbox()));
    }

    /* The demo continues without a service whose port is in use; its source reports that. */
    private static <T> Optional<T> started(String name, int port, Starter<T> start) {
        try {
            return port > 0 ? Optional.of(start.on(port)) : Optional.empty();
        } catch (IOException e) {
            System.out.printf("The demo's %s could not be started on port %d: %s%n", name, port, e.getMessage());
            return Optional.empty();
        }
    }

    private interface Starter<T> {
        T on(int port) throws IOException;
    }

    Optional<TideService> tides() {
        return tides;
    }

    Optional<FareService> fares() {
        return fares;
    }

    Optional<Mailbox> mailbox() {
        return mailbox;
    }

    @PreDestroy
    void stop() {
        mailbox.ifPresent(Mailbox::close);
        tides.ifPresent(TideService::close);
        fares.ifPresent(FareService::close);
    }
}
