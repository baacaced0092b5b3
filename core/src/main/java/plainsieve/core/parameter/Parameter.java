package plainsieve.core.parameter;

import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.regex.Pattern;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;

/**
 * A typed hole in queries, written {@code :name}.
 *
 * @param name stable, used in queries and links: a letter, then letters, digits and {@code _}
 * @param many whether it takes several values
 * @param allowed the values it may take, when it has a list
 * @param everyRowValue in a row limit, the value that means no limit (usually 0)
 */
public record Parameter(
        String name,
        Type type,
        boolean many,
        BlankRule blankRule,
        Optional<AllowedValues> allowed,
        OptionalLong everyRowValue) {

    private static final Pattern NAME = Pattern.compile("[A-Za-z][A-Za-z0-9_]{0,62}");

    /** Names that links use for other things, see docs/links.md. */
    private static final Set<String> RESERVED = Set.of("all", "without");

    public Parameter {
        if (!NAME.matcher(name).matches()) {
            throw new ProblemException(Problem.of(
                    "bad-parameter-name",
                    "“%s” cannot be the name of a parameter.".formatted(name),
                    "Begin with a letter; go on with letters, digits and _; at most 63 of them."));
        }
        if (RESERVED.contains(name)) {
            throw new ProblemException(Problem.of(
                    "bad-parameter-name",
                    "“%s” has a meaning of its own in links.".formatted(name),
                    "Choose another name."));
        }
    }

    /** A parameter that takes any value and, when blank, filters nothing. */
    public static Parameter of(String name, Type type) {
        return new Parameter(name, type, false, BlankRule.NO_FILTER, Optional.empty(), OptionalLong.empty());
    }

    public Parameter takingMany() {
        return new Parameter(name, type, true, blankRule, allowed, everyRowValue);
    }

    public Parameter withBlankRule(BlankRule rule) {
        return new Parameter(name, type, many, rule, allowed, everyRowValue);
    }

    public Parameter withAllowed(AllowedValues values) {
        return new Parameter(name, type, many, blankRule, Optional.of(values), everyRowValue);
    }

    public Parameter withEveryRowValue(long value) {
        return new Parameter(name, type, many, blankRule, allowed, OptionalLong.of(value));
    }
}
