package plainsieve.server.http.context;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import plainsieve.server.people.Role;

/** The role that the routes of a controller require. Controllers without it are inaccessible. */
@Retention(RetentionPolicy.RUNTIME)
@Target({ElementType.TYPE, ElementType.METHOD})
public @interface RequiredRole {
    Role value();

    /** Whether anonymous callers are permitted, too. */
    boolean open() default false;
}
