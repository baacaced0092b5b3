package plainsieve.core.sentence.parameter;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import plainsieve.core.parameter.ConvertedParameter;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.parameter.ParameterDefinition.Maintenance;
import plainsieve.core.sentence.MarkOption;
import plainsieve.core.sentence.Sentence;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/**
 * A parameter in sentences: its label, its main properties, and usual properties shown on demand.
 *
 * <pre>
 * [Class] · [+ hint]
 * is [text], takes [many values] from [vessels.vessel_class] [with counts]; when blank: [no filter], shown as [any class];
 * default: [none]; viewers may choose [any value]
 * a value means [itself]; all means [no filter]; unit: [none]; …
 * </pre>
 */
public final class ParameterSentence {
    private static final String STOPS = "^[;,]? (and )?";

    private final ParameterDefinition parameter;
    private final List<ParameterProperty> called;
    private final List<ParameterProperty> properties;

    public ParameterSentence(ParameterDefinition parameter, ParameterContext around) {
        this.parameter = parameter;
        this.called = called();
        this.properties = parameter.isComputed() ? computed(around) : chosen(around);
    }

    private List<ParameterProperty> called() {
        ParameterLabelChange words = ParameterLabelChange.of(parameter);
        return List.of(
                ParameterProperty.typed("", "label", parameter.name(), parameter.label(), words::label),
                ParameterProperty.typed(
                        " · ", "hint", "+ hint", parameter.words().hint(), words::hint));
    }

    private List<ParameterProperty> chosen(ParameterContext around) {
        MeaningProperties meaningProperties = new MeaningProperties(parameter, around);
        ListProperties listProperties = new ListProperties(parameter, around);
        List<ParameterProperty> all = new ArrayList<>();
        all.add(meaningProperties.type());
        all.add(meaningProperties.takes());
        all.addAll(listProperties.values());
        all.addAll(new ListDetails(parameter, around).all());
        all.addAll(meaningProperties.ofBlank());
        all.add(new DefaultProperties(parameter, around).start());
        all.addAll(new RowAccessProperties(parameter, around).all());
        all.addAll(meaningProperties.rest());
        all.addAll(upkeep());
        return all;
    }

    private List<ParameterProperty> computed(ParameterContext around) {
        MeaningProperties meaningProperties = new MeaningProperties(parameter, around);
        List<ParameterProperty> all = new ArrayList<>();
        all.add(meaningProperties.type());
        all.add(meaningProperties.takes());
        all.add(new DefaultProperties(parameter, around).formula());
        all.addAll(upkeep());
        return all;
    }

    private List<ParameterProperty> upkeep() {
        ParameterLabelChange words = ParameterLabelChange.of(parameter);
        String unit = parameter.words().unit();
        Maintenance now = parameter.maintenance();
        String kept = "recorded";
        String hidden = "never written";
        return List.of(
                ParameterProperty.typed("; unit: ", "unit", "none", unit, words::unit)
                        .rareWhen(unit.isEmpty()),
                ParameterProperty.typed(
                                "; heading: ",
                                "group",
                                "none",
                                parameter.words().group(),
                                words::group)
                        .rareWhen(true),
                ParameterProperty.selectable(
                                "; values in Sent: ",
                                "private",
                                now.unlogged() ? hidden : kept,
                                () -> List.of(MarkOption.of(kept, kept, ""), MarkOption.of(hidden, hidden, "")),
                                taken -> ConvertedParameter.without(parameter.withUpkeep(new Maintenance(
                                        now.whenUnlisted(), taken.equals(hidden), now.formerNames(), now.version()))))
                        .rareWhen(!now.unlogged()));
    }

    /** Its label and hint for viewers. */
    public Sentence name() {
        return sentence(called);
    }

    /** The sentence of the properties that differ from their usual values, and of the most important ones. */
    public Sentence render() {
        return sentence(properties.stream()
                .filter(parameterProperty -> !parameterProperty.rare())
                .toList());
    }

    /** The properties that have their usual values. */
    public Sentence more() {
        return sentence(properties.stream().filter(ParameterProperty::rare).toList());
    }

    private static Sentence sentence(List<ParameterProperty> properties) {
        Sentence.Writer sentence = Sentence.write();
        for (int i = 0; i < properties.size(); i++) {
            ParameterProperty parameterProperty = properties.get(i);
            String lead = i == 0 ? parameterProperty.lead().replaceFirst(STOPS, "") : parameterProperty.lead();
            sentence.words(lead).piece(parameterProperty.mark()).words(parameterProperty.tail());
        }
        return sentence.done();
    }

    /** The options of a mark; none for typed text. */
    public List<MarkOption> offers(String mark) {
        return property(mark).offers().get();
    }

    /**
     * The parameter with a changed mark, and the losses. Throws {@link ProblemException} for an
     * invalid option.
     *
     * @param taken the ID of an option, or typed text
     */
    public ConvertedParameter with(String mark, String taken) {
        return property(mark).with().apply(taken);
    }

    boolean has(String mark) {
        return found(mark).isPresent();
    }

    private Optional<ParameterProperty> found(String mark) {
        return Stream.concat(called.stream(), properties.stream())
                .filter(parameterProperty -> parameterProperty.mark().id().equals(mark))
                .findFirst();
    }

    private ParameterProperty property(String mark) {
        return found(mark)
                .orElseThrow(() -> new ProblemException(Problem.of(
                        ProblemKind.UNKNOWN_ELEMENT,
                        ":%2$s has no property “%1$s”.".formatted(mark, parameter.name()),
                        "Reload it: it was changed.")));
    }
}
