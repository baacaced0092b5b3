package plainsieve.server.api.author.queries;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.server.body.Absent;
import plainsieve.server.body.RequestLimits;
import plainsieve.server.definitions.edits.DataTransferEdits;
import plainsieve.server.definitions.model.DataTransferPolicy;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Role;

/** Between which sources values may travel: decided once for a project, for all queries. */
@RestController
@RequestMapping("/api/v1/projects/{project}/transfer-policies")
@RequiredRole(Role.AUTHOR)
class TransferPoliciesApi {
    private static final String ALLOWED = "allowed";
    private static final String REFUSED = "refused";

    private final DataTransferEdits edits;

    TransferPoliciesApi(DataTransferEdits edits) {
        this.edits = edits;
    }

    /**
     * A decision.
     *
     * @param from the source that gave the values
     * @param decision {@code allowed}, {@code refused}, or empty while it is open
     */
    record TransferPolicyBody(
            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String from,

            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String to,

            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String decision) {
        TransferPolicyBody {
            from = Absent.orEmpty(from);
            to = Absent.orEmpty(to);
            decision = Absent.orEmpty(decision);
        }
    }

    /** Everything that was decided. */
    @GetMapping
    List<TransferPolicyBody> listTransferPolicies(Project project) {
        return project.transferPolicies().stream()
                .map(policy -> new TransferPolicyBody(policy.from(), policy.to(), policy.allowed() ? ALLOWED : REFUSED))
                .toList();
    }

    /** Decides for two sources, or leaves it open again. */
    @PutMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setTransferPolicy(Project project, @Valid @RequestBody TransferPolicyBody body) {
        switch (body.decision()) {
            case ALLOWED, REFUSED ->
                edits.decide(
                        project,
                        new DataTransferPolicy(
                                body.from(), body.to(), body.decision().equals(ALLOWED)));
            case "" -> edits.forget(project, body.from(), body.to());
            default ->
                throw new ProblemException(Problem.of(
                        "bad-decision",
                        "“%s” is no decision.".formatted(body.decision()),
                        "Send “allowed”, “refused”, or nothing."));
        }
    }
}
