package plainsieve.server.definitions.project;

import plainsieve.core.request.RequestText;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.TextLocation;
import plainsieve.sources.SourceKind;

/** The language of a source's queries. */
enum SourceLanguage {
    REQUESTS,
    SQL_OR_STEPS;

    static SourceLanguage of(SourceKind kind) {
        return kind == SourceKind.WEB ? REQUESTS : SQL_OR_STEPS;
    }

    /** Throws {@link ProblemException} for a text in the other language. */
    void check(String text) {
        if (RequestText.isRequest(text) != (this == REQUESTS)) {
            throw new ProblemException(problem().at(TextLocation.of(text, 0, Math.min(text.length(), 1))));
        }
    }

    private Problem problem() {
        return this == REQUESTS
                ? Problem.of(
                        ProblemKind.WRONG_LANGUAGE,
                        "A web service takes requests, not SQL.",
                        "Begin with “%s”, and “get /” and a path in the next line.".formatted(RequestText.HEADER))
                : Problem.of(
                        ProblemKind.WRONG_LANGUAGE,
                        "This source takes SQL or steps, not web requests.",
                        "Write SQL or steps.");
    }
}
