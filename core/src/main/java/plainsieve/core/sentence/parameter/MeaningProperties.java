package plainsieve.core.sentence.parameter;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalLong;
import java.util.stream.Stream;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.ConvertedParameter;
import plainsieve.core.parameter.ParameterConversion;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.parameter.ParameterDefinition.Bounds;
import plainsieve.core.parameter.ParameterDefinition.Meaning;
import plainsieve.core.parameter.RowAccessRule;
import plainsieve.core.parameter.ValueCoverage;
import plainsieve.core.sentence.MarkOption;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;
import plainsieve.core.value.ValueReader;

/** Type, cardinality, blank, all and limits in the sentence of a parameter. */
final class MeaningProperties {
    private static final String NO_BOUND = "none";
    private static final String ONE = "one";
    private static final String MANY = "many";
    private static final String COMPUTED = "computed";
    private static final String RANGE = "range/";
    private static final String NO_FILTER = "no filter";
    private static final String SEND_EACH = "send-each";
    private static final String LEAVE_OUT = "leave-out";

    private final ParameterDefinition parameter;
    private final Meaning meaning;
    private final ParameterContext around;

    MeaningProperties(ParameterDefinition parameter, ParameterContext around) {
        this.parameter = parameter;
        this.meaning = parameter.meaning();
        this.around = around;
    }

    ParameterProperty type() {
        return ParameterProperty.selectable(
                "is ",
                "type",
                inWords(meaning.type()),
                () -> Stream.of(Type.values()).map(this::typeOffer).toList(),
                word -> new ParameterConversion(parameter)
                        .toType(Type.ofWord(word).orElseThrow()));
    }

    /* Losses are known before the selection. */
    private MarkOption typeOffer(Type type) {
        String lost = type == meaning.type()
                ? ""
                : String.join(
                        " ", new ParameterConversion(parameter).toType(type).lost());
        return MarkOption.of(type.word(), inWords(type), lost);
    }

    private static String inWords(Type type) {
        return switch (type) {
            case TEXT -> "text";
            case DATETIME -> "a date and time";
            case BOOLEAN -> "yes or no";
            case INTEGER, DECIMAL, DATE, NAME -> "a " + type.inWords();
        };
    }

    /** One value, many, the lower end of a range, or a computed value. */
    ParameterProperty takes() {
        ParameterProperty takes = ParameterProperty.selectable(
                parameter.isComputed() ? ", " : ", takes ",
                "takes",
                withMultiplicity(),
                this::takesOffers,
                this::withMultiplicity);
        return around.beginning(parameter.name())
                .map(start -> takes.then(", the end of the range of :" + start))
                .orElse(takes);
    }

    private List<MarkOption> takesOffers() {
        List<MarkOption> offers = new ArrayList<>();
        offers.add(MarkOption.of(ONE, "one value", ""));
        offers.add(MarkOption.of(MANY, "many values", ""));
        around.parameters().values().stream()
                .filter(this::couldEndRange)
                .sorted((one, other) -> one.name().compareTo(other.name()))
                .forEach(end -> offers.add(MarkOption.of(RANGE + end.name(), upTo(end.name()), "both ends included")));
        offers.add(MarkOption.of(COMPUTED, "computed", "by a formula; not chosen by viewers"));
        return offers;
    }

    private boolean couldEndRange(ParameterDefinition other) {
        return !other.name().equals(parameter.name())
                && other.type() == parameter.type()
                && !other.many()
                && !other.isComputed()
                && !other.isRowLimit()
                && other.rangeEnd().isEmpty();
    }

    private String withMultiplicity() {
        if (parameter.isComputed()) {
            return "computed";
        }
        if (parameter.many()) {
            return "many values";
        }
        return parameter.rangeEnd().isEmpty() ? "one value" : upTo(parameter.rangeEnd());
    }

    private static String upTo(String end) {
        return "a range up to :" + end;
    }

    private ConvertedParameter withMultiplicity(String taken) {
        if (taken.equals(COMPUTED)) {
            return ConvertedParameter.without(
                    parameter.isComputed()
                            ? parameter
                            : parameter
                                    .withBounds(parameter.bounds().heldBy(RowAccessRule.NONE))
                                    .withFormula(DefaultProperties.usualFormula(parameter)));
        }
        if (taken.equals(MANY)) {
            return new ParameterConversion(parameter).toMany();
        }
        ConvertedParameter one = new ParameterConversion(parameter).toOne();
        String end = taken.startsWith(RANGE) ? taken.substring(RANGE.length()) : "";
        Bounds bounds = parameter.bounds();
        return new ConvertedParameter(one.parameter().withBounds(bounds.endingAt(end)), one.lost());
    }

    List<ParameterProperty> ofBlank() {
        List<MarkOption> rules = Stream.of(BlankRule.values())
                .map(rule -> MarkOption.of(rule.word(), inWords(rule), ""))
                .toList();
        return List.of(
                ParameterProperty.selectable(
                        "; when blank: ",
                        "blank",
                        inWords(meaning.blankRule()),
                        () -> rules,
                        word -> ConvertedParameter.without(
                                with(meaning.covers(), BlankRule.ofWord(word).orElseThrow(), meaning.sendEach()))),
                ParameterProperty.typed(
                        ", shown as ",
                        "reads",
                        "nothing",
                        parameter.words().blankLabel(),
                        words -> ParameterLabelChange.of(parameter).whenBlank(words)));
    }

    private static String inWords(BlankRule rule) {
        return switch (rule) {
            case NO_FILTER -> NO_FILTER;
            case ROWS_WITHOUT_VALUE -> "rows without a value";
            case NOT_ALLOWED -> "a choice is required";
        };
    }

    private ParameterDefinition with(ValueCoverage coverage, BlankRule rule, boolean sendEach) {
        return parameter.withMeaning(
                new Meaning(meaning.type(), meaning.multiple(), coverage, rule, sendEach, meaning.unlimitedValue()));
    }

    /** The optional properties of a choice. */
    List<ParameterProperty> rest() {
        List<ParameterProperty> rest = new ArrayList<>();
        List<ValueCoverage> possible = Arrays.stream(ValueCoverage.values())
                .filter(coverage -> coverage.fits(meaning.type()))
                .toList();
        if (possible.size() > 1) {
            rest.add(covers(possible));
        }
        if (meaning.multiple()) {
            rest.add(all());
        }
        if (meaning.type() == Type.INTEGER && !meaning.multiple()) {
            rest.add(everyRow());
        }
        if (hasLimits()) {
            Bounds bounds = parameter.bounds();
            boolean none = bounds.minimum().isEmpty() && bounds.maximum().isEmpty();
            rest.add(ParameterProperty.typed(
                            "; minimum: ",
                            "least",
                            NO_BOUND,
                            bounds.minimum(),
                            least -> parameter.withBounds(bounds.between(limit(least), bounds.maximum())))
                    .rareWhen(none));
            rest.add(ParameterProperty.typed(
                            ", maximum: ",
                            "most",
                            NO_BOUND,
                            bounds.maximum(),
                            most -> parameter.withBounds(bounds.between(bounds.minimum(), limit(most))))
                    .rareWhen(none));
        }
        return rest;
    }

    private boolean hasLimits() {
        return switch (meaning.type()) {
            case INTEGER, DECIMAL, DATE, DATETIME -> true;
            case TEXT, BOOLEAN, NAME -> false;
        };
    }

    private String limit(String typed) {
        boolean none = typed.isEmpty() || typed.equals(NO_BOUND);
        return none ? "" : ValueReader.read(meaning.type(), typed).written();
    }

    private ParameterProperty covers(List<ValueCoverage> possible) {
        List<MarkOption> offers = possible.stream()
                .map(coverage -> MarkOption.of(coverage.word(), inWords(coverage), ""))
                .toList();
        return ParameterProperty.selectable(
                        "; a value means ",
                        "covers",
                        inWords(meaning.covers()),
                        () -> offers,
                        word -> ConvertedParameter.without(with(
                                ValueCoverage.ofWord(word).orElseThrow(), meaning.blankRule(), meaning.sendEach())))
                .rareWhen(meaning.covers() == ValueCoverage.ITSELF);
    }

    private static String inWords(ValueCoverage coverage) {
        return switch (coverage) {
            case ITSELF -> "itself";
            case CONTAINING -> "every text that contains it";
            case STARTING -> "every text that starts with it";
            case ENDING -> "every text that ends with it";
            case WEEK, MONTH, QUARTER, YEAR -> "its whole " + coverage.word();
        };
    }

    private ParameterProperty all() {
        String each = "all listed values";
        return ParameterProperty.selectable(
                        "; all means ",
                        "all",
                        meaning.sendEach() ? each : NO_FILTER,
                        () -> List.of(MarkOption.of(LEAVE_OUT, NO_FILTER, ""), MarkOption.of(SEND_EACH, each, "")),
                        word -> ConvertedParameter.without(
                                with(meaning.covers(), meaning.blankRule(), word.equals(SEND_EACH))))
                .rareWhen(!meaning.sendEach());
    }

    private ParameterProperty everyRow() {
        String written = meaning.unlimitedValue().isPresent()
                ? Long.toString(meaning.unlimitedValue().getAsLong())
                : "";
        return ParameterProperty.typed("; ", "every-row", "no number", written, this::everyRow)
                .then(" means all rows")
                .rareWhen(written.isEmpty());
    }

    private ParameterDefinition everyRow(String typed) {
        OptionalLong value = typed.isEmpty()
                ? OptionalLong.empty()
                : OptionalLong.of(((Value.Whole) ValueReader.read(Type.INTEGER, typed)).number());
        return parameter.withMeaning(new Meaning(
                meaning.type(), meaning.multiple(), meaning.covers(), meaning.blankRule(), meaning.sendEach(), value));
    }
}
