package plainsieve.server.api.author;

import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.PositiveOrZero;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;
import plainsieve.core.sentence.Sentence;
import plainsieve.core.sentence.ViewProposals;
import plainsieve.core.sentence.ViewSentence;
import plainsieve.server.api.body.Absent;
import plainsieve.server.api.body.ReportBodies.ReportBody;
import plainsieve.server.api.body.RequestLimits;
import plainsieve.server.api.body.SentenceBodies;
import plainsieve.server.api.body.ViewBodies;
import plainsieve.server.authoring.LimitRelocation;
import plainsieve.server.project.Report;
import tools.jackson.databind.JsonNode;

/** A report that is being made, on the wire. */
final class ReportEditorBodies {
    private ReportEditorBodies() {}

    /**
     * The draft of a report, with the sentences that are on it.
     *
     * @param published whether viewers have ever got the report
     * @param changes what the draft changes of what they have, a line each
     * @param objects every view and control with its sentence, and the opening
     * @param unusedParameters parameters that viewers could choose and that have no control
     * @param limits queries whose row limits falsify figures, charts or groups of the report
     * @param form the draft as it is kept, to come back to it
     */
    record ReportEditorBody(
            ReportBody report,
            boolean published,
            List<String> changes,
            List<EditorObject> objects,
            List<String> unusedParameters,
            List<LimitedQueryBody> limits,
            @Schema(implementation = Object.class) JsonNode form) {}

    /**
     * A query with a row limit, of which the report shows more than a table.
     *
     * @param message what is wrong, in a sentence
     * @param fix what moving the limit does, as on a button; empty when it cannot be moved
     */
    record LimitedQueryBody(String queryId, String message, String fix) {
        static LimitedQueryBody of(LimitRelocation.LimitedQuery limited) {
            return new LimitedQueryBody(
                    limited.query().id(), limited.message(), limited.movable() ? limited.fix() : "");
        }
    }

    /** A thing on the page. @param thing {@code view:by-port}, {@code control:port}, {@code opening} */
    record EditorObject(String object, List<SentenceBodies.SentencePart> sentence) {
        static EditorObject of(String thing, Sentence sentence) {
            return new EditorObject(thing, SentenceBodies.pieces(sentence));
        }
    }

    /** Something that a query could also show. @param view as it would be, to be looked at with live rows */
    record ViewSuggestion(String id, String queryId, String label, String reason, ViewBodies.ViewBody view) {
        static ViewSuggestion of(ViewProposals.Proposal proposal) {
            return new ViewSuggestion(
                    proposal.id(),
                    proposal.queryId(),
                    ViewSentence.inWords(proposal.view()),
                    proposal.reason(),
                    ViewBodies.ViewBody.of(proposal.view()));
        }
    }

    /**
     * @param option the id of an offer, or the words that were typed
     * @param seen the sentence as it was read, so that it can be reported whether a colleague has changed just that since
     * @param version the one that was seen
     */
    record SentenceEdit(
            @NotBlank(message = RequestLimits.MISSING) String object,
            @NotBlank(message = RequestLimits.MISSING) String mark,

            @NotNull(message = RequestLimits.MISSING) @Size(max = RequestLimits.WORDS, message = RequestLimits.TOO_LONG)
            String option,

            String seen,
            int version) {
        SentenceEdit {
            seen = Absent.orEmpty(seen);
        }
    }

    /**
     * @param action remove, copy, up or down
     * @param seen the sentence of the thing as it was read
     * @param version the one that was seen
     */
    record ObjectAction(
            @NotBlank(message = RequestLimits.MISSING) String object,
            @NotBlank(message = RequestLimits.MISSING) String action,
            String seen,
            int version) {
        ObjectAction {
            seen = Absent.orEmpty(seen);
        }
    }

    /** @param index counted from 0 among things of its kind @param version the one that was seen */
    record ObjectPosition(
            @NotBlank(message = RequestLimits.MISSING) String object,

            @PositiveOrZero(message = RequestLimits.NEGATIVE)
            int index,

            int version) {}

    /**
     * @param view its id
     * @param width in twelfths of the page; 0 for what suits
     * @param height in lines; 0 for what suits
     * @param seenWidth as it was seen
     * @param seenHeight as it was seen
     * @param version the one that was seen
     */
    record ViewSize(
            @NotBlank(message = RequestLimits.MISSING) String view,

            @PositiveOrZero(message = RequestLimits.NEGATIVE)
            int width,

            @PositiveOrZero(message = RequestLimits.NEGATIVE)
            int height,

            int seenWidth,
            int seenHeight,
            int version) {}

    /** @param version the one that was seen */
    record AddedSuggestion(
            @NotBlank(message = RequestLimits.MISSING) String id,
            @NotBlank(message = RequestLimits.MISSING) String queryId,
            int version) {}

    /** @param version the one that was seen */
    record NewControl(
            @NotBlank(message = RequestLimits.MISSING) String parameter, int version) {}

    /**
     * @param seen the words as they were read; nothing where a change may only follow the newest draft
     * @param version the one that was seen
     */
    record ReportTextsChange(
            @NotNull(message = RequestLimits.MISSING) @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String name,

            @NotNull(message = RequestLimits.MISSING) @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String audience,

            @NotNull(message = RequestLimits.MISSING) @Size(max = RequestLimits.WORDS, message = RequestLimits.TOO_LONG)
            String question,

            Optional<ReportTexts> seen,
            int version) {}

    /** The words of a report as an author read them. */
    record ReportTexts(String name, String audience, String question) {
        static ReportTexts of(Report report) {
            return new ReportTexts(report.name(), report.audience(), report.question());
        }

        /** What I changed of the words that I saw, and what a colleague did; nothing when both changed the same one. */
        Optional<ReportTexts> beside(ReportTexts seen, ReportTexts now) {
            boolean apart = apart(seen.name, name, now.name)
                    && apart(seen.audience, audience, now.audience)
                    && apart(seen.question, question, now.question);
            return apart
                    ? Optional.of(new ReportTexts(
                            changed(seen.name, name, now.name),
                            changed(seen.audience, audience, now.audience),
                            changed(seen.question, question, now.question)))
                    : Optional.empty();
        }

        private static boolean apart(String seen, String mine, String now) {
            return mine.equals(seen) || now.equals(seen) || mine.equals(now);
        }

        private static String changed(String seen, String mine, String now) {
            return mine.equals(seen) ? now : mine;
        }
    }

    /** @param form as it was reported @param version the one that was seen */
    record RestoredForm(
            @NotNull(message = RequestLimits.MISSING) @Schema(implementation = Object.class)
            JsonNode form,

            int version) {
        RestoredForm {
            // JSON's null is a node like any other.
            form = form == null || form.isNull() ? null : form;
        }
    }

    /** @param version the one that was seen */
    record SeenVersion(int version) {}
}
