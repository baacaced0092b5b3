package plainsieve.e2e;

import java.time.Duration;
import plainsieve.server.AnotherServer;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.access.accounts.SignInService;
import plainsieve.server.people.Role;

/** Browsers of people with accounts. */
final class SignedIn {
    private SignedIn() {}

    /** Someone new with a role in a project, in their own browser, on the list of reports. */
    static Browser as(AnotherServer server, String name, String project, Role role) {
        Accounts accounts = server.part(Accounts.class);
        String id = accounts.add(name, "").id();
        accounts.give(id, project, role);
        SignInService signInService = server.part(SignInService.class);
        Browser browser = new Browser(server.address());
        browser.open(SignInService.path(signInService.link(id, Duration.ofDays(1), true)));
        browser.see("main h1", "Reports");
        return browser;
    }
}
