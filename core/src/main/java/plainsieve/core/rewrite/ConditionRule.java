package plainsieve.core.rewrite;

import java.util.Optional;

/** One way to rewrite a condition. Gives nothing back when it does not fire; parameters it leaves are bound as they stand. */
interface ConditionRule {
    Optional<Change> apply(Site site, Choices choices, Source source);
}
