package plainsieve.core.parameter;

import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.regex.Pattern;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;
import plainsieve.core.value.ValueReader;

/**
 * A typed parameter of queries, written {@code :name}.
 *
 * @param name stable identifier in queries and links: a letter, then letters, digits and {@code _}
 * @param multiple whether it accepts several values
 * @param allowed the permitted values, if it has a list
 * @param unlimitedValue in a row limit, the value that means no limit (usually 0)
 * @param sendEach whether selecting all sends each listed value; otherwise all means no filter
 * @param covers the set of values that a selected value stands for
 */
public record Parameter(
        String name,
        Type type,
        boolean multiple,
        BlankRule blankRule,
        Optional<AllowedValues> allowed,
        OptionalLong unlimitedValue,
        boolean sendEach,
        ValueCoverage covers) {

    private static final Pattern NAME = Pattern.compile("[A-Za-z][A-Za-z0-9_]{0,62}");

    /** Names that links use for other purposes, see docs/links.md. */
    private static final Set<String> RESERVED = Set.of("all", "without", "saved", "signed");

    public Parameter {
        if (!NAME.matcher(name).matches()) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_PARAMETER,
                    "Invalid parameter name “%s”.".formatted(name),
                    "Use letters, digits and _, beginning with a letter; at most 63 characters."));
        }
        if (RESERVED.contains(name)) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_PARAMETER,
                    "“%s” is reserved in links.".formatted(name),
                    "Choose another name."));
        }
        if (!covers.fits(type)) {
            throw new ProblemException(Problem.of(
                            ProblemKind.INVALID_PARAMETER,
                            "A %s cannot cover “%s”.".formatted(type.inWords(), covers.word()),
                            covers.period().isPresent()
                                    ? "Make :%s a date.".formatted(name)
                                    : "Make :%s a text.".formatted(name))
                    .about(name));
        }
    }

    /** A parameter that accepts any value; blank means no filter. */
    public static Parameter of(String name, Type type) {
        return new Parameter(
                name,
                type,
                false,
                BlankRule.NO_FILTER,
                Optional.empty(),
                OptionalLong.empty(),
                false,
                ValueCoverage.ITSELF);
    }

    public Parameter asMultiple() {
        return new Parameter(name, type, true, blankRule, allowed, unlimitedValue, sendEach, covers);
    }

    public Parameter withBlankRule(BlankRule rule) {
        return new Parameter(name, type, multiple, rule, allowed, unlimitedValue, sendEach, covers);
    }

    public Parameter withAllowed(AllowedValues values) {
        return new Parameter(name, type, multiple, blankRule, Optional.of(values), unlimitedValue, sendEach, covers);
    }

    public Parameter withEveryRowValue(long value) {
        return new Parameter(name, type, multiple, blankRule, allowed, OptionalLong.of(value), sendEach, covers);
    }

    /** Every value on the list, typed; nothing without a list. */
    public Optional<List<Value>> listedValues() {
        return allowed.map(list -> list.written().stream()
                .map(written -> ValueReader.read(type, written))
                .toList());
    }

    public Parameter sendingEachValue() {
        return new Parameter(name, type, multiple, blankRule, allowed, unlimitedValue, true, covers);
    }

    public Parameter covering(ValueCoverage what) {
        return new Parameter(name, type, multiple, blankRule, allowed, unlimitedValue, sendEach, what);
    }
}
