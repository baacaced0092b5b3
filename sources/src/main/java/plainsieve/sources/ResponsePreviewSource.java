package plainsieve.sources;

/** A source whose answers can be looked at as they come, before rows are made of them. */
public interface ResponsePreviewSource {
    /**
     * Asks for the first page.
     *
     * @throws SourceFailure when nothing comes
     */
    ResponsePreview look(OutgoingStatement what, RunLimits limits, Cancellation cancellation);
}
