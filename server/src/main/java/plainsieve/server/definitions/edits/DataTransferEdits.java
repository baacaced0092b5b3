package plainsieve.server.definitions.edits;

import org.springframework.stereotype.Service;
import plainsieve.server.definitions.model.DataTransferPolicy;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.records.definitions.TransferPolicyRecords;
import plainsieve.server.records.definitions.TransferPolicyRow;

/** Decides between which sources values may travel in a project. */
@Service
public class DataTransferEdits {
    private final TransferPolicyRecords records;

    DataTransferEdits(TransferPolicyRecords records) {
        this.records = records;
    }

    /** Throws {@link plainsieve.server.definitions.model.NotFoundException} if there is no such source. */
    public void decide(Project project, DataTransferPolicy policy) {
        project.source(policy.from());
        project.source(policy.to());
        records.decide(row(project, policy));
    }

    /** Removes the decision: keys are not transferred until someone decides. */
    public void forget(Project project, String from, String to) {
        records.forget(row(project, new DataTransferPolicy(from, to, false)));
    }

    private static TransferPolicyRow row(Project project, DataTransferPolicy policy) {
        return new TransferPolicyRow(project.id(), policy.from(), policy.to(), policy.allowed());
    }
}
