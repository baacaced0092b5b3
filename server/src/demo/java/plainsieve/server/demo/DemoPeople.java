package plainsieve.server.demo;

import java.time.Duration;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.boot.web.server.context.WebServerApplicationContext;
import org.springframework.context.event.EventListener;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.access.accounts.Groups;
import plainsieve.server.access.accounts.SignInService;
import plainsieve.server.people.Role;
import plainsieve.server.records.access.GroupRow;
import plainsieve.server.runtime.settings.Settings;

/** Three users of the demo and a link that signs in each of them from this machine, new with every start. */
class DemoPeople {
    private static final Duration LASTS = Duration.ofDays(30);
    private static final String OFFICE = "Harbour office of Ardlow";
    private static final String ITS_ISLAND = "Hethra";

    private final Settings settings;
    private final Accounts accounts;
    private final Groups groups;
    private final SignInService signInService;
    private final DemoProject demo;

    DemoPeople(Settings settings, Accounts accounts, Groups groups, SignInService signInService, DemoProject demo) {
        this.demo = demo;
        this.settings = settings;
        this.accounts = accounts;
        this.groups = groups;
        this.signInService = signInService;
    }

    /** Someone of the demo. */
    private record DemoPerson(String name, String label, Role role) {}

    private static final List<DemoPerson> PEOPLE = List.of(
            new DemoPerson("ishbel", "Ishbel Marrow", Role.OPERATOR),
            new DemoPerson("oran", "Oran Tolly", Role.AUTHOR),
            new DemoPerson("tam", "Tam Skene", Role.VIEWER));

    /* On standard output for the user who starts the demo. */
    @EventListener
    void onReady(ApplicationReadyEvent ready) {
        if (!settings.accounts()) {
            return;
        }
        int port = ((WebServerApplicationContext) ready.getApplicationContext())
                .getWebServer()
                .getPort();
        Map<String, String> known = new LinkedHashMap<>();
        accounts.all().forEach(row -> known.put(row.name(), row.id()));
        for (DemoPerson person : PEOPLE) {
            String id = known.getOrDefault(person.name(), "");
            String present = id.isEmpty() ? added(person) : id;
            if (accounts.get(present).email().isEmpty()) {
                accounts.setMail(present, person.name() + "@ferries.example");
            }
            signInService.forgetLinks(present);
            String link = SignInService.path(signInService.link(present, LASTS, true));
            System.out.printf(
                    "Sign in as %s, %s: http://127.0.0.1:%d%s%n",
                    person.label(), person.role().word(), port, link);
        }
    }

    private String added(DemoPerson person) {
        String id = accounts.add(person.name(), person.label()).id();
        accounts.grant(id, person.role() == Role.OPERATOR ? "" : demo.first(), person.role());
        String islands = demo.hasSource("ferries") ? demo.addIslands() : "";
        if (!islands.isEmpty() && person.role() != Role.OPERATOR) {
            accounts.grant(id, islands, person.role());
        }
        if (person.role() == Role.VIEWER) {
            GroupRow office = groups.all().stream()
                    .filter(group -> group.name().equals(OFFICE))
                    .findFirst()
                    .orElseGet(() -> groups.add(OFFICE));
            groups.join(office.id(), id);
            if (!islands.isEmpty()) {
                groups.setRowAccess(new Groups.GroupChoice(office.id(), islands, "island", ChoiceText.of(ITS_ISLAND)));
            }
        }
        return id;
    }
}
