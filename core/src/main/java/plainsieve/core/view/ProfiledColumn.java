package plainsieve.core.view;

import java.math.BigDecimal;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import plainsieve.core.value.Type;

/**
 * An output column with its profile.
 *
 * @param type empty for unsupported types
 * @param different the number of distinct values with the sampled choices; empty if not counted
 * @param days the number of days between its minimum and maximum; empty unless it is a date or timestamp
 * @param reach the difference between its minimum and maximum; empty unless it is a number
 * @param refines columns with fewer values, of which each of its values has exactly one: a port refines its island
 */
public record ProfiledColumn(
        String name,
        Optional<Type> type,
        OptionalLong different,
        OptionalLong days,
        Optional<BigDecimal> reach,
        List<String> refines) {
    private static final Set<String> NOT_ADDED_UP =
            Set.of("id", "no", "nr", "number", "code", "year", "month", "day", "week");

    public ProfiledColumn {
        refines = List.copyOf(refines);
    }

    /** A column of which no more is known than how many values it has. */
    public static ProfiledColumn of(String name, Optional<Type> type, OptionalLong different) {
        return new ProfiledColumn(name, type, different, OptionalLong.empty(), Optional.empty(), List.of());
    }

    public ProfiledColumn refining(List<String> coarser) {
        return new ProfiledColumn(name, type, different, days, reach, coarser);
    }

    public boolean isNumber() {
        return type.filter(known -> known == Type.INTEGER || known == Type.DECIMAL)
                .isPresent();
    }

    public boolean isTime() {
        return type.filter(known -> known == Type.DATE || known == Type.DATETIME)
                .isPresent();
    }

    public boolean isText() {
        return type.filter(known -> known == Type.TEXT || known == Type.BOOLEAN).isPresent();
    }

    /** A number that counts or measures something. Numbers that only name something, as ids and years do, are not. */
    public boolean isMeasure() {
        String[] words = name.split("[^\\p{L}\\p{N}]+|(?<=\\p{Ll})(?=\\p{Lu})");
        return isNumber()
                && words.length > 0
                && !NOT_ADDED_UP.contains(words[words.length - 1].toLowerCase(Locale.ROOT));
    }

    /** How viewers read it: {@code departed_at} as "Departed at". */
    public String label() {
        String words = inWords();
        return words.isEmpty() ? name : Character.toUpperCase(words.charAt(0)) + words.substring(1);
    }

    /** The same within a sentence. */
    public String inWords() {
        return name.replace('_', ' ').strip();
    }

    /** "15 values"; empty when it was not counted. */
    public String differentInWords() {
        return different.isEmpty()
                ? ""
                : different.getAsLong() == 1
                        ? "1 value"
                        : String.format(Locale.ROOT, "%,d values", different.getAsLong());
    }
}
