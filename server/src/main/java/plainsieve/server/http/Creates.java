package plainsieve.server.http;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.ResponseStatus;

/** Marks a route that creates a resource: it answers 201, and the header Location has the resource's address. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.METHOD)
@ResponseStatus(HttpStatus.CREATED)
public @interface Creates {
    /** The address, with the variables of the route and {@code {created}}, the ID in the body. */
    String value();
}
