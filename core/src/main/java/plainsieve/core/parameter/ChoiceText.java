package plainsieve.core.parameter;

import java.util.List;

/**
 * A choice as it arrives from a link, a control or the command line, before it is parsed and validated.
 *
 * @param kind blank, all, or values
 * @param values the values as text; empty unless the kind is values
 * @param withoutValue whether rows without a value are chosen too
 */
public record ChoiceText(Kind kind, List<String> values, boolean withoutValue) {
    /** Which of the three kinds of choice this is. */
    public enum Kind {
        BLANK,
        ALL,
        VALUES
    }

    public ChoiceText {
        values = List.copyOf(values);
        // An empty list of values is blank, so that the kind alone determines the meaning.
        kind = kind == Kind.VALUES && values.isEmpty() && !withoutValue ? Kind.BLANK : kind;
    }

    public static ChoiceText blank() {
        return new ChoiceText(Kind.BLANK, List.of(), false);
    }

    public static ChoiceText all() {
        return new ChoiceText(Kind.ALL, List.of(), false);
    }

    public static ChoiceText of(List<String> values) {
        return new ChoiceText(Kind.VALUES, values, false);
    }

    public static ChoiceText of(String... values) {
        return of(List.of(values));
    }
}
