package plainsieve.server.http.context;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * A project for runs, with the settings of one of its stages. Authors may select another one with the header
 * {@code Stage}.
 */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.PARAMETER)
public @interface Staged {
    /** The stage where the request names none. */
    String value();
}
