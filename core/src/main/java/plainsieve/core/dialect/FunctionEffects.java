package plainsieve.core.dialect;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * The effects of a database's functions on rows, by name, as in its catalog, which is recorded for each database in a
 * list next to this class. An unlisted function may do anything.
 *
 * @param names in lower case
 */
public record FunctionEffects(Map<Kind, Set<String>> names) {
    /** The effect of a function on rows. Overloads of one name may have different kinds. */
    public enum Kind {
        /** One value of many rows. */
        AGGREGATE,
        /**
         * An {@link #AGGREGATE} that the server evaluates differently in HAVING than in SELECT, also in a HAVING to which it
         * pushes the condition of an outer query.
         */
        DIFFERS_IN_HAVING,
        /** One value of each row that depends on others, behind OVER. */
        WINDOW,
        /** Returns a set of rows. */
        MANY_ROWS,
        /** May return different results for equal arguments. */
        VOLATILE,
        /** One value of its arguments, the same each time within a statement. */
        SCALAR,
        /** Table function for FROM on its arguments or the engine's catalog; embedded engines only. */
        TABLE,
        /** {@link #VOLATILE} without side effects: changes and locks nothing, and reads nothing outside the database. */
        HARMLESS,
        /** Reads files, settings or logs, runs SQL given as text, or changes something; overrides all other kinds. */
        RESTRICTED,
        /** A view of the engine that shows its settings or its logs. */
        RESTRICTED_VIEW
    }

    private static final Set<Kind> WHAT_IT_DOES =
            EnumSet.of(Kind.AGGREGATE, Kind.WINDOW, Kind.MANY_ROWS, Kind.VOLATILE, Kind.SCALAR);

    /** Written like functions in every supported database, or parameterized types, as in {@code cast(x as varchar(10))}. */
    private static final Set<String> IN_EVERY_DATABASE = Set.of(
            "coalesce",
            "nullif",
            "greatest",
            "least",
            "cast",
            "try_cast",
            "convert",
            "extract",
            "position",
            "substring",
            "trim",
            "overlay",
            "row",
            "array",
            "grouping",
            "varchar",
            "char",
            "character",
            "varying",
            "nchar",
            "nvarchar",
            "numeric",
            "decimal",
            "dec",
            "int",
            "integer",
            "bigint",
            "smallint",
            "tinyint",
            "float",
            "double",
            "precision",
            "real",
            "bit",
            "binary",
            "varbinary",
            "time",
            "timestamp",
            "timestamptz",
            "datetime",
            "struct",
            "map",
            "normalize",
            "using",
            "current_date",
            "current_time",
            "current_timestamp",
            "localtime",
            "localtimestamp");

    public FunctionEffects {
        Map<Kind, Set<String>> copied = new EnumMap<>(Kind.class);
        names.forEach((kind, all) -> copied.put(kind, Set.copyOf(all)));
        names = Map.copyOf(copied);
    }

    /** The built-in functions of a dialect. */
    static FunctionEffects of(String dialect) {
        String file = "functions-" + dialect + ".txt";
        try (InputStream in = FunctionEffects.class.getResourceAsStream(file)) {
            return read(new BufferedReader(new InputStreamReader(in, StandardCharsets.UTF_8))
                    .lines()
                    .toList());
        } catch (IOException e) {
            throw new UncheckedIOException(file + " is not in this program", e);
        }
    }

    private static FunctionEffects read(List<String> lines) {
        Map<Kind, Set<String>> found = new EnumMap<>(Kind.class);
        Kind kind = Kind.SCALAR;
        for (String line : lines) {
            if (line.endsWith(":")) {
                kind = Kind.valueOf(line.substring(0, line.length() - 1)
                        .toUpperCase(Locale.ROOT)
                        .replace(' ', '_'));
            } else if (!line.startsWith("#") && !line.isBlank()) {
                found.computeIfAbsent(kind, key -> new HashSet<>())
                        .addAll(List.of(line.strip().split(" ")));
            }
        }
        found.computeIfAbsent(Kind.SCALAR, key -> new HashSet<>()).addAll(IN_EVERY_DATABASE);
        return new FunctionEffects(found);
    }

    public boolean is(Kind kind, String name) {
        return names.getOrDefault(kind, Set.of()).contains(name.toLowerCase(Locale.ROOT));
    }

    /** Whether the effects of a function are known. */
    public boolean knows(String name) {
        String lower = name.toLowerCase(Locale.ROOT);
        return WHAT_IT_DOES.stream()
                .anyMatch(kind -> names.getOrDefault(kind, Set.of()).contains(lower));
    }
}
