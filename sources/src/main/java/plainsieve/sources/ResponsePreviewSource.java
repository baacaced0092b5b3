package plainsieve.sources;

/** A source whose raw responses can be previewed. */
public interface ResponsePreviewSource {
    /**
     * Asks for the first page.
     *
     * @throws SourceFailure when nothing comes
     */
    ResponsePreview look(OutgoingStatement what, RunLimits limits, Cancellation cancellation);
}
