package plainsieve.core.sentence.parameter;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.ConvertedParameter;
import plainsieve.core.parameter.DefaultDefinition;
import plainsieve.core.parameter.Formula;
import plainsieve.core.parameter.ListedValue;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.question.ChoiceDescription;
import plainsieve.core.question.ParameterLabels;
import plainsieve.core.sentence.MarkOption;
import plainsieve.core.sentence.Sentence;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.core.value.ValueReader;

/** Default and formula in the sentence of a parameter. */
final class DefaultProperties {
    private static final String NOTHING = "/nothing";
    private static final String TRIED = "/tried";
    private static final String ALL = "/all";
    private static final String FORMULA = "/formula ";
    private static final String QUERY = "/query/";
    /** In front of a formula for a text, of which everything could be a value. */
    private static final String FORMULA_SIGN = "=";

    private static final String ALL_VALUES = "all";
    private static final String NO_DEFAULT = "none";
    private static final List<String> DAYS = List.of(
            "today",
            "yesterday",
            "first day of this month",
            "first day of last month",
            "last day of last month",
            "first day of this quarter",
            "first day of this year",
            "first day of fiscal year from April",
            "today - 7 days",
            "1 year ago");
    private static final List<String> NUMBERS =
            List.of("year of today", "quarter of today", "month of today", "fiscal year of today from April");

    private static final List<String> WHO = List.of("caller");

    private final ParameterDefinition parameter;
    private final ParameterContext around;

    DefaultProperties(ParameterDefinition parameter, ParameterContext around) {
        this.parameter = parameter;
        this.around = around;
    }

    /** The formula of a parameter that becomes computed, until its author enters another. */
    static String usualFormula(ParameterDefinition parameter) {
        return formulas(parameter.type()).stream().findFirst().orElse("today");
    }

    private static List<String> formulas(Type type) {
        return switch (type) {
            case DATE, DATETIME -> DAYS;
            case INTEGER, DECIMAL -> NUMBERS;
            case TEXT -> WHO;
            case BOOLEAN, NAME -> List.of();
        };
    }

    /** The formula of a computed parameter. */
    ParameterProperty formula() {
        Sentence.Mark mark =
                ParameterProperty.mark("formula", parameter.formula(), Sentence.EditKind.EITHER, parameter.formula());
        String now = today(parameter.formula()).map(" (now %s)"::formatted).orElse("");
        return new ParameterProperty(" as ", mark, now, false, this::formulaOffers, this::toFormula);
    }

    private List<MarkOption> formulaOffers() {
        return formulas(parameter.type()).stream()
                .map(formula ->
                        MarkOption.of(FORMULA + formula, formula, today(formula).orElse("")))
                .toList();
    }

    private ConvertedParameter toFormula(String taken) {
        String formula = taken.startsWith(FORMULA) ? taken.substring(FORMULA.length()) : taken.strip();
        Formula.read(formula);
        return ConvertedParameter.without(parameter.withFormula(formula));
    }

    /** The value of a formula today with every parameter blank. */
    private Optional<String> today(String formula) {
        try {
            return Formula.read(formula)
                    .value(around.today(), "", name -> new Choice.Blank())
                    .map(value ->
                            ChoiceText.of(Formula.as(parameter.type(), value).written()))
                    .map(choice -> isNumber() ? typedBack(choice) : inWords(choice));
        } catch (ProblemException e) {
            return Optional.empty();
        }
    }

    private boolean isNumber() {
        return parameter.type() == Type.INTEGER || parameter.type() == Type.DECIMAL;
    }

    ParameterProperty start() {
        DefaultDefinition start = parameter.start();
        String now = start.accept(new InWords());
        String typed =
                start.formulaText().isEmpty() ? String.join(", ", start.choice().values()) : start.formulaText();
        String today = start.formulaText().isEmpty()
                ? ""
                : today(start.formulaText()).map(" (now %s)"::formatted).orElse("");
        return new ParameterProperty(
                "; default: ",
                ParameterProperty.mark("start", now, Sentence.EditKind.EITHER, typed),
                today,
                false,
                this::offers,
                this::withDefault);
    }

    private final class InWords implements DefaultDefinition.Visitor<String> {
        @Override
        public String fixed(DefaultDefinition.FixedChoice start) {
            return typedBack(start.choice());
        }

        @Override
        public String formula(DefaultDefinition.Formula start) {
            return (isValue(start.formulaText()) ? FORMULA_SIGN + " " : "") + start.formulaText();
        }

        @Override
        public String ofQuery(DefaultDefinition.FromQuery start) {
            return "the result of query %s".formatted(around.queryName(start.queryId()));
        }
    }

    /** A choice as it can be typed: values, or their labels where its list is typed, too. */
    private String typedBack(ChoiceText choice) {
        return switch (choice.kind()) {
            case BLANK -> NO_DEFAULT;
            case ALL -> ALL_VALUES;
            default ->
                choice.values().stream()
                        .map(value -> labels().getOrDefault(value, value))
                        .collect(Collectors.joining(", "));
        };
    }

    private String inWords(ChoiceText choice) {
        if (choice.kind() == ChoiceText.Kind.BLANK) {
            return NO_DEFAULT;
        }
        if (choice.kind() == ChoiceText.Kind.ALL) {
            return ALL_VALUES;
        }
        ParameterDefinition.Words words = parameter.words();
        ParameterLabels read = new ParameterLabels(
                parameter.name(),
                words.label(),
                parameter.type(),
                parameter.meaning().covers(),
                words.blankLabel(),
                words.unit(),
                parameter.isRowLimit()
                        ? Long.toString(parameter.meaning().unlimitedValue().getAsLong())
                        : "",
                "",
                labels());
        return new ChoiceDescription(Map.of(parameter.name(), read), Map.of(parameter.name(), choice), Locale.UK)
                .describe(List.of(parameter.name()));
    }

    private Map<String, String> labels() {
        return parameter.list().typedValues().stream()
                .collect(Collectors.toMap(ListedValue::value, ListedValue::label, (one, other) -> one));
    }

    private List<MarkOption> offers() {
        List<MarkOption> offers = new ArrayList<>();
        offers.add(MarkOption.of(NOTHING, NO_DEFAULT, parameter.words().blankLabel()));
        if (parameter.trial().kind() != ChoiceText.Kind.BLANK) {
            offers.add(MarkOption.of(TRIED, inWords(parameter.trial()), "the trial value"));
        }
        if (parameter.many() && parameter.list().exists()) {
            offers.add(MarkOption.of(ALL, ALL_VALUES, "every value of the list"));
        }
        offers.addAll(formulaOffers());
        around.queries()
                .forEach(query -> offers.add(MarkOption.of(
                        QUERY + query.id(), "the result of query %s".formatted(query.name()), "its first column")));
        return offers;
    }

    private ConvertedParameter withDefault(String taken) {
        if (!taken.startsWith("/")) {
            return opening(typed(taken.strip()));
        }
        MarkOption.select(offers(), taken);
        return switch (taken) {
            case NOTHING -> opening(DefaultDefinition.of(ChoiceText.blank()));
            case TRIED -> opening(DefaultDefinition.of(parameter.trial()));
            case ALL -> opening(DefaultDefinition.of(ChoiceText.all()));
            default ->
                opening(
                        taken.startsWith(FORMULA)
                                ? new DefaultDefinition.Formula(taken.substring(FORMULA.length()))
                                : new DefaultDefinition.FromQuery(taken.substring(QUERY.length())));
        };
    }

    private ConvertedParameter opening(DefaultDefinition start) {
        return ConvertedParameter.without(parameter.withStart(start));
    }

    /** Parses typed text: values separated by commas, by value or label, or a formula. */
    private DefaultDefinition typed(String words) {
        if (words.isEmpty() || words.equals(NO_DEFAULT)) {
            return DefaultDefinition.of(ChoiceText.blank());
        }
        if (words.startsWith(FORMULA_SIGN)) {
            return formulaOf(words.substring(FORMULA_SIGN.length()).strip());
        }
        List<String> values = parameter.many() ? Arrays.asList(words.split("\\s*,\\s*")) : List.of(words);
        List<String> meant = values.stream().map(this::valueMeant).toList();
        boolean isText = parameter.type() == Type.TEXT || parameter.type() == Type.NAME;
        if (isText || meant.stream().allMatch(this::isReadable)) {
            return DefaultDefinition.of(ChoiceText.of(meant));
        }
        return formulaOf(words.replaceFirst("^the ", ""));
    }

    /** Whether a formula would be parsed as a value without its prefix. */
    private boolean isValue(String formula) {
        return parameter.type() == Type.TEXT || parameter.type() == Type.NAME || isReadable(formula);
    }

    private static DefaultDefinition formulaOf(String formula) {
        Formula.read(formula);
        return new DefaultDefinition.Formula(formula);
    }

    private String valueMeant(String typed) {
        Function<ListedValue, Boolean> isMeant = listed -> listed.label().equalsIgnoreCase(typed);
        return parameter.list().typedValues().stream()
                .filter(isMeant::apply)
                .map(ListedValue::value)
                .findFirst()
                .orElse(typed);
    }

    private boolean isReadable(String written) {
        boolean covered = parameter
                .meaning()
                .covers()
                .period()
                .flatMap(period -> period.read(written))
                .isPresent();
        try {
            return covered
                    || !ValueReader.read(parameter.type(), written).written().isEmpty();
        } catch (ProblemException e) {
            return false;
        }
    }
}
