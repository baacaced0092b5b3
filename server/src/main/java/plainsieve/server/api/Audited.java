package plainsieve.server.api;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** A route that is in the record of deeds when it has done what was asked, with what its address names. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.METHOD)
public @interface Audited {
    /** The kind of the deed, a few plain words behind a name. */
    String value();
}
