package plainsieve.files.forms;

import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonProperty;
import jakarta.annotation.Nullable;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import plainsieve.core.parameter.AllowedValues;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.ListedValue;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.parameter.RowAccessRule;
import plainsieve.core.parameter.ValueCoverage;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;

/**
 * A parameter: flat, so that the edits of two authors are merged field by field.
 *
 * @param group heading in the controls; may be empty
 * @param unit shown after values: "min"
 * @param covers the set of values that a value stands for: itself, month, containing, …
 * @param blankLabel shown when nothing is chosen: "any vessel"
 * @param whenUnlisted what happens to selected values that are no longer listed
 * @param unlimitedValue in a row limit, the value that means no limit; null otherwise
 * @param minimum the minimum choice; otherwise empty
 * @param maximum the maximum choice; otherwise empty
 * @param rangeEnd the parameter that is the upper bound of the range; otherwise empty
 * @param rowAccess row access; null if unrestricted; never sent to viewers; a change without it keeps it
 * @param formula of a computed parameter; otherwise empty
 * @param unlogged whether its values are private: never stored in Sent
 * @param formerNames former names, which links may still use
 * @param start the default
 * @param trial the author's value on the bench; never sent to viewers
 * @param version the version on which a change is based
 */
public record ParameterForm(
        String name,

        @Size(max = FormLimits.NAME, message = FormLimits.TOO_LONG)
        String label,

        @Size(max = FormLimits.WORDS, message = FormLimits.TOO_LONG)
        String hint,

        @Size(max = FormLimits.NAME, message = FormLimits.TOO_LONG)
        String group,

        @JsonInclude(JsonInclude.Include.ALWAYS) Type type,

        boolean multiple,
        ValueCoverage covers,

        @JsonInclude(JsonInclude.Include.ALWAYS) BlankRule blankRule,

        @Size(max = FormLimits.NAME, message = FormLimits.TOO_LONG)
        String blankLabel,

        @Size(max = FormLimits.NAME, message = FormLimits.TOO_LONG)
        String unit,

        ListForm list,
        ParameterDefinition.MissingValuePolicy whenUnlisted,
        AllRule allRule,
        @Nullable Long unlimitedValue,
        String minimum,
        String maximum,
        String rangeEnd,
        @Nullable @Valid RowAccessForm rowAccess,

        @Size(max = FormLimits.WORDS, message = FormLimits.TOO_LONG)
        String formula,

        @JsonProperty("private") boolean unlogged,
        List<@NotNull(message = FormLimits.MISSING) String> formerNames,
        @JsonProperty("default") DefaultForm start,
        ChoiceForm trial,
        @ApiOnly int version)
        implements Form, VersionedResource {
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

    public ParameterForm {
        name = Absent.orEmpty(name);
        label = Absent.orElse(label, name);
        hint = Absent.orEmpty(hint);
        group = Absent.orEmpty(group);
        type = type == null ? Type.TEXT : type;
        covers = covers == null ? ValueCoverage.ITSELF : covers;
        blankRule = blankRule == null ? BlankRule.NO_FILTER : blankRule;
        blankLabel = Absent.orEmpty(blankLabel);
        unit = Absent.orEmpty(unit);
        list = list == null ? ListForm.ANYTHING : list;
        whenUnlisted = whenUnlisted == null ? ParameterDefinition.MissingValuePolicy.KEEP : whenUnlisted;
        allRule = allRule == null ? AllRule.LEAVE_OUT : allRule;
        minimum = Absent.orEmpty(minimum);
        maximum = Absent.orEmpty(maximum);
        rangeEnd = Absent.orEmpty(rangeEnd);
        formula = Absent.orEmpty(formula);
        formerNames = Absent.orEmpty(formerNames);
        start = start == null ? DefaultForm.blank() : start;
        trial = trial == null ? ChoiceForm.of(ChoiceText.blank()) : trial;
    }

    public static ParameterForm of(ParameterDefinition definition) {
        return of(definition, DefaultForm.of(definition.start()), definition.trial());
    }

    /** For readers: with the current default, without row access and the author's trial value. */
    public static ParameterForm forReaders(ParameterDefinition definition, ChoiceText defaultNow) {
        ParameterDefinition told = definition.withBounds(definition.bounds().heldBy(RowAccessRule.NONE));
        return of(told, DefaultForm.now(definition.start(), defaultNow), ChoiceText.blank());
    }

    private static ParameterForm of(ParameterDefinition definition, DefaultForm start, ChoiceText trial) {
        ParameterDefinition.Words words = definition.words();
        ParameterDefinition.Meaning meaning = definition.meaning();
        ParameterDefinition.Bounds bounds = definition.bounds();
        ParameterDefinition.Maintenance maintenance = definition.maintenance();
        OptionalLong unlimited = meaning.unlimitedValue();
        return new ParameterForm(
                definition.name(),
                words.label(),
                words.hint(),
                words.group(),
                meaning.type(),
                meaning.multiple(),
                meaning.covers(),
                meaning.blankRule(),
                words.blankLabel(),
                words.unit(),
                ListForm.of(definition.list()),
                maintenance.whenUnlisted(),
                meaning.sendEach() ? AllRule.SEND_EACH : AllRule.LEAVE_OUT,
                unlimited.isPresent() ? unlimited.getAsLong() : null,
                bounds.minimum(),
                bounds.maximum(),
                bounds.rangeEnd(),
                bounds.rowAccess().holds() ? RowAccessForm.of(bounds.rowAccess()) : null,
                definition.formula(),
                maintenance.unlogged(),
                maintenance.formerNames(),
                start,
                ChoiceForm.of(trial),
                maintenance.version());
    }

    /** The definition, without row access unless the form has it. Throws {@link ProblemException} for an invalid name or choice. */
    public ParameterDefinition toDefinition() {
        return toDefinition(RowAccessRule.NONE);
    }

    /**
     * The definition. Throws as {@link #toDefinition()}.
     *
     * @param current the row access that stays when the form omits it: leaving it out must not open rows
     */
    public ParameterDefinition toDefinition(RowAccessRule current) {
        OptionalLong unlimited = unlimitedValue == null ? OptionalLong.empty() : OptionalLong.of(unlimitedValue);
        return new ParameterDefinition(
                name,
                new ParameterDefinition.Words(label, hint, group, unit, blankLabel),
                new ParameterDefinition.Meaning(
                        type, multiple, covers, blankRule, allRule == AllRule.SEND_EACH, unlimited),
                new ParameterDefinition.Bounds(
                        minimum, maximum, rangeEnd, rowAccess == null ? current : rowAccess.toRule()),
                formula,
                list.toDefinition(),
                start.toDefinition(),
                trial.toText(),
                new ParameterDefinition.Maintenance(whenUnlisted, unlogged, formerNames, version));
    }

    /** The engine's parameter, with the values of a typed list as permitted values. Throws as {@link #toDefinition()}. */
    public Parameter toParameter() {
        List<String> listed = list.values().stream().map(ListedValue::value).toList();
        return toDefinition().toParameter(listed.isEmpty() ? Optional.empty() : Optional.of(AllowedValues.of(listed)));
    }

    /** The fixed default; blank if it is a formula or a query. */
    public ChoiceText fixedDefault() {
        return start.kind() == DefaultForm.DefaultKind.CHOICE ? start.choice().toText() : ChoiceText.blank();
    }
}
