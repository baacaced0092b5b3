package plainsieve.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import plainsieve.demo.FreePort;
import plainsieve.issuer.Issuer;
import plainsieve.server.AnotherServer;
import plainsieve.server.access.accounts.Groups;
import plainsieve.server.people.Role;

/**
 * Signing in through an OpenID Connect provider and returning to the requested page. This server has a base
 * path, as behind a shared proxy.
 */
class ServiceSignInTest {
    @Test
    void signsInThroughTheProviderAndReturns() throws Exception {
        int port = FreePort.find();
        try (Issuer issuer = new Issuer("http://127.0.0.1:%d/ferries/sign-in/callback".formatted(port));
                AnotherServer server = AnotherServer.on(
                        AnotherServer.folderOfFerries(),
                        "--server.port=" + port,
                        "--server.servlet.context-path=/ferries",
                        "--plainsieve.accounts=true",
                        "--plainsieve.openid.issuer=" + issuer.address(),
                        "--plainsieve.openid.client-id=" + Issuer.CLIENT,
                        "--plainsieve.openid.client-secret=" + Issuer.SECRET,
                        "--plainsieve.openid.label=the harbour board");
                Browser browser = new Browser(server.address() + "/ferries")) {
            Groups groups = server.part(Groups.class);
            String staff = groups.add("Staff").id();
            groups.claim(staff, List.of("staff"));
            groups.grant(staff, "home", Role.VIEWER);

            browser.open("/projects/home/reports/late-crossings");
            browser.click("a.btn", "With the harbour board");
            browser.see("#username").sendKeys("mora");
            browser.see("#password").sendKeys(Issuer.PASSWORD);
            browser.click("button[type=submit]");
            browser.untilText(".kind-table tbody", text -> !text.isBlank());
            assertThat(browser.address()).endsWith("/ferries/projects/home/reports/late-crossings");

            browser.open("/sign-in?wrong=taken");
            browser.untilText("[role=alert]", text -> text.startsWith("Another account has your name"));
        }
    }
}
