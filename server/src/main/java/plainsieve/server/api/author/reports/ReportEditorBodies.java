package plainsieve.server.api.author.reports;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.PositiveOrZero;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;
import plainsieve.core.sentence.Sentence;
import plainsieve.core.sentence.ViewProposals;
import plainsieve.core.sentence.ViewSentence;
import plainsieve.files.forms.Absent;
import plainsieve.files.forms.ReportForm;
import plainsieve.server.body.ReportBodies.ReportBody;
import plainsieve.server.body.RequestLimits;
import plainsieve.server.body.SentenceBodies;
import plainsieve.server.body.ViewBodies;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.editing.editor.ReportEditor;
import plainsieve.server.editing.refactoring.LimitRelocation;

/** A report in the editor, on the wire. */
final class ReportEditorBodies {
    private ReportEditorBodies() {}

    /**
     * The draft of a report with its sentences.
     *
     * @param published whether it was ever published
     * @param changes the differences from the published version, one line each
     * @param objects the views, the controls and the opening, with their sentences
     * @param unusedParameters parameters of the queries without a control
     * @param limits queries whose row limits make figures, charts or groups incomplete
     * @param form the whole draft, without its version; an edit is undone by restoring it
     */
    record ReportEditorBody(
            ReportBody report,
            boolean published,
            List<String> changes,
            List<EditorObject> objects,
            List<String> unusedParameters,
            List<LimitedQueryBody> limits,
            ReportForm form) {}

    /**
     * A query with a row limit that is shown by views other than tables.
     *
     * @param message the problem, in one sentence
     * @param fix the label of the button that moves the limit; empty if it cannot be moved
     */
    record LimitedQueryBody(String queryId, String message, String fix) {
        static LimitedQueryBody of(LimitRelocation.LimitedQuery limited) {
            return new LimitedQueryBody(
                    limited.query().id(), limited.message(), limited.movable() ? limited.fix() : "");
        }
    }

    /** An object on the page. @param object {@code view:by-port}, {@code control:port} or {@code opening} */
    record EditorObject(String object, List<SentenceBodies.SentencePart> sentence) {
        static EditorObject of(String thing, Sentence sentence) {
            return new EditorObject(thing, SentenceBodies.pieces(sentence));
        }
    }

    /** A suggested view of a query. @param view its definition, for a preview with rows */
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
     * @param option the ID of an option, or typed text
     * @param seen the sentence that the caller saw, to detect a concurrent change of it
     * @param version the version that the change is based on
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
     * @param seen the sentence that the caller saw, to detect a concurrent change of it
     * @param version the version that the change is based on
     */
    record ObjectAction(
            @NotBlank(message = RequestLimits.MISSING) String object,
            @NotNull(message = RequestLimits.MISSING) ReportEditor.Step action,
            String seen,
            int version) {
        ObjectAction {
            seen = Absent.orEmpty(seen);
        }
    }

    /** @param index from 0, among objects of its kind @param version the version that the change is based on */
    record ObjectPosition(
            @NotBlank(message = RequestLimits.MISSING) String object,

            @PositiveOrZero(message = RequestLimits.NEGATIVE)
            int index,

            int version) {}

    /**
     * @param view its id
     * @param width in twelfths of the page; 0: automatic
     * @param height in lines; 0: automatic
     * @param seenWidth the width that the caller saw
     * @param seenHeight the height that the caller saw
     * @param version the version that the change is based on
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

    /** @param version the version that the change is based on */
    record AddedSuggestion(
            @NotBlank(message = RequestLimits.MISSING) String id,
            @NotBlank(message = RequestLimits.MISSING) String queryId,
            int version) {}

    /** @param version the version that the change is based on */
    record NewControl(
            @NotBlank(message = RequestLimits.MISSING) String parameter, int version) {}

    /**
     * @param seen the texts that the caller saw; empty if the version must be the newest
     * @param version the version that the change is based on
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

    /** The texts of a report. */
    record ReportTexts(String name, String audience, String question) {
        static ReportTexts of(Report report) {
            return new ReportTexts(report.name(), report.audience(), report.question());
        }

        /** Merges my changes of the fields with a colleague's; empty if both changed the same one. */
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

    /** @param version the version that the change is based on */
    record SeenVersion(int version) {}
}
