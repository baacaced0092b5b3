package plainsieve.core.dialect;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/** The registry of all dialects. To add a dialect, write a class and register it here. */
public final class Dialects {
    public static final List<Dialect> ALL = List.of(
            new DuckDbDialect(),
            new PostgreSqlDialect(),
            new MariaDbDialect(),
            new SqliteDialect(),
            new TrinoDialect());

    /** Of the engine within this server. */
    public static final Dialect HERE = ALL.get(0);

    private Dialects() {}

    /** The dialect of this name on the command line and in files; empty if unknown. */
    public static Optional<Dialect> named(String name) {
        return ALL.stream().filter(dialect -> dialect.name().equals(name)).findFirst();
    }

    /** The dialect of a valid name. */
    public static Dialect of(String name) {
        return named(name)
                .orElseThrow(() -> new IllegalArgumentException("“%s” is not one of %s"
                        .formatted(name, ALL.stream().map(Dialect::name).collect(Collectors.joining(", ")))));
    }
}
