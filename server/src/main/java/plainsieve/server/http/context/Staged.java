package plainsieve.server.http.context;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * A project that is asked, not changed: with what holds in one of its stages. Authors may ask for another one with the header
 * {@code Stage}.
 */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.PARAMETER)
public @interface Staged {
    /** The stage where the request names none. */
    String value();
}
