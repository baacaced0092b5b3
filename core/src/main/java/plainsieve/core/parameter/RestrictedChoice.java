package plainsieve.core.parameter;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/** A choice limited to the values that the caller may see. For any requested choice, the result contains only those values. */
public final class RestrictedChoice {
    private static final int MOST_NAMED = 5;

    private final ParameterDefinition definition;
    private final ChoiceText held;
    private final Parameter parameter;
    private final Set<String> allowed;

    /**
     * @param held the permitted values: some, all, or none
     * @throws ProblemException if there are none
     */
    public RestrictedChoice(ParameterDefinition definition, ChoiceText held) {
        this.definition = definition;
        this.parameter = definition.toParameter();
        this.held = held;
        if (held.kind() == ChoiceText.Kind.BLANK) {
            throw nothing("You have no %s assigned.");
        }
        this.allowed =
                new LinkedHashSet<>(ChoiceReader.asWritten(parameter, held).values());
    }

    private ProblemException nothing(String message) {
        return new ProblemException(
                Problem.of(ProblemKind.ROW_ACCESS_DENIED, message.formatted(inWords()), "Ask your administrator.")
                        .about(definition.name()));
    }

    /** The values that belong to them; none when all of them are. */
    public List<String> values() {
        return List.copyOf(allowed);
    }

    private String typed(String written) {
        return ChoiceReader.asWritten(parameter, ChoiceText.of(written))
                .values()
                .get(0);
    }

    /** The choice if all of its values are permitted. Throws {@link ProblemException} with those that are not. */
    public ChoiceText chosen(ChoiceText text) {
        if (isEverything()) {
            return text;
        }
        List<String> beyond =
                text.values().stream().filter(value -> !isTheirs(value)).toList();
        if (!beyond.isEmpty() || text.withoutValue() && !held.withoutValue()) {
            String named = beyond.isEmpty()
                    ? "Rows without a value"
                    : beyond.stream().limit(MOST_NAMED).map("“%s”"::formatted).collect(Collectors.joining(", "));
            throw new ProblemException(Problem.of(
                            ProblemKind.ROW_ACCESS_DENIED,
                            "You may not see %s of %s.".formatted(named, inWords()),
                            "Choose a value from the list.")
                    .about(definition.name()));
        }
        return orAllOfTheirs(text);
    }

    /** The default of a report, restricted to permitted values. */
    public ChoiceText opening(ChoiceText text) {
        if (isEverything()) {
            return text;
        }
        List<String> theirs = text.values().stream().filter(this::isTheirs).toList();
        boolean withoutValue = text.withoutValue() && held.withoutValue();
        boolean none = theirs.isEmpty() && !withoutValue;
        return none ? orAllOfTheirs(ChoiceText.blank()) : new ChoiceText(text.kind(), theirs, withoutValue);
    }

    /**
     * A choice restricted to the current list: all permitted values means those on the list. Never blank, which would mean
     * everyone's.
     */
    public ChoiceText listed(ChoiceText text, Optional<AllowedValues> list) {
        boolean chosen = text.kind() == ChoiceText.Kind.VALUES && !text.equals(orAllOfTheirs(ChoiceText.blank()));
        if (isEverything() || chosen) {
            return text;
        }
        List<String> values = allowed.stream()
                .filter(value -> list.isEmpty() || list.get().allow(value))
                .toList();
        if (values.isEmpty() && !held.withoutValue()) {
            throw nothing("None of the %s values you may see is on the list now.");
        }
        return all(values);
    }

    /** The same choice before sending. Throws {@link ProblemException} if it contains more than the permitted values, however it was computed. */
    public Choice sent(Choice choice) {
        boolean within = isEverything()
                || choice instanceof Choice.One one && isTheirs(one.value().written())
                || choice instanceof Choice.Many many
                        && (many.withoutValue()
                                ? held.withoutValue()
                                : !many.values().isEmpty())
                        && many.values().stream().allMatch(value -> isTheirs(value.written()));
        if (!within) {
            throw nothing("The request includes %s values that you may not see.");
        }
        return choice;
    }

    /** Whether it is one value that cannot be changed. */
    public boolean isOneValue() {
        return held.kind() == ChoiceText.Kind.VALUES && allowed.size() == 1 && !held.withoutValue();
    }

    /** Whether it is unrestricted. */
    public boolean isEverything() {
        return held.kind() == ChoiceText.Kind.ALL;
    }

    /** Whether a value may be shown to them. */
    public boolean shows(String written) {
        return isEverything() || isTheirs(written);
    }

    private boolean isTheirs(String written) {
        return allowed.contains(typed(written));
    }

    private ChoiceText orAllOfTheirs(ChoiceText text) {
        return text.kind() == ChoiceText.Kind.VALUES ? text : all(List.copyOf(allowed));
    }

    /* A single-value parameter gets the first, which can be changed to another permitted one. */
    private ChoiceText all(List<String> values) {
        return definition.many() || values.isEmpty()
                ? new ChoiceText(ChoiceText.Kind.VALUES, values, held.withoutValue())
                : ChoiceText.of(values.get(0));
    }

    private String inWords() {
        return "“%s”".formatted(definition.label());
    }
}
