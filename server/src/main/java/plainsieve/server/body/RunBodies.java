package plainsieve.server.body;

import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.PositiveOrZero;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;
import plainsieve.core.view.ViewPart;
import plainsieve.files.forms.Absent;
import plainsieve.files.forms.ChoiceForm;
import plainsieve.files.forms.DownloadFormat;
import plainsieve.files.forms.Resource;
import plainsieve.server.results.runs.RunRequest;

/** Runs on the wire. */
public final class RunBodies {
    private RunBodies() {}

    /** Choices to render as text. @param linkToken the token of a signed link; may be empty */
    public record QuestionRequest(Map<String, ChoiceForm> choices, String linkToken) {
        public QuestionRequest {
            linkToken = Absent.orEmpty(linkToken);
        }
    }

    /**
     * A run of a view.
     *
     * @param part main, compared, totals, or under and the number of levels above; empty for main
     * @param sortBy an output column, or empty for the query's own order
     * @param filters filters from selected bars
     * @param pages number of pages of rows; 1 by default
     * @param refresh whether to ignore a cached result
     */
    public record ViewRun(
            String runId,
            Map<String, ChoiceForm> choices,
            String sortBy,
            boolean descending,

            @Size(max = RequestLimits.MOST_FILTERS, message = RequestLimits.TOO_MANY)
            List<@NotNull(message = RequestLimits.MISSING) @Valid FilterBody> filters,

            String linkToken,
            String part,

            @Min(value = 1, message = RequestLimits.PAGES)
            @Max(value = RequestLimits.MOST_PAGES, message = RequestLimits.PAGES)
            Integer pages,

            Boolean refresh) {
        public ViewRun {
            refresh = refresh != null && refresh;
            pages = pages == null ? 1 : pages;
            part = Absent.orEmpty(part);
            runId = RunIds.orNew(runId);
            sortBy = Absent.orEmpty(sortBy);
            filters = Absent.orEmpty(filters);
            linkToken = Absent.orEmpty(linkToken);
        }

        public Optional<ResultShape.Sort> sort() {
            return RunBodies.sort(sortBy, descending);
        }

        /** Throws {@link ProblemException} for an unknown keyword. */
        public ViewPart partOf() {
            return ViewPart.read(part)
                    .orElseThrow(() -> new ProblemException(Problem.of(
                            ProblemKind.INVALID_REQUEST,
                            "Unknown part of a view “%s”.".formatted(part),
                            "Use main, compared, totals or under 1.")));
        }
    }

    /**
     * All runs of a page in one request.
     *
     * @param runId cancels all of them; each view has its own ID as well
     * @param question empty without a question
     */
    public record PageRun(
            String runId,

            @NotNull(message = RequestLimits.MISSING)
            @Size(max = RequestLimits.MOST_VIEWS, message = RequestLimits.TOO_MANY)
            List<@NotNull(message = RequestLimits.MISSING) @Valid PageView> views,

            Optional<@Valid QuestionRequest> question) {
        public PageRun {
            runId = RunIds.orNew(runId);
            question = question == null ? Optional.empty() : question;
        }
    }

    /** @param view its id */
    public record PageView(
            @NotBlank(message = RequestLimits.MISSING) String view,
            @NotNull(message = RequestLimits.MISSING) @Valid ViewRun run) {}

    /** A file with every row. @param withHeader whether a CSV begins with the question and the choices */
    public record DownloadRequest(
            String runId,
            Map<String, ChoiceForm> choices,
            String linkToken,

            @Size(max = RequestLimits.MOST_FILTERS, message = RequestLimits.TOO_MANY)
            List<@NotNull(message = RequestLimits.MISSING) @Valid FilterBody> filters,

            String sortBy,
            boolean descending,
            @NotNull(message = RequestLimits.MISSING) DownloadFormat format,
            boolean withHeader) {
        public DownloadRequest {
            runId = RunIds.orNew(runId);
            linkToken = Absent.orEmpty(linkToken);
            filters = Absent.orEmpty(filters);
            sortBy = Absent.orEmpty(sortBy);
        }

        public Optional<ResultShape.Sort> sort() {
            return RunBodies.sort(sortBy, descending);
        }
    }

    /** A run of a text on the bench. */
    public record BenchRun(
            String runId,

            @Size(max = RequestLimits.TEXT, message = RequestLimits.TOO_LONG)
            String text,

            Map<String, ChoiceForm> choices) {
        public BenchRun {
            runId = RunIds.orNew(runId);
            text = Absent.orEmpty(text);
        }
    }

    private static Optional<ResultShape.Sort> sort(String column, boolean descending) {
        return column.isEmpty() ? Optional.empty() : Optional.of(new ResultShape.Sort(column, descending));
    }

    /** Only rows whose output column has one of these values; null selects null rows. */
    public record FilterBody(
            @NotBlank(message = RequestLimits.MISSING) String column,
            Type type,

            @NotNull(message = RequestLimits.MISSING)
            @Size(max = RequestLimits.MOST_VALUES, message = RequestLimits.TOO_MANY)
            List<String> values) {
        public RunRequest.ColumnFilter toFilter() {
            List<String> present = values.stream().filter(Objects::nonNull).toList();
            boolean withoutValue = present.size() < values.size();
            return new RunRequest.ColumnFilter(
                    column,
                    type == null ? Type.TEXT : type,
                    new ChoiceText(ChoiceText.Kind.VALUES, present, withoutValue));
        }
    }

    public static List<RunRequest.ColumnFilter> filters(List<FilterBody> filters) {
        return filters.stream().map(FilterBody::toFilter).toList();
    }

    public record DownloadBody(String id, String fileName) implements Resource {}

    /**
     * A request for values of a list.
     *
     * @param choices the choices, including those of the parameters the list depends on
     * @param reportId the report of the signed link; empty on the bench
     * @param trial whether trial values replace missing choices
     * @param search text that labels must contain; may be empty
     * @param start number of values to skip
     * @param refresh whether to ignore a cached list
     */
    public record ValueListRequest(
            Map<String, ChoiceForm> choices,
            String reportId,
            String linkToken,
            boolean trial,

            @Size(max = RequestLimits.WORDS, message = RequestLimits.TOO_LONG)
            String search,

            @PositiveOrZero(message = RequestLimits.NEGATIVE)
            int start,

            boolean refresh) {
        public ValueListRequest {
            reportId = Absent.orEmpty(reportId);
            linkToken = Absent.orEmpty(linkToken);
            search = Absent.orEmpty(search);
        }
    }
}
