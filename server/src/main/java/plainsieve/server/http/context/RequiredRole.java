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

    /** Whether it is for those who are not signed in, too. */
    boolean open() default false;
}
