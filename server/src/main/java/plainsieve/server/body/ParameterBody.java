package plainsieve.server.body;

import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonProperty;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.OptionalLong;
import java.util.Set;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.parameter.RowAccessRule;
import plainsieve.core.parameter.ValueCoverage;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;

/**
 * A parameter in the API: flat, as forms edit it field by field and merge the edits of two authors. Fields missing
 * in a request have their defaults.
 *
 * @param group heading in the controls; may be empty
 * @param unit shown after values: "min"
 * @param covers the set of values that a value stands for: itself, month, containing, …
 * @param blankLabel shown when nothing is chosen: "any vessel"
 * @param unlimitedValue in a row limit, the value that means no limit; otherwise empty
 * @param minimum the minimum choice; otherwise empty
 * @param maximum the maximum choice; otherwise empty
 * @param rangeEnd the parameter that is the upper bound of the range; otherwise empty
 * @param rowAccess row access; never sent to viewers; a change without it keeps it
 * @param formula of a computed parameter; otherwise empty
 * @param whenUnlisted what happens to selected values that are no longer listed
 * @param formerNames former names, which links may still use
 * @param unlogged whether its values are private: never stored in Sent
 * @param start the default
 * @param trialChoice the author's value on the bench; never sent to viewers
 * @param version the version on which a change is based
 */
public record ParameterBody(
        String name,

        @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
        String label,

        @Size(max = RequestLimits.WORDS, message = RequestLimits.TOO_LONG)
        String hint,

        @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
        String group,

        @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
        String unit,

        Type type,
        boolean multiple,
        ValueCoverage covers,
        BlankRule blankRule,

        @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
        String blankLabel,

        AllRule allRule,
        String unlimitedValue,
        String minimum,
        String maximum,
        String rangeEnd,
        @Valid RowAccessBody rowAccess,

        @Size(max = RequestLimits.WORDS, message = RequestLimits.TOO_LONG)
        String formula,

        ListBody list,
        ParameterDefinition.MissingValuePolicy whenUnlisted,
        @JsonProperty("private") boolean unlogged,
        @JsonProperty("default") DefaultBody start,
        ChoiceBody trialChoice,
        List<@NotNull(message = RequestLimits.MISSING) String> formerNames,
        int version)
        implements ResourceBody, VersionedBody {
    @Override
    @JsonIgnore
    public String id() {
        return name;
    }

    /** The meaning of all. */
    public enum AllRule {
        /** The condition is left out. */
        LEAVE_OUT,
        /** Each listed value is sent. */
        SEND_EACH
    }

    public ParameterBody {
        name = Absent.orEmpty(name);
        label = Absent.orElse(label, name);
        hint = Absent.orEmpty(hint);
        group = Absent.orEmpty(group);
        unit = Absent.orEmpty(unit);
        type = type == null ? Type.TEXT : type;
        covers = covers == null ? ValueCoverage.ITSELF : covers;
        blankRule = blankRule == null ? BlankRule.NO_FILTER : blankRule;
        blankLabel = Absent.orEmpty(blankLabel);
        allRule = allRule == null ? AllRule.LEAVE_OUT : allRule;
        unlimitedValue = Absent.orEmpty(unlimitedValue);
        minimum = Absent.orEmpty(minimum);
        maximum = Absent.orEmpty(maximum);
        rangeEnd = Absent.orEmpty(rangeEnd);
        formula = Absent.orEmpty(formula);
        list = list == null ? new ListBody(null, null, null, null, false, null) : list;
        whenUnlisted = whenUnlisted == null ? ParameterDefinition.MissingValuePolicy.KEEP : whenUnlisted;
        start = start == null ? new DefaultBody(null, null, null, null) : start;
        trialChoice = trialChoice == null ? ChoiceBody.of(ChoiceText.blank()) : trialChoice;
        formerNames = Absent.orEmpty(formerNames);
    }

    public static ParameterBody of(ParameterDefinition definition) {
        return of(definition, DefaultBody.of(definition.start()), definition.trial());
    }

    /** For readers: with the current default, without the author's trial value. */
    public static ParameterBody forReaders(ParameterDefinition definition, ChoiceText defaultNow) {
        ParameterDefinition told = definition.withBounds(definition.bounds().heldBy(RowAccessRule.NONE));
        return of(told, DefaultBody.now(definition.start(), defaultNow), ChoiceText.blank());
    }

    private static ParameterBody of(ParameterDefinition definition, DefaultBody start, ChoiceText trial) {
        ParameterDefinition.Words words = definition.words();
        ParameterDefinition.Meaning meaning = definition.meaning();
        return new ParameterBody(
                definition.name(),
                words.label(),
                words.hint(),
                words.group(),
                words.unit(),
                meaning.type(),
                meaning.multiple(),
                meaning.covers(),
                meaning.blankRule(),
                words.blankLabel(),
                meaning.sendEach() ? AllRule.SEND_EACH : AllRule.LEAVE_OUT,
                meaning.unlimitedValue().isPresent()
                        ? Long.toString(meaning.unlimitedValue().getAsLong())
                        : "",
                definition.bounds().minimum(),
                definition.bounds().maximum(),
                definition.rangeEnd(),
                RowAccessBody.reference(definition.rowAccess()),
                definition.formula(),
                ListBody.of(definition.list()),
                definition.maintenance().whenUnlisted(),
                definition.maintenance().unlogged(),
                start,
                ChoiceBody.of(trial),
                definition.maintenance().formerNames(),
                definition.maintenance().version());
    }

    /** A new definition, without row access unless the body has it. Throws as {@link #toDefinition(RowAccessRule)}. */
    public ParameterDefinition toDefinition() {
        return toDefinition(RowAccessRule.NONE);
    }

    /**
     * The definition. Throws {@link ProblemException} for an unlimited value that is no integer.
     *
     * @param current the row access that stays when the body omits it: leaving it out must not open rows
     */
    public ParameterDefinition toDefinition(RowAccessRule current) {
        return new ParameterDefinition(
                name,
                new ParameterDefinition.Words(label, hint, group, unit, blankLabel),
                new ParameterDefinition.Meaning(
                        type, multiple, covers, blankRule, allRule == AllRule.SEND_EACH, everyRowValue()),
                new ParameterDefinition.Bounds(
                        minimum, maximum, rangeEnd, rowAccess == null ? current : rowAccess.toRule()),
                formula,
                list.toDefinition(),
                start.toDefinition(),
                trialChoice.toText(),
                new ParameterDefinition.Maintenance(whenUnlisted, unlogged, formerNames, version));
    }

    /**
     * The permitted values per viewer.
     *
     * @param reference the query or the claim that defines them; otherwise empty
     * @param exempt unrestricted objects that do not use the parameter
     */
    public record RowAccessBody(
            @NotNull(message = RequestLimits.MISSING) RowAccessRule.By by,
            String reference,
            List<@NotNull(message = RequestLimits.MISSING) String> exempt) {
        public RowAccessBody {
            reference = Absent.orEmpty(reference);
            exempt = Absent.orEmpty(exempt);
        }

        static RowAccessBody reference(RowAccessRule rowAccessRule) {
            return new RowAccessBody(
                    rowAccessRule.by(),
                    rowAccessRule.of(),
                    rowAccessRule.exempt().stream().sorted().toList());
        }

        private RowAccessRule toRule() {
            return new RowAccessRule(by, reference, Set.copyOf(exempt));
        }
    }

    private OptionalLong everyRowValue() {
        if (unlimitedValue.isEmpty()) {
            return OptionalLong.empty();
        }
        try {
            return OptionalLong.of(Long.parseLong(unlimitedValue));
        } catch (NumberFormatException e) {
            throw invalid("integer for all rows", unlimitedValue, "Write 0, or leave it empty.");
        }
    }

    private ProblemException invalid(String what, String word, String advice) {
        return new ProblemException(Problem.of("bad-parameter", "“%s” is not a valid %s.".formatted(word, what), advice)
                .about(name));
    }
}
