package plainsieve.server.records;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** Marks what nearly every request reads: it is remembered until the records change, see {@link ReadCache}. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.METHOD)
@interface CachedRead {}
