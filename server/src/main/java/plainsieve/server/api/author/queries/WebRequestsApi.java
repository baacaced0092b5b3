package plainsieve.server.api.author.queries;

import io.swagger.v3.oas.annotations.media.Schema;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.ProblemException;
import plainsieve.files.forms.Absent;
import plainsieve.files.forms.ChoiceForm;
import plainsieve.server.body.RequestLimits;
import plainsieve.server.body.SentBodies;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.http.context.Staged;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.results.runs.QueryRunner;
import plainsieve.server.results.runs.RequestedChoices;
import plainsieve.server.results.runs.RunRequest;
import plainsieve.server.sources.sent.Purpose;
import plainsieve.server.sources.sent.SentValue;
import plainsieve.server.sources.sent.SentValues;
import plainsieve.sources.DetectedColumn;
import plainsieve.sources.ResponsePreview;

/** A web request while it is written: the address that results, and the answer that it gets. */
@RestController
@RequestMapping("/api/v1/projects/{project}/queries/{id}/request")
@RequiredRole(Role.AUTHOR)
class WebRequestsApi {
    private final QueryRunner queryRunner;

    WebRequestsApi(QueryRunner queryRunner) {
        this.queryRunner = queryRunner;
    }

    /** @param choices the choices on the bench */
    @Schema(name = "RequestDraft")
    record RequestDraft(
            @Size(max = RequestLimits.TEXT, message = RequestLimits.TOO_LONG)
            String text,

            Map<String, ChoiceForm> choices) {
        RequestDraft {
            text = Absent.orEmpty(text);
        }
    }

    /**
     * The request with its values at their placeholders.
     *
     * @param base the URL of the service, to which the path is appended
     * @param text the first line, headers and body
     * @param problem why there is none; empty if there is
     */
    @Schema(name = "RequestAddress")
    record RequestAddress(String base, String text, List<SentBodies.SentValueBody> values, String problem) {}

    /** The request that would be sent. */
    @PostMapping("/address")
    RequestAddress getRequestAddress(
            @Staged(Stage.DRAFT) Project project,
            Caller caller,
            @PathVariable String id,
            @Valid @RequestBody RequestDraft body) {
        String base = project.source(project.query(id).sourceId()).address();
        try {
            Statement statement = queryRunner.statementOf(order(project, caller, id, body));
            String front = requestLines(statement.text());
            List<SentValue> values = SentValues.of(statement).stream()
                    .filter(value -> value.offset() < front.length())
                    .toList();
            return new RequestAddress(base, front, SentBodies.SentValueBody.of(values), "");
        } catch (ProblemException e) {
            return new RequestAddress(
                    base, "", List.of(), e.first().message() + " " + e.first().advice());
        }
    }

    /** The lines that are sent, without response options. */
    private static String requestLines(String text) {
        int end = text.indexOf('\n') + 1;
        while (text.startsWith("header ", end) || text.startsWith("body ", end)) {
            end = text.indexOf('\n', end) + 1;
        }
        return text.substring(0, end);
    }

    /** Where rows could be, and how many. */
    @Schema(name = "RowsLocation")
    record RowsLocation(String at, long rows) {}

    /** @param type detected type of its cells */
    @Schema(name = "PreviewColumn")
    record PreviewColumn(String name, String type, long mismatches) {
        static PreviewColumn of(DetectedColumn column) {
            return new PreviewColumn(column.name(), column.type(), column.mismatches());
        }
    }

    /**
     * A raw response.
     *
     * @param more whether it is truncated
     * @param lists possible paths of its rows
     * @param columns of its rows; empty if they cannot be read
     * @param problem why they cannot be read; empty if they can
     */
    @Schema(name = "RequestPreview")
    record PreviewBody(
            String address,
            int status,
            List<String> headers,
            String start,
            boolean more,
            List<RowsLocation> lists,
            List<PreviewColumn> columns,
            String problem) {
        static PreviewBody of(ResponsePreview look) {
            return new PreviewBody(
                    look.address(),
                    look.status(),
                    look.headers(),
                    look.beginning(),
                    look.more(),
                    look.lists().stream()
                            .map(place -> new RowsLocation(place.at(), place.rows()))
                            .toList(),
                    look.columns().stream().map(PreviewColumn::of).toList(),
                    look.problem());
        }
    }

    /** Requests the first page from the service. */
    @PostMapping("/preview")
    PreviewBody previewRequest(
            @Staged(Stage.DRAFT) Project project,
            Caller caller,
            @PathVariable String id,
            @Valid @RequestBody RequestDraft body) {
        return PreviewBody.of(queryRunner.preview(order(project, caller, id, body)));
    }

    private static RunRequest order(Project project, Caller caller, String id, RequestDraft body) {
        return new RunRequest(
                UUID.randomUUID().toString(),
                project,
                new RunRequest.Text(project.query(id), body.text()),
                RequestedChoices.onTheBench(caller, project.parameters().keySet(), ChoiceForm.texts(body.choices())),
                RunRequest.RowSelection.ALL_ROWS,
                Purpose.PREVIEW,
                1);
    }
}
