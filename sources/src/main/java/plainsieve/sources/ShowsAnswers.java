package plainsieve.sources;

/** A source whose answers can be looked at as they come, before rows are made of them. */
public interface ShowsAnswers {
    /**
     * Asks for the first page.
     *
     * @throws SourceFailure when nothing comes
     */
    AnswerLook look(Dispatch what, RunLimits limits, Cancellation cancellation);
}
