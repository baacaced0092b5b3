package plainsieve.core.rewrite;

import java.util.Optional;
import plainsieve.core.parameter.Choice;
import plainsieve.core.value.Value;

/**
 * Settles optional filters written by hand before the statement is sent, so that the database sees a plain condition that
 * can use an index.
 *
 * <pre>
 * (:p is null or x = :p)     :p chosen     (x = ?)
 * (:p is null or x = :p)     :p blank      (nothing)
 * (:p = 'All' or x = :p)     :p is 'All'   (nothing)
 * </pre>
 */
final class ResolveOptionalIdiom implements ConditionRule {
    @Override
    public Optional<Change> apply(Site site, Choices choices, Source source) {
        boolean guard = site.guard().isPresent();
        boolean everything =
                site.filterOf().filter(idiom -> meansEverything(idiom, choices)).isPresent();
        return guard || everything ? Optional.of(Change.leaveOut()) : Optional.empty();
    }

    private static boolean meansEverything(OptionalIdiom idiom, Choices choices) {
        Choice choice = choices.of(idiom.parameter());
        if (choice instanceof Choice.One one) {
            return isEverything(idiom, one.value());
        }
        return choice instanceof Choice.Many many
                && many.values().stream().anyMatch(value -> isEverything(idiom, value));
    }

    private static boolean isEverything(OptionalIdiom idiom, Value value) {
        return idiom.everything().filter(value.written()::equals).isPresent();
    }
}
