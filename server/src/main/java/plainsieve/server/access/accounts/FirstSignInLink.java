package plainsieve.server.access.accounts;

import jakarta.servlet.ServletContext;
import java.time.Duration;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import plainsieve.server.people.Role;
import plainsieve.server.records.access.PersonRow;
import plainsieve.server.runtime.settings.Settings;

/** Prints a sign-in link for the first operator while no one has a password. */
@Component
class FirstSignInLink {
    private static final Logger LOG = LoggerFactory.getLogger(FirstSignInLink.class);
    private static final Duration LASTS = Duration.ofDays(1);
    private static final String NAME = "operator";

    private final Settings settings;
    private final Accounts accounts;
    private final SignInService signInService;
    private final ServletContext here;

    FirstSignInLink(Settings settings, Accounts accounts, SignInService signInService, ServletContext here) {
        this.here = here;
        this.settings = settings;
        this.accounts = accounts;
        this.signInService = signInService;
    }

    @EventListener
    void onReady(ApplicationReadyEvent ready) {
        boolean someone =
                accounts.all().stream().anyMatch(row -> !row.password().isEmpty());
        if (!settings.accounts() || !settings.firstSignInLink() || someone) {
            return;
        }
        String link = SignInService.path(signInService.link(first(), LASTS, false));
        LOG.info(
                "No one can sign in yet. The first operator signs in at http://127.0.0.1:{}{}{}, once, within a day.",
                ((WebServerApplicationContext) ready.getApplicationContext())
                        .getWebServer()
                        .getPort(),
                here.getContextPath(),
                link);
    }

    private String first() {
        Optional<PersonRow> known =
                accounts.all().stream().filter(row -> row.name().equals(NAME)).findFirst();
        String id = known.map(PersonRow::id)
                .orElseGet(() -> accounts.add(NAME, "Operator").id());
        accounts.grant(id, "", Role.OPERATOR);
        return id;
    }
}
