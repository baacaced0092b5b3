package plainsieve.server.api.viewer;

import jakarta.validation.Valid;
import java.util.List;
import java.util.Set;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.core.parameter.ListedValue;
import plainsieve.core.parameter.RowAccessRule;
import plainsieve.files.forms.Absent;
import plainsieve.files.forms.ChoiceForm;
import plainsieve.server.body.RunBodies.ValueListRequest;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.editing.assist.ColumnProfiles;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.http.context.Staged;
import plainsieve.server.http.reportpage.SignedLinkCallers;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.results.runs.ListRequests;
import plainsieve.server.sources.lists.ListScope;
import plainsieve.server.sources.lists.RowAccess;
import plainsieve.server.sources.lists.ValueLists;

/** The value lists of parameters for controls. */
@RestController
@RequestMapping("/api/v1/projects/{project}/parameters/{name}")
@RequiredRole(Role.VIEWER)
class ListsApi {
    private final ListRequests lists;
    private final ColumnProfiles looks;
    private final SignedLinkCallers callers;
    private final RowAccess rowAccess;

    ListsApi(ListRequests lists, ColumnProfiles looks, SignedLinkCallers callers, RowAccess rowAccess) {
        this.rowAccess = rowAccess;
        this.lists = lists;
        this.looks = looks;
        this.callers = callers;
    }

    /** The values of the list, or a page of those that contain a search text. */
    @PostMapping("/values")
    ValueLists.ValueList listValues(
            @Staged(Stage.LIVE) Project project,
            Caller caller,
            @PathVariable String name,
            @Valid @RequestBody ValueListRequest body) {
        ListRequests.ListRequest wanted = requestOf(project, caller, name, body);
        return body.refresh()
                ? lists.refreshed(wanted)
                : lists.values(wanted, new ValueLists.ListPage(body.search(), body.start()));
    }

    /** Those of the chosen values that are on the list, with their labels. */
    @PostMapping("/named")
    List<ListedValue> listLabels(
            @Staged(Stage.LIVE) Project project,
            Caller caller,
            @PathVariable String name,
            @Valid @RequestBody ValueListRequest body) {
        return lists.named(requestOf(project, caller, name, body));
    }

    private ListRequests.ListRequest requestOf(Project project, Caller caller, String name, ValueListRequest body) {
        requireOnReport(project, caller, name, body.reportId());
        Caller linked =
                body.reportId().isEmpty() ? caller : callers.of(project, body.reportId(), caller, body.linkToken());
        return new ListRequests.ListRequest(
                project, linked, project.parameter(name), ChoiceForm.texts(body.choices()), body.trial());
    }

    /* Viewers get lists of parameters on their reports only. */
    private void requireOnReport(Project project, Caller caller, String name, String reportId) {
        boolean own = caller.role().mayActAs(Role.AUTHOR)
                || !reportId.isEmpty()
                        && project.parametersOf(callers.given(project, reportId, caller))
                                .contains(name);
        if (!own) {
            throw new NotFoundException("parameter", name, List.of());
        }
    }

    /** @param reportId the report that has the control; empty on the bench */
    record DistributionRequest(String reportId) {
        DistributionRequest {
            reportId = Absent.orEmpty(reportId);
        }
    }

    /** The distribution of the numbers of the parameter's column; empty for callers who may not see all rows. */
    @PostMapping("/distribution")
    ColumnProfiles.ValueDistribution computeDistribution(
            @Staged(Stage.LIVE) Project project,
            Caller caller,
            @PathVariable String name,
            @RequestBody DistributionRequest body) {
        requireOnReport(project, caller, name, body.reportId());
        boolean theirs = rowAccess.shows(new ListScope(project, caller), Set.of(RowAccessRule.listOf(name)), Set.of());
        return theirs ? looks.spread(project, caller, project.parameter(name)) : ColumnProfiles.ValueDistribution.NONE;
    }
}
