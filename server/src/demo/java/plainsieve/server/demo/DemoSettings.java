package plainsieve.server.demo;

import org.springframework.core.env.Environment;

/**
 * The parts of the demo. A port of 0 means that the server is not started.
 *
 * @param crossings the number of crossings
 * @param postgres the port of the PostgreSQL server
 * @param mariadb the port of the MariaDB server
 * @param trino the port of the Trino cluster
 * @param tides the port of the simulated tide service
 * @param fares the port of the simulated fare service
 * @param mail the SMTP port of the mailbox
 * @param mailbox the port of the mailbox's page
 */
record DemoSettings(int crossings, int postgres, int mariadb, int trino, int tides, int fares, int mail, int mailbox) {
    private static final int USUAL_CROSSINGS = 1_000_000;

    static DemoSettings of(Environment environment) {
        return new DemoSettings(
                number(environment, "crossings", USUAL_CROSSINGS),
                number(environment, "postgres-port", 0),
                number(environment, "mariadb-port", 0),
                number(environment, "trino-port", 0),
                number(environment, "tides-port", 0),
                number(environment, "fares-port", 0),
                number(environment, "mail-port", 0),
                number(environment, "mailbox-port", 0));
    }

    private static int number(Environment environment, String name, int otherwise) {
        return environment.getProperty("plainsieve.demo-" + name, Integer.class, otherwise);
    }
}
