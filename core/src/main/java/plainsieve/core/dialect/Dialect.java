package plainsieve.core.dialect;

import java.util.List;
import java.util.Optional;

/** How one database writes what rewriting adds to a statement. Data and few overrides; one small class each. */
public interface Dialect {
    List<Dialect> ALL = List.of(new DuckDbDialect(), new PostgreSqlDialect());

    static Optional<Dialect> named(String name) {
        return ALL.stream().filter(dialect -> dialect.name().equals(name)).findFirst();
    }

    /** The word for this dialect on the wire, on the command line and in files: {@code postgresql}, {@code duckdb}. */
    String name();

    LexicalRules lexicalRules();

    /** Quotes a name so that it is taken literally, whatever characters it has. */
    default String quoteName(String name) {
        return '"' + name.replace("\"", "\"\"") + '"';
    }

    /** What stands for "true" where a condition must not be empty, as after ON. */
    default String trueLiteral() {
        return "true";
    }

    /** Lists longer than this are bound as one array, so that the text does not grow with the choice. */
    default int longestSpreadList() {
        return 64;
    }
}
