package plainsieve.core.rewrite.rule;

import java.util.Optional;
import plainsieve.core.parameter.Choices;
import plainsieve.core.rewrite.edit.SourceText;

/** A rule that rewrites a condition. Returns empty if it does not fire; parameters it leaves are bound. */
public interface ConditionRule {
    Optional<ConditionChange> apply(ConditionSite conditionSite, Choices choices, SourceText sourceText);
}
