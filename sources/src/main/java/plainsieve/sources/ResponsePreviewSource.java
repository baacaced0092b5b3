package plainsieve.sources;

/** A source whose raw responses can be previewed. */
public interface ResponsePreviewSource {
    /**
     * Requests the first page.
     *
     * @throws SourceFailure if there is no response
     */
    ResponsePreview preview(OutgoingStatement what, RunLimits limits, Cancellation cancellation);
}
