package plainsieve.files.forms;

import java.util.LinkedHashMap;
import java.util.Map;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.DefaultDefinition;

/**
 * A default. Files write it as a choice, as {@code {formula: …}} or as {@code {query: …}}.
 *
 * @param choice the default itself; for readers also the current value of a formula or query
 * @param formula evaluated each time: {@code first day of last month}; otherwise empty
 * @param query the ID of the query whose first column contains the default; otherwise empty
 */
public record DefaultForm(DefaultKind kind, ChoiceForm choice, String formula, String query) {
    /** How a default is defined. */
    public enum DefaultKind {
        CHOICE,
        FORMULA,
        QUERY
    }

    public DefaultForm {
        kind = kind == null ? DefaultKind.CHOICE : kind;
        choice = choice == null ? ChoiceForm.of(ChoiceText.blank()) : choice;
        formula = Absent.orEmpty(formula);
        query = Absent.orEmpty(query);
    }

    /** No choice. */
    static DefaultForm blank() {
        return new DefaultForm(null, null, null, null);
    }

    public static DefaultForm of(DefaultDefinition start) {
        return new DefaultForm(kind(start), ChoiceForm.of(start.choice()), start.formulaText(), start.queryId());
    }

    /** Defaults by parameter, in the same order. */
    public static Map<String, DefaultForm> of(Map<String, DefaultDefinition> defaults) {
        Map<String, DefaultForm> forms = new LinkedHashMap<>();
        defaults.forEach((name, value) -> forms.put(name, of(value)));
        return forms;
    }

    /** The definitions by parameter, in the same order. */
    public static Map<String, DefaultDefinition> toDefinitions(Map<String, DefaultForm> forms) {
        Map<String, DefaultDefinition> defaults = new LinkedHashMap<>();
        forms.forEach((name, form) -> defaults.put(name, form.toDefinition()));
        return defaults;
    }

    /** For readers: the current value, however it is defined. */
    static DefaultForm now(DefaultDefinition start, ChoiceText now) {
        return new DefaultForm(kind(start), ChoiceForm.of(now), "", "");
    }

    private static DefaultKind kind(DefaultDefinition start) {
        return start.accept(new DefaultDefinition.Visitor<>() {
            @Override
            public DefaultKind fixed(DefaultDefinition.FixedChoice fixed) {
                return DefaultKind.CHOICE;
            }

            @Override
            public DefaultKind formula(DefaultDefinition.Formula formula) {
                return DefaultKind.FORMULA;
            }

            @Override
            public DefaultKind ofQuery(DefaultDefinition.FromQuery query) {
                return DefaultKind.QUERY;
            }
        });
    }

    public DefaultDefinition toDefinition() {
        return switch (kind) {
            case CHOICE -> new DefaultDefinition.FixedChoice(choice.toText());
            case FORMULA ->
                formula.isEmpty()
                        ? new DefaultDefinition.FixedChoice(ChoiceText.blank())
                        : new DefaultDefinition.Formula(formula);
            case QUERY -> new DefaultDefinition.FromQuery(ListForm.named(query, "query"));
        };
    }
}
