package plainsieve.core.parameter;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.stream.Collectors;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;
import plainsieve.core.value.ValueReader;

/** Converts a parameter to another type or cardinality, keeping properties that apply to both. */
public final class ParameterConversion {
    private static final int MOST_NAMED = 3;
    private static final int LENGTH_OF_A_DAY = "2026-03-31".length();

    private final ParameterDefinition parameter;
    private final List<String> lost = new ArrayList<>();

    public ParameterConversion(ParameterDefinition parameter) {
        this.parameter = parameter;
    }

    /** The parameter with another type. */
    public ConvertedParameter toType(Type type) {
        ParameterDefinition.Meaning meaning = parameter.meaning();
        ValueCoverage coverage = meaning.covers();
        if (!coverage.fits(type)) {
            lost.add("A %s covers only itself, not “%s”.".formatted(type.inWords(), coverage.word()));
        }
        boolean limits = type == Type.INTEGER || meaning.unlimitedValue().isEmpty();
        if (!limits) {
            lost.add("Only an integer can mean all rows.");
        }
        ParameterDefinition.Meaning read = new ParameterDefinition.Meaning(
                type,
                meaning.multiple(),
                coverage.fits(type) ? coverage : ValueCoverage.ITSELF,
                meaning.blankRule(),
                meaning.sendEach(),
                limits ? meaning.unlimitedValue() : OptionalLong.empty());
        return new ConvertedParameter(
                parameter
                        .withMeaning(read)
                        .withBounds(readAs(type, parameter.bounds()))
                        .withList(readAs(type, parameter.list()))
                        .withStart(readAs(type, parameter.start(), "default"))
                        .withTrial(readAs(type, parameter.trial(), "trial value")),
                lost);
    }

    /* Bounds require values of one type. */
    private ParameterDefinition.Bounds readAs(Type type, ParameterDefinition.Bounds bounds) {
        String least = readAs(type, bounds.minimum()).orElse("");
        String most = readAs(type, bounds.maximum()).orElse("");
        if (!bounds.rangeEnd().isEmpty()) {
            lost.add("It no longer forms a range with :%s.".formatted(bounds.rangeEnd()));
        }
        List<String> gone = new ArrayList<>();
        if (least.isEmpty() && !bounds.minimum().isEmpty()) {
            gone.add(bounds.minimum());
        }
        if (most.isEmpty() && !bounds.maximum().isEmpty()) {
            gone.add(bounds.maximum());
        }
        reportLosses("The limit %s cannot be read as " + type.inWords() + ".", gone);
        return bounds.between(least, most).endingAt("");
    }

    private ListDefinition readAs(Type type, ListDefinition list) {
        if (!(list instanceof ListDefinition.Typed)) {
            return list;
        }
        List<ListedValue> readable = new ArrayList<>();
        List<String> gone = new ArrayList<>();
        for (ListedValue listed : list.typedValues()) {
            readAs(type, listed.value())
                    .ifPresentOrElse(
                            value -> readable.add(new ListedValue(value, listed.label(), listed.count())),
                            () -> gone.add(listed.value()));
        }
        reportLosses("On the list, %s cannot be read as " + type.inWords() + ".", gone);
        return new ListDefinition.Typed(readable, list.column());
    }

    private DefaultDefinition readAs(Type type, DefaultDefinition start, String what) {
        return start instanceof DefaultDefinition.FixedChoice
                ? DefaultDefinition.of(readAs(type, start.choice(), what))
                : start;
    }

    private ChoiceText readAs(Type type, ChoiceText choice, String what) {
        List<String> readable = new ArrayList<>();
        List<String> gone = new ArrayList<>();
        for (String value : choice.values()) {
            readAs(type, value).ifPresentOrElse(readable::add, () -> gone.add(value));
        }
        reportLosses("The " + what + " %s cannot be read as " + type.inWords() + ".", gone);
        boolean nothingLeft = choice.kind() == ChoiceText.Kind.VALUES && readable.isEmpty() && !choice.withoutValue();
        return nothingLeft ? ChoiceText.blank() : new ChoiceText(choice.kind(), readable, choice.withoutValue());
    }

    /** A value converted from its text: a timestamp to a date, 7.0 to an integer, anything to text. */
    private static Optional<String> readAs(Type type, String written) {
        boolean day = type == Type.DATE && written.matches("\\d{4}-\\d{2}-\\d{2}[T ].*");
        boolean whole = type == Type.INTEGER && written.matches("-?\\d+\\.0*");
        String text = day
                ? written.substring(0, LENGTH_OF_A_DAY)
                : whole ? written.substring(0, written.indexOf('.')) : written;
        try {
            Value value = ValueReader.read(type, text);
            return Optional.of(value.written());
        } catch (ProblemException unreadable) {
            return Optional.empty();
        }
    }

    /** The parameter taking many values. */
    public ConvertedParameter toMany() {
        if (!parameter.rangeEnd().isEmpty()) {
            lost.add("It no longer forms a range with :%s.".formatted(parameter.rangeEnd()));
        }
        if (parameter.isRowLimit()) {
            lost.add("Only a single number can mean all rows.");
        }
        return new ConvertedParameter(
                withMultiple(true, OptionalLong.empty())
                        .withBounds(parameter.bounds().endingAt("")),
                lost);
    }

    /** The single-value parameter: the first of several values is kept. */
    public ConvertedParameter toOne() {
        DefaultDefinition start = parameter.start() instanceof DefaultDefinition.FixedChoice
                ? DefaultDefinition.of(one(parameter.start().choice(), "default"))
                : parameter.start();
        ChoiceText trial = one(parameter.trial(), "trial value");
        return new ConvertedParameter(
                withMultiple(false, parameter.meaning().unlimitedValue())
                        .withStart(start)
                        .withTrial(trial),
                lost);
    }

    private ParameterDefinition withMultiple(boolean many, OptionalLong everyRow) {
        ParameterDefinition.Meaning now = parameter.meaning();
        ParameterDefinition.Meaning meaning = new ParameterDefinition.Meaning(
                now.type(), many, now.covers(), now.blankRule(), many && now.sendEach(), everyRow);
        return parameter.withMeaning(meaning).withFormula("");
    }

    private ChoiceText one(ChoiceText choice, String what) {
        if (choice.kind() == ChoiceText.Kind.ALL) {
            lost.add("The %s was “all”, which a single value cannot be.".formatted(what));
            return ChoiceText.blank();
        }
        int chosen = choice.values().size() + (choice.withoutValue() ? 1 : 0);
        if (chosen < 2) {
            return choice.withoutValue() ? ChoiceText.blank() : choice;
        }
        String kept = choice.values().get(0);
        lost.add("The %s keeps “%s” of %d values.".formatted(what, kept, chosen));
        return ChoiceText.of(kept);
    }

    /** The parameter with other values to choose from. Properties of another kind of list are dropped. */
    public ConvertedParameter toList(ListDefinition list) {
        int typed = parameter.list().typedValues().size();
        if (typed > 0 && !(list instanceof ListDefinition.Typed)) {
            lost.add("The %d typed values are removed; Undo restores them.".formatted(typed));
        }
        return new ConvertedParameter(parameter.withList(list), lost);
    }

    private void reportLosses(String sentence, List<String> gone) {
        if (!gone.isEmpty()) {
            String named =
                    gone.stream().limit(MOST_NAMED).map("“%s”"::formatted).collect(Collectors.joining(", "));
            int more = gone.size() - MOST_NAMED;
            lost.add(sentence.formatted(more > 0 ? "%s and %d more".formatted(named, more) : named));
        }
    }
}
