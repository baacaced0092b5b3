package plainsieve.server;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;
import org.springframework.context.ApplicationContextInitializer;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.context.support.GenericApplicationContext;
import plainsieve.server.records.IncompatibleDatabaseException;

/** Starts the server. */
@SpringBootApplication
@ConfigurationPropertiesScan
public class PlainSieve {
    /**
     * An idle connection is validated after half a minute instead of half a second, which every click would
     * pay for: a broken one is detected when it is used, and replaced. The pool reads this property from the process only.
     */
    private static final String UNASKED_FOR = "com.zaxxer.hikari.aliveBypassWindowMs";

    public static void main(String[] args) {
        launch(context -> {}, args);
    }

    /** Starts the program. @param addition adds beans to those of the server */
    public static void launch(ApplicationContextInitializer<GenericApplicationContext> addition, String... args) {
        try {
            start(addition, args);
        } catch (RuntimeException e) {
            // The reason has been printed already.
            if (IncompatibleDatabaseException.findIn(e).isEmpty()) {
                throw e;
            }
            System.exit(2);
        }
    }

    /** Starts it in this process. */
    public static ConfigurableApplicationContext start(String... args) {
        return start(context -> {}, args);
    }

    public static ConfigurableApplicationContext start(
            ApplicationContextInitializer<GenericApplicationContext> addition, String... args) {
        System.setProperty(UNASKED_FOR, System.getProperty(UNASKED_FOR, "30000"));
        SpringApplication server = new SpringApplication(PlainSieve.class);
        server.setMainApplicationClass(PlainSieve.class);
        server.addListeners(new AotActivation());
        server.addInitializers(addition);
        return server.run(args);
    }
}
