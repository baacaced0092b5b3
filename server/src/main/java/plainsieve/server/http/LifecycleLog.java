package plainsieve.server.http;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.web.server.context.WebServerInitializedEvent;
import org.springframework.context.event.ContextClosedEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.env.Environment;
import org.springframework.stereotype.Component;

/** Logs where the server listens, and that it is being stopped. */
@Component
class LifecycleLog {
    private static final Logger LOG = LoggerFactory.getLogger(LifecycleLog.class);

    private final Environment settings;

    LifecycleLog(Environment settings) {
        this.settings = settings;
    }

    @EventListener
    void onListening(WebServerInitializedEvent event) {
        boolean own = event.getApplicationContext().getServerNamespace() != null;
        LOG.info(
                "Listening on {} port {}{}",
                settings.getProperty(own ? "management.server.address" : "server.address", "every address"),
                event.getWebServer().getPort(),
                own ? " for health and metrics" : "");
    }

    @EventListener
    void onClosing(ContextClosedEvent event) {
        if (event.getApplicationContext().getParent() == null) {
            LOG.info("Shutting down");
        }
    }
}
