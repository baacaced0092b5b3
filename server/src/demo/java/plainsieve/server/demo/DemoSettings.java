package plainsieve.server.demo;

import org.springframework.core.env.Environment;

/**
 * What of the demo is wanted. A port of 0 stands for what is not started.
 *
 * @param crossings how many crossings the ferries get
 * @param postgres where a PostgreSQL server listens
 * @param mariadb where a MariaDB server listens
 * @param trino where a Trino cluster listens
 * @param tides where the stand-in for the tide service should listen
 * @param fares where the stand-in for the fare service should listen
 * @param mail where the mailbox should take mail
 * @param mailbox where the mailbox should show what came
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
