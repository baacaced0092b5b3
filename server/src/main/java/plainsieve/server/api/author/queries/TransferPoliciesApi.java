package plainsieve.server.api.author.queries;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.files.forms.Absent;
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
    private final DataTransferEdits edits;

    TransferPoliciesApi(DataTransferEdits edits) {
        this.edits = edits;
    }

    /**
     * A decision.
     *
     * @param from the source that gave the values
     */
    record TransferPolicyBody(
            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String from,

            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String to,

            @NotNull(message = RequestLimits.MISSING) TransferDecision decision) {
        TransferPolicyBody {
            from = Absent.orEmpty(from);
            to = Absent.orEmpty(to);
        }
    }

    /** Everything that was decided. */
    @GetMapping
    List<TransferPolicyBody> listTransferPolicies(Project project) {
        return project.transferPolicies().stream()
                .map(policy -> new TransferPolicyBody(policy.from(), policy.to(), TransferDecision.of(policy)))
                .toList();
    }

    /** Decides for two sources, or leaves it open again. */
    @PutMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setTransferPolicy(Project project, @Valid @RequestBody TransferPolicyBody body) {
        if (body.decision() == TransferDecision.OPEN) {
            edits.forget(project, body.from(), body.to());
        } else {
            boolean allowed = body.decision() == TransferDecision.ALLOWED;
            edits.decide(project, new DataTransferPolicy(body.from(), body.to(), allowed));
        }
    }
}
