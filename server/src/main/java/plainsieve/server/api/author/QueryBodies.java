package plainsieve.server.api.author;

import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import plainsieve.core.notice.Notice;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.value.TextLocation;
import plainsieve.server.api.body.Absent;
import plainsieve.server.api.body.ChoiceBody;
import plainsieve.server.api.body.ProblemBody;
import plainsieve.server.api.body.RequestLimits;
import plainsieve.server.authoring.HardCodedValueConversion;
import plainsieve.server.project.CachePolicy;
import plainsieve.server.project.Project;
import plainsieve.server.project.Query;
import plainsieve.server.project.SourceChoice;

/** Queries on the wire. A text that is missing in a request is empty. */
final class QueryBodies {
    private QueryBodies() {}

    record QueryCard(String id, String name, String sourceId, int version) {}

    /**
     * A query.
     *
     * @param source where it is asked
     * @param changed whether the draft differs from what reports send
     */
    record QueryBody(
            String id,
            String name,
            String sourceId,
            String sourceName,
            SourceChoiceBody source,
            String text,
            boolean changed,
            int version) {
        static QueryBody of(Project project, Query query) {
            return new QueryBody(
                    query.id(),
                    query.name(),
                    query.sourceId(),
                    project.source(query.sourceId()).kind().title(),
                    SourceChoiceBody.of(project, query),
                    query.draftText(),
                    query.isChanged(),
                    query.version());
        }
    }

    /**
     * Which source a query asks.
     *
     * @param sourceParameter the parameter that says it; empty where it is always the one that the query is written for
     * @param sourceParameters the parameters that could say it
     * @param sources those of the kind that the query is written for
     * @param storedCopy the stored copy that viewers' reports ask instead; empty where they ask the source
     * @param cacheSeconds for how long they take an answer of the source again; 0 where they ask it each time
     * @param liveParameters the parameters of what reports send: with any of them a copy cannot be asked
     */
    record SourceChoiceBody(
            String sourceParameter,
            List<String> sourceParameters,
            List<String> sources,
            String storedCopy,
            int cacheSeconds,
            List<String> liveParameters) {
        static SourceChoiceBody of(Project project, Query query) {
            return new SourceChoiceBody(
                    query.sourceParameter(),
                    project.parameters().values().stream()
                            .filter(SourceChoice::canBeSaidBy)
                            .map(ParameterDefinition::name)
                            .toList(),
                    SourceChoice.possible(project, query),
                    query.asked().copy(),
                    query.asked().keptSeconds(),
                    project.askedFor(query));
        }
    }

    /** @param parameter empty for always the same source */
    record SourceParameterBody(
            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String parameter,

            int version) {
        SourceParameterBody {
            parameter = Absent.orEmpty(parameter);
        }
    }

    /**
     * What viewers' reports ask: both empty for the source each time.
     *
     * @param storedCopy a stored copy instead of the source
     * @param cacheSeconds for how long they take an answer of the source again; counts where no copy is asked
     */
    record CachePolicyBody(
            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String storedCopy,

            @Min(value = 0, message = RequestLimits.AN_HOUR)
            @Max(value = CachePolicy.MOST_KEPT_SECONDS, message = RequestLimits.AN_HOUR)
            Integer cacheSeconds,

            int version) {
        CachePolicyBody {
            storedCopy = Absent.orEmpty(storedCopy);
            cacheSeconds = cacheSeconds == null ? 0 : cacheSeconds;
        }

        CachePolicy how() {
            return CachePolicy.of(storedCopy, cacheSeconds);
        }
    }

    record NewQuery(
            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String name,

            String sourceId,

            @Size(max = RequestLimits.TEXT, message = RequestLimits.TOO_LONG)
            String text) {
        NewQuery {
            name = Absent.orEmpty(name);
            sourceId = Absent.orEmpty(sourceId);
            text = Absent.orEmpty(text);
        }
    }

    /** @param version the one that was seen */
    record DraftChange(
            @Size(max = RequestLimits.TEXT, message = RequestLimits.TOO_LONG)
            String text,

            int version) {
        DraftChange {
            text = Absent.orEmpty(text);
        }
    }

    /** @param version the one that was seen */
    record NameChange(
            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String name,

            int version) {
        NameChange {
            name = Absent.orEmpty(name);
        }
    }

    /** The report that was made of a query. */
    record NewReport(String id) {}

    /** @param version the one that was seen */
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
     * A notice with its place; line 0 and start -1 when it has none.
     *
     * @param fixes what one click can do about it
     * @param parameter the parameter it is about; empty when it is about none
     */
    record NoticeBody(
            String kind,
            String message,
            String advice,
            boolean blocking,
            int line,
            int start,
            int end,
            List<FixBody> fixes,
            String parameter) {
        /** A notice of the statement of steps. A rewrite would be one of the statement, so only changes of parameters are left. */
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
     * A safe rewrite of the text, or a change of the sentence of the parameter.
     *
     * @param label what it does, as on a button
     * @param mark the word of the sentence that changes; empty when the text is rewritten
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

    /** A name in a text, for which a parameter is wanted. */
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
     * Hard-coded values that viewers should choose.
     *
     * @param starts where they begin in the text; all of them when there are none
     * @param again whether each becomes a new parameter, even where the project has one for it
     */
    record HardCodedSelection(
            @Size(max = RequestLimits.TEXT, message = RequestLimits.TOO_LONG)
            String text,

            List<@NotNull(message = RequestLimits.MISSING) Integer> starts,
            boolean createNew,
            Map<String, ChoiceBody> choices) {
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
