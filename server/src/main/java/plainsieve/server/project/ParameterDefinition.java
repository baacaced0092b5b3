package plainsieve.server.project;

import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import plainsieve.core.parameter.AllowedValues;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.Covers;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;

/**
 * A parameter of the project with its words, list, default and trial value. A field that is missing in a request has its
 * usual value.
 *
 * @param group the heading under which readers find it; may be empty
 * @param unit what viewers read behind a value: "min"
 * @param covers what a chosen value stands for: itself, month, containing, …
 * @param blankWords what viewers read when nothing is chosen: "any vessel"
 * @param allRule what choosing all means: leave-out or send-each
 * @param everyRow in a row limit, the value that means every row; else empty
 * @param least the smallest value that may be chosen; else empty
 * @param most the largest value that may be chosen; else empty
 * @param rangeEnd the parameter that is the upper end of the range that begins here; else empty
 * @param formula how the value is worked out, for a parameter that nobody chooses; else empty
 * @param whenGone what becomes of chosen values that are no longer on the list: keep or drop
 * @param formerNames names it had before, which links may still use
 * @param unlogged whether its values are private: never written into Sent
 * @param start the default: what a report opens with
 * @param trialChoice what the author uses on the bench; never reaches a reader
 * @param version the version that a change was made from
 */
public record ParameterDefinition(
        String name,
        String label,
        String hint,
        String group,
        String unit,
        String type,
        boolean many,
        String covers,
        String blankRule,
        String blankWords,
        String allRule,
        String everyRow,
        String least,
        String most,
        String rangeEnd,
        String formula,
        ListDefinition list,
        String whenGone,
        @JsonProperty("private") boolean unlogged,
        @JsonProperty("default") DefaultDefinition start,
        ChoiceBody trialChoice,
        List<String> formerNames,
        int version) {

    private static final String SEND_EACH = "send-each";

    public ParameterDefinition {
        label = orElse(label, name);
        hint = orElse(hint, "");
        group = orElse(group, "");
        unit = orElse(unit, "");
        type = orElse(type, "text");
        covers = orElse(covers, Covers.ITSELF.word());
        blankRule = orElse(blankRule, BlankRule.NO_FILTER.word());
        blankWords = orElse(blankWords, "");
        allRule = orElse(allRule, "leave-out");
        everyRow = orElse(everyRow, "");
        least = orElse(least, "");
        most = orElse(most, "");
        rangeEnd = orElse(rangeEnd, "");
        formula = orElse(formula, "");
        list = list == null ? ListDefinition.any() : list;
        whenGone = orElse(whenGone, "keep");
        start = start == null ? DefaultDefinition.of(ChoiceBody.blank()) : start;
        trialChoice = trialChoice == null ? ChoiceBody.blank() : trialChoice;
        formerNames = formerNames == null ? List.of() : List.copyOf(formerNames);
    }

    private static String orElse(String text, String usual) {
        return text == null || text.isEmpty() ? usual : text;
    }

    /** The parameter as the engine knows it, with the values it may take when it has a list. */
    public Parameter toParameter(Optional<AllowedValues> allowed) {
        return new Parameter(
                name,
                typeOrRefuse(),
                many,
                blankRuleOrRefuse(),
                allowed,
                everyRowValue(),
                allRule.equals(SEND_EACH),
                coversOrRefuse());
    }

    public Type typeOrRefuse() {
        return Type.ofWord(type)
                .orElseThrow(() -> refused("“%s” is no type.".formatted(type), "Choose a type from the list."));
    }

    public Covers coversOrRefuse() {
        return Covers.ofWord(covers)
                .orElseThrow(() -> refused(
                        "“%s” is nothing a value can stand for.".formatted(covers),
                        "Use itself, week, month, quarter, year, containing, starting or ending."));
    }

    private BlankRule blankRuleOrRefuse() {
        return BlankRule.ofWord(blankRule)
                .orElseThrow(() -> refused(
                        "“%s” is no blank rule.".formatted(blankRule),
                        "Use no-filter, rows-without-value or not-allowed."));
    }

    private OptionalLong everyRowValue() {
        if (everyRow.isEmpty()) {
            return OptionalLong.empty();
        }
        try {
            return OptionalLong.of(Long.parseLong(everyRow));
        } catch (NumberFormatException e) {
            throw refused(
                    "The value for every row must be a whole number, not “%s”.".formatted(everyRow),
                    "Write 0, or leave it empty.");
        }
    }

    ProblemException refused(String message, String advice) {
        return new ProblemException(Problem.of("bad-parameter", message, advice).about(name));
    }

    /** Whether its value is worked out, so that nobody chooses it. */
    @JsonIgnore
    public boolean isComputed() {
        return !formula.isEmpty();
    }

    @JsonIgnore
    public boolean hasList() {
        return !list.kind().equals("any");
    }

    /** The definition as readers get it: with the default as it is right now, without the author's trial value. */
    public ParameterDefinition forReaders(ChoiceBody defaultNow) {
        DefaultDefinition now = new DefaultDefinition(start.kind(), defaultNow, "", "");
        return copy(name, rangeEnd, formula, list, now, ChoiceBody.blank(), formerNames, version);
    }

    public ParameterDefinition withList(ListDefinition newList) {
        return copy(name, rangeEnd, formula, newList, start, trialChoice, formerNames, version);
    }

    /** The definition of a parameter that takes the place of fixed values: they are its default and its trial value. */
    public ParameterDefinition inPlaceOf(ChoiceBody fixed, String upperEnd, ListDefinition newList) {
        return copy(name, upperEnd, formula, newList, DefaultDefinition.of(fixed), fixed, formerNames, version);
    }

    ParameterDefinition renamed(String to, List<String> former) {
        return copy(to, rangeEnd, formula, list, start, trialChoice, former, version);
    }

    ParameterDefinition withVersion(int newVersion) {
        return copy(name, rangeEnd, formula, list, start, trialChoice, formerNames, newVersion);
    }

    ParameterDefinition withReferences(String newRangeEnd, String newFormula, DefaultDefinition newStart) {
        return copy(name, newRangeEnd, newFormula, list, newStart, trialChoice, formerNames, version);
    }

    /** The one place that knows every field; what is not given here stays. */
    private ParameterDefinition copy(
            String newName,
            String newRangeEnd,
            String newFormula,
            ListDefinition newList,
            DefaultDefinition newStart,
            ChoiceBody newTrial,
            List<String> newFormer,
            int newVersion) {
        return new ParameterDefinition(
                newName,
                label,
                hint,
                group,
                unit,
                type,
                many,
                covers,
                blankRule,
                blankWords,
                allRule,
                everyRow,
                least,
                most,
                newRangeEnd,
                newFormula,
                newList,
                whenGone,
                unlogged,
                newStart,
                newTrial,
                newFormer,
                newVersion);
    }
}
