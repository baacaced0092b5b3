package plainsieve.sources.differential;

import java.util.List;
import java.util.Map;
import plainsieve.core.parameter.ChoiceText;

/** The choices as text for the evaluator, which parses them itself. */
record Env(Map<String, ChoiceText> choices, String kind) {
    boolean blank(String parameter) {
        return choices.get(parameter).kind() == ChoiceText.Kind.BLANK;
    }

    List<String> values(String parameter) {
        return choices.get(parameter).values();
    }

    boolean withoutValue(String parameter) {
        return choices.get(parameter).withoutValue();
    }

    String one(String parameter) {
        return values(parameter).get(0);
    }
}
