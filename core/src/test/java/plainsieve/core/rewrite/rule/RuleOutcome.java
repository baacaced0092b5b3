package plainsieve.core.rewrite.rule;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.parameter.AllowedValues;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ValueCoverage;
import plainsieve.core.rewrite.edit.EditOrder;
import plainsieve.core.rewrite.edit.EditedText;
import plainsieve.core.rewrite.edit.SourceText;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;

/**
 * The result of one rule for one condition. Choices are written {@code port=A+B day=2026-03-01}; blank is {@code port=},
 * all {@code port=*}, null rows {@code port=A+-}. Parameters: multi-value text {@code port}, {@code ports} with
 * the list A, B, {@code vessel}, {@code n}, {@code day}, {@code month} that covers its month, {@code word} that is
 * matched anywhere; {@code null_*} select null rows when blank, {@code must} is required.
 */
final class RuleOutcome {
    private static final String HEAD = "select 1 from t where ";
    static final String NOT = "does not fire";

    private static final List<Parameter> PARAMETERS = List.of(
            Parameter.of("port", Type.TEXT).asMultiple(),
            Parameter.of("ports", Type.TEXT).asMultiple().withAllowed(listed()),
            Parameter.of("each", Type.TEXT).asMultiple().withAllowed(listed()).sendingEachValue(),
            Parameter.of("vessel", Type.TEXT),
            Parameter.of("n", Type.INTEGER),
            Parameter.of("ns", Type.INTEGER).asMultiple(),
            Parameter.of("day", Type.DATE),
            Parameter.of("to", Type.DATE),
            Parameter.of("month", Type.DATE).covering(ValueCoverage.MONTH),
            Parameter.of("months", Type.DATE).asMultiple().covering(ValueCoverage.MONTH),
            Parameter.of("word", Type.TEXT).covering(ValueCoverage.CONTAINING),
            Parameter.of("words", Type.TEXT).asMultiple().covering(ValueCoverage.STARTING),
            Parameter.of("null_one", Type.TEXT).withBlankRule(BlankRule.ROWS_WITHOUT_VALUE),
            Parameter.of("must", Type.TEXT).withBlankRule(BlankRule.NOT_ALLOWED));

    private final ConditionRule rule;
    private final String dialect;

    private RuleOutcome(ConditionRule rule, String dialect) {
        this.rule = rule;
        this.dialect = dialect;
    }

    private static AllowedValues listed() {
        return AllowedValues.of(List.of("A", "B"));
    }

    static RuleOutcome rule(ConditionRule rule) {
        return new RuleOutcome(rule, "postgresql");
    }

    RuleOutcome in(String name) {
        return new RuleOutcome(rule, name);
    }

    /** The condition with values inlined, {@code left out}, or {@link #NOT}. */
    String on(String condition, String choices) {
        Dialect dialectOfText = Dialects.of(dialect);
        ParsedQuery query = ParsedQuery.parse(HEAD + condition, dialectOfText);
        SourceText sourceText = new SourceText(query.tokens(), dialectOfText);
        Optional<ConditionChange> change =
                rule.apply(ConditionSite.findAll(query).get(0), chosen(query.parameterNames(), choices), sourceText);
        if (change.isEmpty()) {
            return NOT;
        }
        if (change.get().leftOut()) {
            return "left out";
        }
        List<plainsieve.core.rewrite.edit.Edit> edits =
                new ArrayList<>(change.get().edits());
        return inPlace(EditedText.of(query.text(), EditOrder.outermost(edits))).substring(HEAD.length());
    }

    /** The problem kind of the rejection. */
    String refusal(String condition, String choices) {
        ProblemException refused = catchThrowableOfType(ProblemException.class, () -> on(condition, choices));
        assertThat(refused).as(condition).isNotNull();
        assertThat(refused.first().place()).isPresent();
        return refused.first().kind().word();
    }

    private static Choices chosen(Set<String> names, String written) {
        Map<String, Parameter> parameters = new HashMap<>();
        PARAMETERS.stream()
                .filter(parameter -> names.contains(parameter.name()))
                .forEach(parameter -> parameters.put(parameter.name(), parameter));
        Map<String, ChoiceText> texts = new HashMap<>();
        for (String one : written.isBlank() ? new String[0] : written.strip().split(" ")) {
            texts.put(one.substring(0, one.indexOf('=')), text(one.substring(one.indexOf('=') + 1)));
        }
        return new Choices(parameters, ChoiceReader.readAll(parameters, texts));
    }

    private static ChoiceText text(String written) {
        if (written.isEmpty() || written.equals("*")) {
            return written.isEmpty() ? ChoiceText.blank() : ChoiceText.all();
        }
        List<String> values = new ArrayList<>(Arrays.asList(written.split("\\+")));
        boolean without = values.remove("-");
        return new ChoiceText(ChoiceText.Kind.VALUES, values, without);
    }

    private static String inPlace(EditedText edited) {
        StringBuilder out = new StringBuilder(edited.text());
        List<BoundValue> values = edited.values();
        for (int i = values.size() - 1; i >= 0; i--) {
            int at = values.get(i).offset();
            out.replace(at, at + 1, written(values.get(i).bound()));
        }
        return out.toString();
    }

    private static String written(PlaceholderBinding placeholderBinding) {
        if (placeholderBinding instanceof PlaceholderBinding.Array array) {
            return "<" + array.values().size() + ">";
        }
        if (placeholderBinding instanceof PlaceholderBinding.JsonArray json) {
            return "<json " + json.values().size() + ">";
        }
        return placeholderBinding instanceof PlaceholderBinding.Single single
                ? single.value().written()
                : "NULL";
    }
}
