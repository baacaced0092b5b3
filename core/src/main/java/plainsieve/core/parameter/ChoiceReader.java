package plainsieve.core.parameter;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.value.NearestName;
import plainsieve.core.value.Period;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Value;
import plainsieve.core.value.ValueReader;

/** Types and checks choices: text in, {@link Choice} out, or every problem at once, each naming its parameter. */
public final class ChoiceReader {
    private static final int LONGEST_SHOWN = 60;
    private static final LocalDate SOME_DAY = LocalDate.of(2026, 3, 31);

    private ChoiceReader() {}

    /**
     * Reads the choices for the given parameters. A missing parameter is blank.
     *
     * @throws ProblemException with one problem for each unknown parameter, unreadable or unlisted value
     */
    public static Map<String, Choice> readAll(Map<String, Parameter> parameters, Map<String, ChoiceText> texts) {
        List<Problem> problems = new ArrayList<>();
        for (String name : texts.keySet()) {
            if (!parameters.containsKey(name)) {
                problems.add(unknown(name, parameters));
            }
        }
        Map<String, Choice> choices = new LinkedHashMap<>();
        for (Parameter parameter : parameters.values()) {
            try {
                ChoiceText text = texts.getOrDefault(parameter.name(), ChoiceText.blank());
                choices.put(parameter.name(), read(parameter, text));
            } catch (ProblemException e) {
                e.problems().forEach(problem -> problems.add(problem.about(parameter.name())));
            }
        }
        if (!problems.isEmpty()) {
            throw new ProblemException(problems);
        }
        return choices;
    }

    private static Choice read(Parameter parameter, ChoiceText text) {
        refuseContradictions(parameter, text);
        return switch (text.kind()) {
            case BLANK -> blank(parameter);
            case ALL -> all(parameter);
            case VALUES -> values(parameter, text);
        };
    }

    /** Contradictions are rejected and never resolved silently. */
    private static void refuseContradictions(Parameter parameter, ChoiceText text) {
        boolean values = text.kind() == ChoiceText.Kind.VALUES;
        boolean more = !text.values().isEmpty() || (text.withoutValue() && text.kind() == ChoiceText.Kind.BLANK);
        if (!values && more) {
            String said = text.kind() == ChoiceText.Kind.ALL ? "every value" : "nothing";
            String other = text.values().stream()
                    .findFirst()
                    .map(value -> "“" + shortened(value) + "”")
                    .orElse("no value");
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_CHOICE,
                    "Both %2$s and %3$s are chosen for :%1$s.".formatted(parameter.name(), said, other),
                    "Remove one of them."));
        }
    }

    /**
     * Rejects a duplicate value in a link. Duplicates from programs are removed instead.
     *
     * @throws ProblemException if there is one
     */
    public static void refuseRepeats(String parameter, ChoiceText text) {
        Set<String> seen = new HashSet<>();
        for (String value : text.values()) {
            if (!seen.add(value)) {
                throw new ProblemException(Problem.of(
                        ProblemKind.INVALID_CHOICE,
                        "“%s” is chosen twice for :%s.".formatted(shortened(value), parameter),
                        "Remove one of them."));
            }
        }
    }

    private static Choice blank(Parameter parameter) {
        if (parameter.blankRule() == BlankRule.NOT_ALLOWED) {
            throw new ProblemException(Problem.of(
                    ProblemKind.CHOICE_REQUIRED,
                    ":%s needs a value.".formatted(parameter.name()),
                    "Choose %s.".formatted(parameter.multiple() ? "at least one" : "one")));
        }
        return new Choice.Blank();
    }

    private static Choice all(Parameter parameter) {
        if (!parameter.multiple()) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_CHOICE,
                    ":%s takes one value, not all of them.".formatted(parameter.name()),
                    "Choose one value, or let the parameter take many."));
        }
        return new Choice.All();
    }

    private static Choice values(Parameter parameter, ChoiceText text) {
        List<String> distinct = text.values().stream().distinct().toList();
        if (!parameter.multiple() && (distinct.size() != 1 || text.withoutValue())) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_CHOICE,
                    ":%s takes one value, but %d were chosen."
                            .formatted(parameter.name(), distinct.size() + (text.withoutValue() ? 1 : 0)),
                    "Choose one value, or let the parameter take many."));
        }
        List<Value> values =
                distinct.stream().map(value -> readListed(parameter, value)).toList();
        return parameter.multiple() ? new Choice.Many(values, text.withoutValue()) : new Choice.One(values.get(0));
    }

    private static Value readListed(Parameter parameter, String text) {
        Value value = readValue(parameter, text);
        parameter.allowed().filter(list -> !list.allow(value.written())).ifPresent(list -> {
            throw new ProblemException(notListed(parameter, value.written(), list));
        });
        return value;
    }

    /**
     * The same choice with each value in canonical form: 2026-03 becomes the first day of a month, a space in a
     * timestamp a T. An unreadable value is kept for {@link #readAll} to report.
     */
    public static ChoiceText asWritten(Parameter parameter, ChoiceText text) {
        return new ChoiceText(
                text.kind(),
                text.values().stream().map(value -> asWritten(parameter, value)).toList(),
                text.withoutValue());
    }

    private static String asWritten(Parameter parameter, String value) {
        try {
            return readValue(parameter, value).written();
        } catch (ProblemException e) {
            return value;
        }
    }

    /** A month may be written 2026-03; the value is its first day. */
    private static Value readValue(Parameter parameter, String text) {
        Optional<Period> period = parameter.covers().period();
        if (period.isEmpty()) {
            return ValueReader.read(parameter.type(), text);
        }
        return period.get()
                .read(text.strip())
                .<Value>map(Value.Day::new)
                .orElseThrow(() -> new ProblemException(Problem.of(
                        ProblemKind.INVALID_VALUE,
                        "“%s” is not a %s.".formatted(text, period.get().word()),
                        "Write one like %s.".formatted(period.get().written(SOME_DAY)))));
    }

    private static Problem notListed(Parameter parameter, String value, AllowedValues list) {
        Optional<String> nearest =
                value.length() > LONGEST_SHOWN ? Optional.empty() : NearestName.of(value, list.written());
        return Problem.of(
                ProblemKind.VALUE_NOT_LISTED,
                "“%s” is not on the list of :%s.".formatted(shortened(value), parameter.name()),
                nearest.map("Did you mean “%s”?"::formatted).orElse("Choose a value from the list."));
    }

    /** The problem of an undefined parameter, with the nearest defined name. */
    public static Problem unknown(String name, Map<String, Parameter> parameters) {
        String advice = NearestName.of(name, parameters.keySet())
                .map("Did you mean “%s”?"::formatted)
                .orElse(
                        parameters.isEmpty()
                                ? "No parameters are defined here."
                                : "There are: " + String.join(", ", parameters.keySet()) + ".");
        return Problem.of(ProblemKind.UNKNOWN_PARAMETER, "Unknown parameter “%s”.".formatted(shortened(name)), advice)
                .about(name);
    }

    private static String shortened(String text) {
        return text.length() > LONGEST_SHOWN ? text.substring(0, LONGEST_SHOWN) + "…" : text;
    }
}
