package plainsieve.server.api.author.queries;

import plainsieve.server.definitions.model.DataTransferPolicy;

/** Whether keys of one source may be sent to another. */
enum TransferDecision {
    /** Not decided yet; keys are not sent. */
    OPEN,
    ALLOWED,
    REFUSED;

    static TransferDecision of(DataTransferPolicy policy) {
        return policy.allowed() ? ALLOWED : REFUSED;
    }
}
