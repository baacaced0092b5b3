package plainsieve.core.catalog;

import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.value.Type;

/**
 * The type of values for a declared SQL type, derived from whole keywords: {@code interval} and {@code point} are not
 * integers, {@code daterange} is not a date.
 */
public final class DeclaredType {
    private static final Set<String> MODIFIERS =
            Set.of("unsigned", "signed", "native", "national", "big", "long", "varying", "setof");

    private static final Map<String, Type> WORDS = new HashMap<>();

    static {
        words(
                Type.INTEGER,
                List.of("int", "integer", "int2", "int4", "int8", "smallint", "mediumint", "tinyint", "bigint"));
        words(Type.INTEGER, List.of("hugeint", "ubigint", "uinteger", "usmallint", "utinyint", "serial", "bigserial"));
        words(Type.DECIMAL, List.of("numeric", "decimal", "dec", "number", "real", "double", "float", "float4"));
        words(Type.DECIMAL, List.of("float8"));
        words(Type.BOOLEAN, List.of("bool", "boolean"));
        words(Type.DATE, List.of("date"));
        words(Type.DATETIME, List.of("timestamp", "timestamptz", "datetime", "timestamp_s", "timestamp_ms"));
        words(Type.TEXT, List.of("text", "varchar", "char", "character", "nvarchar", "nchar", "clob", "string"));
        words(Type.TEXT, List.of("tinytext", "mediumtext", "longtext", "citext", "bpchar", "name", "varchar2"));
    }

    private DeclaredType() {}

    private static void words(Type type, List<String> words) {
        words.forEach(word -> WORDS.put(word, type));
    }

    /** The type of values; empty for unsupported or unknown types and for arrays. */
    public static Optional<Type> of(String declared) {
        String plain =
                declared.toLowerCase(Locale.ROOT).replaceAll("\\([^)]*\\)", " ").strip();
        if (plain.indexOf('[') >= 0) {
            return Optional.empty();
        }
        return Arrays.stream(plain.split("\\s+"))
                .filter(word -> !MODIFIERS.contains(word))
                .findFirst()
                .map(WORDS::get);
    }
}
