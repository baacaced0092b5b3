package plainsieve.core.rewrite.rule;

import java.util.Optional;
import plainsieve.core.parameter.Choices;
import plainsieve.core.rewrite.edit.SourceText;

/** One way to rewrite a condition. Gives nothing back when it does not fire; parameters it leaves are bound as they are. */
public interface ConditionRule {
    Optional<ConditionChange> apply(ConditionSite conditionSite, Choices choices, SourceText sourceText);
}
