package plainsieve.files.forms;

import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.Set;
import plainsieve.core.parameter.RowAccessRule;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/**
 * The permitted values of a parameter per viewer.
 *
 * @param query the ID of the query that defines them; otherwise empty
 * @param claim the claim of the identity provider that defines them; otherwise empty
 * @param exempt unrestricted objects that do not use the parameter: query IDs, {@code :name} for a list
 */
public record RowAccessForm(
        @NotNull(message = FormLimits.MISSING) RowAccessRule.By by,
        String query,
        String claim,
        List<@NotNull(message = FormLimits.MISSING) String> exempt)
        implements Form {
    public RowAccessForm {
        query = Absent.orEmpty(query);
        claim = Absent.orEmpty(claim);
        exempt = Absent.orEmpty(exempt);
    }

    static RowAccessForm of(RowAccessRule rule) {
        return new RowAccessForm(
                rule.by(),
                rule.queryId(),
                rule.claim(),
                rule.exempt().stream().sorted().toList());
    }

    RowAccessRule toRule() {
        if (by == null) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_PARAMETER, "Row access by what is missing.", "Use group, claim or query."));
        }
        return new RowAccessRule(by, by == RowAccessRule.By.CLAIM ? claim : query, Set.copyOf(exempt));
    }
}
