package plainsieve.core.sentence.parameter;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalLong;
import java.util.stream.Stream;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.Covers;
import plainsieve.core.parameter.Hold;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.parameter.ParameterDefinition.Bounds;
import plainsieve.core.parameter.ParameterDefinition.Meaning;
import plainsieve.core.parameter.Switched;
import plainsieve.core.parameter.Switching;
import plainsieve.core.sentence.Offer;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;
import plainsieve.core.value.ValueReader;

/** What a choice of a parameter is and means: type, one or many, blank, all, limits. */
final class Meanings {
    private static final String ONE = "one";
    private static final String MANY = "many";
    private static final String WORKED = "worked";
    private static final String RANGE = "range/";
    private static final String NO_FILTER = "no filter";
    private static final String SEND_EACH = "send-each";
    private static final String LEAVE_OUT = "leave-out";

    private final ParameterDefinition parameter;
    private final Meaning meaning;
    private final Surroundings around;

    Meanings(ParameterDefinition parameter, Surroundings around) {
        this.parameter = parameter;
        this.meaning = parameter.meaning();
        this.around = around;
    }

    Property type() {
        return Property.taken(
                "is ",
                "type",
                inWords(meaning.type()),
                () -> Stream.of(Type.values()).map(this::typeOffer).toList(),
                word -> new Switching(parameter).toType(Type.ofWord(word).orElseThrow()));
    }

    /* What would be lost is known before it is taken. */
    private Offer typeOffer(Type type) {
        String lost = type == meaning.type()
                ? ""
                : String.join(" ", new Switching(parameter).toType(type).lost());
        return Offer.of(type.word(), inWords(type), lost);
    }

    private static String inWords(Type type) {
        return switch (type) {
            case TEXT -> "text";
            case DATETIME -> "a date and time";
            case BOOLEAN -> "yes or no";
            case INTEGER, DECIMAL, DATE, NAME -> "a " + type.inWords();
        };
    }

    /** One value, many, the lower end of a range, or none because it is worked out. */
    Property takes() {
        Property takes = Property.taken(
                parameter.isComputed() ? ", " : ", takes ", "takes", taking(), this::takesOffers, this::taking);
        return around.beginning(parameter.name())
                .map(start -> takes.then(", which ends the range of :" + start))
                .orElse(takes);
    }

    private List<Offer> takesOffers() {
        List<Offer> offers = new ArrayList<>();
        offers.add(Offer.of(ONE, "one value", ""));
        offers.add(Offer.of(MANY, "many values", ""));
        around.parameters().values().stream()
                .filter(this::couldEndRange)
                .sorted((one, other) -> one.name().compareTo(other.name()))
                .forEach(end -> offers.add(Offer.of(RANGE + end.name(), upTo(end.name()), "both ends included")));
        offers.add(Offer.of(WORKED, "worked out", "by a formula; viewers do not choose it"));
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

    private String taking() {
        if (parameter.isComputed()) {
            return "worked out";
        }
        if (parameter.many()) {
            return "many values";
        }
        return parameter.rangeEnd().isEmpty() ? "one value" : upTo(parameter.rangeEnd());
    }

    private static String upTo(String end) {
        return "one value, a range up to :" + end;
    }

    private Switched taking(String taken) {
        if (taken.equals(WORKED)) {
            return Switched.without(
                    parameter.isComputed()
                            ? parameter
                            : parameter
                                    .withBounds(parameter.bounds().heldBy(Hold.NONE))
                                    .withFormula(Starts.usualFormula(parameter)));
        }
        if (taken.equals(MANY)) {
            return new Switching(parameter).toMany();
        }
        Switched one = new Switching(parameter).toOne();
        String end = taken.startsWith(RANGE) ? taken.substring(RANGE.length()) : "";
        Bounds bounds = parameter.bounds();
        return new Switched(one.parameter().withBounds(bounds.endingAt(end)), one.lost());
    }

    List<Property> ofBlank() {
        List<Offer> rules = Stream.of(BlankRule.values())
                .map(rule -> Offer.of(rule.word(), inWords(rule), ""))
                .toList();
        return List.of(
                Property.taken(
                        "; blank means ",
                        "blank",
                        inWords(meaning.blankRule()),
                        () -> rules,
                        word -> Switched.without(
                                with(meaning.covers(), BlankRule.ofWord(word).orElseThrow(), meaning.sendEach()))),
                Property.typed(
                        " and reads ", "reads", "nothing", parameter.words().whenBlank(), words -> SaidWords.of(
                                        parameter)
                                .whenBlank(words)));
    }

    private static String inWords(BlankRule rule) {
        return switch (rule) {
            case NO_FILTER -> NO_FILTER;
            case ROWS_WITHOUT_VALUE -> "rows without a value";
            case NOT_ALLOWED -> "that a choice is required";
        };
    }

    private ParameterDefinition with(Covers covers, BlankRule rule, boolean sendEach) {
        return parameter.withMeaning(
                new Meaning(meaning.type(), meaning.many(), covers, rule, sendEach, meaning.everyRow()));
    }

    /** What is usually not said of a choice. */
    List<Property> rest() {
        List<Property> rest = new ArrayList<>();
        List<Covers> possible = Arrays.stream(Covers.values())
                .filter(covers -> covers.fits(meaning.type()))
                .toList();
        if (possible.size() > 1) {
            rest.add(covers(possible));
        }
        if (meaning.many()) {
            rest.add(all());
        }
        if (meaning.type() == Type.INTEGER && !meaning.many()) {
            rest.add(everyRow());
        }
        if (hasLimits()) {
            Bounds bounds = parameter.bounds();
            boolean none = bounds.least().isEmpty() && bounds.most().isEmpty();
            rest.add(Property.typed(
                            "; it lies between ",
                            "least",
                            "any",
                            bounds.least(),
                            least -> parameter.withBounds(bounds.between(limit(least), bounds.most())))
                    .rareWhen(none));
            rest.add(Property.typed(
                            " and ",
                            "most",
                            "any",
                            bounds.most(),
                            most -> parameter.withBounds(bounds.between(bounds.least(), limit(most))))
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
        boolean any = typed.isEmpty() || typed.equals("any");
        return any ? "" : ValueReader.read(meaning.type(), typed).written();
    }

    private Property covers(List<Covers> possible) {
        List<Offer> offers = possible.stream()
                .map(covers -> Offer.of(covers.word(), inWords(covers), ""))
                .toList();
        return Property.taken(
                        "; a value means ",
                        "covers",
                        inWords(meaning.covers()),
                        () -> offers,
                        word -> Switched.without(
                                with(Covers.ofWord(word).orElseThrow(), meaning.blankRule(), meaning.sendEach())))
                .rareWhen(meaning.covers() == Covers.ITSELF);
    }

    private static String inWords(Covers covers) {
        return switch (covers) {
            case ITSELF -> "itself";
            case CONTAINING -> "every text that contains it";
            case STARTING -> "every text that starts with it";
            case ENDING -> "every text that ends with it";
            case WEEK, MONTH, QUARTER, YEAR -> "its whole " + covers.word();
        };
    }

    private Property all() {
        String each = "that each listed value is sent";
        return Property.taken(
                        "; all means ",
                        "all",
                        meaning.sendEach() ? each : NO_FILTER,
                        () -> List.of(Offer.of(LEAVE_OUT, NO_FILTER, ""), Offer.of(SEND_EACH, each, "")),
                        word -> Switched.without(with(meaning.covers(), meaning.blankRule(), word.equals(SEND_EACH))))
                .rareWhen(!meaning.sendEach());
    }

    private Property everyRow() {
        String written = meaning.everyRow().isPresent()
                ? Long.toString(meaning.everyRow().getAsLong())
                : "";
        return Property.typed("; ", "every-row", "no number", written, this::everyRow)
                .then(" means every row")
                .rareWhen(written.isEmpty());
    }

    private ParameterDefinition everyRow(String typed) {
        OptionalLong value = typed.isEmpty()
                ? OptionalLong.empty()
                : OptionalLong.of(((Value.Whole) ValueReader.read(Type.INTEGER, typed)).number());
        return parameter.withMeaning(new Meaning(
                meaning.type(), meaning.many(), meaning.covers(), meaning.blankRule(), meaning.sendEach(), value));
    }
}
