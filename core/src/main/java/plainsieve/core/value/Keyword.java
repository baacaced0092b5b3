package plainsieve.core.value;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** An enum constant with a keyword, by which project files, the database and the API name it. */
public interface Keyword {
    /** In lower case, with hyphens between words. */
    String word();

    /** The keyword of any enum constant: its own, or its name in lower case with hyphens. */
    static String of(Enum<?> constant) {
        return constant instanceof Keyword keyword
                ? keyword.word()
                : constant.name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** The constant with a keyword; empty if there is none. */
    static <E extends Enum<E>> Optional<E> find(Class<E> type, String word) {
        return Arrays.stream(type.getEnumConstants())
                .filter(constant -> of(constant).equals(word))
                .findFirst();
    }

    /** The keywords of an enum, in the order of its constants. */
    static <E extends Enum<E>> List<String> all(Class<E> type) {
        return Arrays.stream(type.getEnumConstants()).map(Keyword::of).toList();
    }
}
