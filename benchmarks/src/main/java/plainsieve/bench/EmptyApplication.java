package plainsieve.bench;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;

/** Nothing, with the same starters: what the framework itself needs. */
@SpringBootApplication
public class EmptyApplication {
    public static void main(String[] args) {
        SpringApplication.run(EmptyApplication.class, args);
    }
}
