package plainsieve.server.demo;

import java.util.Map;
import org.springframework.context.ApplicationContextInitializer;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.context.support.GenericApplicationContext;
import org.springframework.core.env.MapPropertySource;
import plainsieve.server.PlainSieve;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.access.accounts.Groups;
import plainsieve.server.access.accounts.SignInService;
import plainsieve.server.definitions.edits.ProjectEdits;
import plainsieve.server.definitions.project.Projects;
import plainsieve.server.editing.transfer.ProjectTransfer;
import plainsieve.server.runtime.settings.Settings;
import plainsieve.server.sources.SourceEdits;

/** The server with the island ferries set up in it. No part of the product: {@code ./demo} and the tests start it. */
public final class Demo implements ApplicationContextInitializer<GenericApplicationContext> {
    private Demo() {}

    public static void main(String[] args) {
        PlainSieve.launch(new Demo(), args);
    }

    /** Starts it in this process. */
    public static ConfigurableApplicationContext start(String... args) {
        return PlainSieve.start(new Demo(), args);
    }

    /** Adds its beans to those generated at build time. */
    @Override
    public void initialize(GenericApplicationContext context) {
        // The users of the demo have their own links.
        context.getEnvironment()
                .getPropertySources()
                .addFirst(new MapPropertySource("demo", Map.of("plainsieve.first-sign-in-link", "false")));
        context.registerBean(DemoSettings.class, () -> DemoSettings.of(context.getEnvironment()));
        context.registerBean(DemoServices.class, () -> new DemoServices(context.getBean(DemoSettings.class)));
        context.registerBean(
                DemoProject.class,
                () -> new DemoProject(
                        context.getBean(Projects.class),
                        context.getBean(ProjectEdits.class),
                        context.getBean(SourceEdits.class),
                        context.getBean(ProjectTransfer.class)));
        context.registerBean(
                DemoSetup.class,
                () -> new DemoSetup(
                        context.getBean(Settings.class),
                        context.getBean(DemoSettings.class),
                        context.getBean(DemoProject.class),
                        context.getBean(DemoServices.class)));
        context.registerBean(
                DemoPeople.class,
                () -> new DemoPeople(
                        context.getBean(Settings.class),
                        context.getBean(Accounts.class),
                        context.getBean(Groups.class),
                        context.getBean(SignInService.class),
                        context.getBean(DemoProject.class)));
    }
}
