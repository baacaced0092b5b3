package plainsieve.e2e;

import java.time.Duration;
import plainsieve.server.AnotherServer;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.access.accounts.SignInService;
import plainsieve.server.people.Role;

/** Browsers of users with accounts. */
final class SignedInBrowser {
    private SignedInBrowser() {}

    /** A new user with a role in a project, in a browser of their own, on the list of reports. */
    static Browser as(AnotherServer server, String name, String project, Role role) {
        Accounts accounts = server.part(Accounts.class);
        String id = accounts.add(name, "").id();
        accounts.grant(id, project, role);
        SignInService signInService = server.part(SignInService.class);
        Browser browser = new Browser(server.address());
        browser.open(SignInService.path(signInService.link(id, Duration.ofDays(1), true)));
        browser.see("main h1", "Reports");
        return browser;
    }
}
