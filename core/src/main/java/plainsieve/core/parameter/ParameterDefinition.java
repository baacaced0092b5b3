package plainsieve.core.parameter;

import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;

/**
 * A parameter as its author defines it: engine properties, labels, list, default and trial value. Nine components, one per
 * property.
 *
 * @param formula of a computed parameter; else empty
 * @param start the default
 * @param trial the author's value on the bench; never sent to viewers
 */
public record ParameterDefinition(
        String name,
        Words words,
        Meaning meaning,
        Bounds bounds,
        String formula,
        ListDefinition list,
        DefaultDefinition start,
        ChoiceText trial,
        Maintenance maintenance) {

    /**
     * Labels for viewers.
     *
     * @param group heading in the controls; may be empty
     * @param unit suffix of a value: "min"
     * @param blankLabel text for blank: "any vessel"
     */
    public record Words(String label, String hint, String group, String unit, String blankLabel) {}

    /**
     * The meaning of a choice for the engine.
     *
     * @param sendEach whether all sends each listed value instead of no filter
     * @param unlimitedValue in a row limit, the value that means all rows
     */
    public record Meaning(
            Type type,
            boolean multiple,
            ValueCoverage covers,
            BlankRule blankRule,
            boolean sendEach,
            OptionalLong unlimitedValue) {}

    /**
     * The permitted values. Empty texts are unbounded.
     *
     * @param rangeEnd the parameter that is the upper bound of the range starting here
     */
    public record Bounds(String minimum, String maximum, String rangeEnd, RowAccessRule rowAccess) {
        public static final Bounds NONE = new Bounds("", "", "");

        /** Bounds within which the viewer chooses. */
        public Bounds(String least, String most, String rangeEnd) {
            this(least, most, rangeEnd, RowAccessRule.NONE);
        }

        public Bounds between(String newLeast, String newMost) {
            return new Bounds(newLeast, newMost, rangeEnd, rowAccess);
        }

        public Bounds endingAt(String newEnd) {
            return new Bounds(minimum, maximum, newEnd, rowAccess);
        }

        public Bounds heldBy(RowAccessRule newHold) {
            return new Bounds(minimum, maximum, rangeEnd, newHold);
        }
    }

    /** What happens to selected values that are no longer on the list. */
    public enum MissingValuePolicy {
        KEEP,
        DROP
    }

    /**
     * Metadata about storage and editing.
     *
     * @param unlogged whether its values are private: never stored in Sent
     * @param formerNames former names, which links may still use
     * @param version the version on which a change is based
     */
    public record Maintenance(
            MissingValuePolicy whenUnlisted, boolean unlogged, List<String> formerNames, int version) {
        public static final Maintenance NEW = new Maintenance(MissingValuePolicy.KEEP, false, List.of(), 0);

        public Maintenance {
            formerNames = List.copyOf(formerNames);
        }
    }

    public ParameterDefinition {
        // Refuses a name or a meaning that no parameter of the engine can have.
        parameter(name, meaning, Optional.empty());
    }

    /** The definition of an engine parameter, with a label and defaults for the rest. */
    public static ParameterDefinition of(Parameter parameter, Words words) {
        Meaning meaning = new Meaning(
                parameter.type(),
                parameter.multiple(),
                parameter.covers(),
                parameter.blankRule(),
                parameter.sendEach(),
                parameter.unlimitedValue());
        return new ParameterDefinition(
                parameter.name(),
                words,
                meaning,
                Bounds.NONE,
                "",
                new ListDefinition.Any(),
                DefaultDefinition.of(ChoiceText.blank()),
                ChoiceText.blank(),
                Maintenance.NEW);
    }

    /** The parameter as the engine knows it, taking any value. */
    public Parameter toParameter() {
        return toParameter(Optional.empty());
    }

    /** The engine's parameter, with the permitted values if it has a list. */
    public Parameter toParameter(Optional<AllowedValues> allowed) {
        return parameter(name, meaning, allowed);
    }

    private static Parameter parameter(String name, Meaning meaning, Optional<AllowedValues> allowed) {
        return new Parameter(
                name,
                meaning.type(),
                meaning.multiple(),
                meaning.blankRule(),
                allowed,
                meaning.unlimitedValue(),
                meaning.sendEach(),
                meaning.covers());
    }

    public String label() {
        return words.label();
    }

    public Type type() {
        return meaning.type();
    }

    public boolean many() {
        return meaning.multiple();
    }

    public String rangeEnd() {
        return bounds.rangeEnd();
    }

    public RowAccessRule rowAccess() {
        return bounds.rowAccess();
    }

    /** Whether its value is computed and therefore not a choice. */
    public boolean isComputed() {
        return !formula.isEmpty();
    }

    /** Whether it is the row limit of something. */
    public boolean isRowLimit() {
        return meaning.unlimitedValue().isPresent();
    }

    /** A refusal of this definition. */
    public ProblemException invalid(String message, String advice) {
        return new ProblemException(
                Problem.of(ProblemKind.INVALID_PARAMETER, message, advice).about(name));
    }

    public ParameterDefinition withWords(Words newWords) {
        return new ParameterDefinition(name, newWords, meaning, bounds, formula, list, start, trial, maintenance);
    }

    public ParameterDefinition withMeaning(Meaning newMeaning) {
        return new ParameterDefinition(name, words, newMeaning, bounds, formula, list, start, trial, maintenance);
    }

    public ParameterDefinition withBounds(Bounds newBounds) {
        return new ParameterDefinition(name, words, meaning, newBounds, formula, list, start, trial, maintenance);
    }

    /** The parameter computed by a formula; an empty formula makes it selectable again. */
    public ParameterDefinition withFormula(String newFormula) {
        return new ParameterDefinition(name, words, meaning, bounds, newFormula, list, start, trial, maintenance);
    }

    public ParameterDefinition withList(ListDefinition newList) {
        return new ParameterDefinition(name, words, meaning, bounds, formula, newList, start, trial, maintenance);
    }

    public ParameterDefinition withStart(DefaultDefinition newStart) {
        return new ParameterDefinition(name, words, meaning, bounds, formula, list, newStart, trial, maintenance);
    }

    public ParameterDefinition withTrial(ChoiceText newTrial) {
        return new ParameterDefinition(name, words, meaning, bounds, formula, list, start, newTrial, maintenance);
    }

    public ParameterDefinition withUpkeep(Maintenance newUpkeep) {
        return new ParameterDefinition(name, words, meaning, bounds, formula, list, start, trial, newUpkeep);
    }

    /** The definition of a parameter that replaces hard-coded values, which become its default and its trial value. */
    public ParameterDefinition inPlaceOf(ChoiceText fixed, String upperEnd) {
        return withBounds(bounds.endingAt(upperEnd))
                .withStart(DefaultDefinition.of(fixed))
                .withTrial(fixed);
    }

    /** With other references to other parameters: the end of its range, its formula, its default. */
    public ParameterDefinition withReferences(String newRangeEnd, String newFormula, DefaultDefinition newStart) {
        return withBounds(bounds.endingAt(newRangeEnd)).withFormula(newFormula).withStart(newStart);
    }

    /** With the list of another parameter open under its new name. */
    public ParameterDefinition withOpenListRenamed(String from, String to) {
        return withBounds(bounds.heldBy(rowAccess().renamed(from, to)));
    }

    public ParameterDefinition renamed(String to, List<String> former) {
        Maintenance kept =
                new Maintenance(maintenance.whenUnlisted(), maintenance.unlogged(), former, maintenance.version());
        return new ParameterDefinition(to, words, meaning, bounds, formula, list, start, trial, kept);
    }

    public ParameterDefinition withVersion(int version) {
        return withUpkeep(new Maintenance(
                maintenance.whenUnlisted(), maintenance.unlogged(), maintenance.formerNames(), version));
    }
}
