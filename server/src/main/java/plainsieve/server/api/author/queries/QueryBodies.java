package plainsieve.server.api.author.queries;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import plainsieve.core.notice.Notice;
import plainsieve.core.notice.NoticeKind;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.value.TextLocation;
import plainsieve.files.forms.Absent;
import plainsieve.files.forms.ChoiceForm;
import plainsieve.files.forms.QueryForm;
import plainsieve.files.forms.Resource;
import plainsieve.server.body.DefinitionBody;
import plainsieve.server.body.ProblemBody;
import plainsieve.server.body.RequestLimits;
import plainsieve.server.definitions.edits.QueryChange;
import plainsieve.server.definitions.model.CachePolicy;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.SourceChoice;
import plainsieve.server.editing.refactoring.HardCodedValueConversion;

/** Queries on the wire. A text that is missing in a request is empty. */
final class QueryBodies {
    private QueryBodies() {}

    record QueryCard(String id, String name, String source, int version) {}

    /**
     * A query.
     *
     * @param definition with the text of the draft
     * @param sourceName the kind of its source, as displayed
     * @param changed whether the draft differs from the published text
     */
    record QueryBody(@JsonUnwrapped QueryForm definition, String sourceName, QueryOptions options, boolean changed)
            implements DefinitionBody<QueryForm> {
        static QueryBody of(Project project, Query query) {
            return new QueryBody(
                    query.toForm(query.draftText()),
                    project.source(query.sourceId()).kind().title(),
                    QueryOptions.of(project, query),
                    query.isChanged());
        }
    }

    /**
     * The possible values of properties of a query.
     *
     * @param sourceParameters the parameters that could select its source
     * @param sources the sources of the same kind
     * @param liveParameters the parameters of the published text; a stored copy cannot have any
     */
    record QueryOptions(List<String> sourceParameters, List<String> sources, List<String> liveParameters) {
        static QueryOptions of(Project project, Query query) {
            return new QueryOptions(
                    project.parameters().values().stream()
                            .filter(SourceChoice::canBeSaidBy)
                            .map(ParameterDefinition::name)
                            .toList(),
                    SourceChoice.possible(project, query),
                    project.parametersOfLive(query));
        }
    }

    /**
     * A change of some properties of a query; fields that are missing stay.
     *
     * @param text of the draft
     * @param sourceParameter the parameter that selects a source of the same kind; empty for the query's own source
     * @param storedCopy the stored copy that reports read; empty for the source
     * @param cacheSeconds how long results are cached; ignored with a stored copy
     * @param version the version that the change is based on
     */
    record QueryPatch(
            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String name,

            @Size(max = RequestLimits.TEXT, message = RequestLimits.TOO_LONG)
            String text,

            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String sourceParameter,

            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String storedCopy,

            @Min(value = 0, message = RequestLimits.AN_HOUR)
            @Max(value = CachePolicy.MOST_KEPT_SECONDS, message = RequestLimits.AN_HOUR)
            Integer cacheSeconds,

            int version) {
        QueryChange of(Query query) {
            boolean policy = storedCopy != null || cacheSeconds != null;
            return new QueryChange(
                    Optional.ofNullable(name),
                    Optional.ofNullable(text),
                    Optional.ofNullable(sourceParameter),
                    policy
                            ? Optional.of(CachePolicy.of(
                                    storedCopy == null ? query.asked().copy() : storedCopy,
                                    cacheSeconds == null ? query.asked().keptSeconds() : cacheSeconds))
                            : Optional.empty());
        }
    }

    /** A report created from a query. */
    record NewReport(String id) implements Resource {}

    /** @param version the version that the change is based on */
    record PublishedVersion(int version) {}

    record QueryText(
            @Size(max = RequestLimits.TEXT, message = RequestLimits.TOO_LONG)
            String text) {
        QueryText {
            text = Absent.orEmpty(text);
        }
    }

    /** What a text contains, for the editor. */
    record QueryCheck(
            List<String> parameters,
            List<ParameterMark> marks,
            List<ProblemBody> problems,
            List<NoticeBody> notices,
            List<HardCodedValueConversion.HardCodedOccurrence> hardCodedValues) {}

    record ParameterMark(String name, int start, int end) {}

    /**
     * A notice with its location; line 0 and start -1 without one.
     *
     * @param fixes changes that fix it
     * @param parameter the parameter it concerns; empty if none
     */
    record NoticeBody(
            NoticeKind kind,
            String message,
            String advice,
            boolean blocking,
            int line,
            int start,
            int end,
            List<FixBody> fixes,
            String parameter) {
        /** A notice on the statement of steps. Rewrites of the statement are dropped; changes of parameters are kept. */
        static NoticeBody ofSteps(Notice notice, Function<TextLocation, Optional<TextLocation>> ofSteps) {
            return of(
                    notice,
                    notice.place().flatMap(ofSteps),
                    notice.fixes().stream()
                            .filter(fix -> fix.change().isPresent())
                            .toList());
        }

        static NoticeBody of(Notice notice) {
            return of(notice, notice.place(), notice.fixes());
        }

        private static NoticeBody of(Notice notice, Optional<TextLocation> place, List<Notice.Fix> fixes) {
            return new NoticeBody(
                    notice.kind(),
                    notice.message(),
                    notice.advice(),
                    notice.blocks(),
                    place.map(TextLocation::line).orElse(0),
                    place.map(TextLocation::start).orElse(-1),
                    place.map(TextLocation::end).orElse(-1),
                    fixes.stream().map(FixBody::of).toList(),
                    notice.parameter().orElse(""));
        }
    }

    /**
     * A safe edit of the text, or of the sentence of the parameter.
     *
     * @param label the label of its button
     * @param mark the mark of the sentence to change; empty for an edit of the text
     */
    record FixBody(String label, List<EditBody> edits, String mark, String option) {
        static FixBody of(Notice.Fix fix) {
            return new FixBody(
                    fix.label(),
                    fix.edits().stream()
                            .map(edit -> new EditBody(edit.start(), edit.end(), edit.replacement()))
                            .toList(),
                    fix.change().map(Notice.ParameterChange::mark).orElse(""),
                    fix.change().map(Notice.ParameterChange::taken).orElse(""));
        }
    }

    record EditBody(int start, int end, String replacement) {}

    /** An undefined name in a text, for which a parameter is proposed. */
    record ParameterRequest(
            @Size(max = RequestLimits.TEXT, message = RequestLimits.TOO_LONG)
            String text,

            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String name) {
        ParameterRequest {
            text = Absent.orEmpty(text);
            name = Absent.orEmpty(name);
        }
    }

    /**
     * A request to convert hard-coded values to parameters.
     *
     * @param starts their start offsets in the text; empty for all
     * @param createNew whether each becomes a new parameter, even where the project has one for it
     */
    record HardCodedSelection(
            @Size(max = RequestLimits.TEXT, message = RequestLimits.TOO_LONG)
            String text,

            List<@NotNull(message = RequestLimits.MISSING) Integer> starts,
            boolean createNew,
            Map<String, ChoiceForm> choices) {
        HardCodedSelection {
            text = Absent.orEmpty(text);
            starts = Absent.orEmpty(starts);
        }
    }

    /** A conversion of hard-coded values to undo. */
    record HardCodedUndo(
            @Size(max = RequestLimits.TEXT, message = RequestLimits.TOO_LONG)
            String text,

            int version,
            List<@NotNull(message = RequestLimits.MISSING) String> names) {
        HardCodedUndo {
            text = Absent.orEmpty(text);
            names = Absent.orEmpty(names);
        }
    }
}
