package plainsieve.server.jobs.copies;

import java.util.List;
import org.springframework.stereotype.Service;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.server.definitions.model.CachePolicy;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.project.Project;

/** Whether a query reads its source, a cached result, or a stored copy. */
@Service
public class CopySubstitution {
    private final StoredCopies storedCopies;

    CopySubstitution(StoredCopies storedCopies) {
        this.storedCopies = storedCopies;
    }

    /** Throws {@link ProblemException} if the policy reads a copy of another query or without rows, or the query has parameters. */
    public void check(Project project, Query query, CachePolicy policy) {
        if (policy instanceof CachePolicy.StoredCopy copy) {
            check(project, query, storedCopies.get(project.id(), copy.id()));
        }
    }

    private void check(Project project, Query query, StoredCopy copy) {
        if (!copy.queryId().equals(query.id())) {
            throw invalid("“%s” is a copy of another query.".formatted(copy.name()), "Create a copy of this one.");
        }
        List<String> chosen = project.parametersOfLive(query);
        if (!chosen.isEmpty()) {
            throw invalid(
                    "“%s” uses :%s, and a copy holds one result.".formatted(query.name(), String.join(", :", chosen)),
                    "Copy a query without it, and read that copy in this one.");
        }
        if (storedCopies.state(project.id(), copy).isEmpty()) {
            throw invalid("“%s” is not created yet.".formatted(copy.name()), "Wait for it under Live.");
        }
    }

    private static ProblemException invalid(String message, String advice) {
        return new ProblemException(Problem.of(ProblemKind.INVALID_STORED_COPY, message, advice));
    }
}
