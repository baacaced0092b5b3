package plainsieve.server.api.viewer;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Size;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.CookieValue;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.files.forms.Absent;
import plainsieve.files.forms.ChoiceForm;
import plainsieve.files.forms.Resource;
import plainsieve.server.body.RequestLimits;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.Selections;
import plainsieve.server.http.Creates;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.http.context.ViewerCookie;
import plainsieve.server.http.reportpage.SignedLinkCallers;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;

/** Saved selections of a viewer, who is identified by a cookie without accounts. */
@RestController
@RequestMapping("/api/v1/projects/{project}/reports/{reportId}/selections")
@RequiredRole(Role.VIEWER)
class SelectionsApi {
    private final Selections selections;
    private final SignedLinkCallers callers;

    SelectionsApi(Selections selections, SignedLinkCallers callers) {
        this.selections = selections;
        this.callers = callers;
    }

    record Selection(String id, String name, Map<String, ChoiceForm> choices) implements Resource {
        static Selection of(Selections.Selection kept) {
            return new Selection(kept.id(), kept.name(), ChoiceForm.of(kept.choices()));
        }
    }

    /**
     * Choices to save.
     *
     * @param name missing for choices of a link that would be too long
     * @param instead the choices that these replace under that name; missing if there are none
     */
    record NewSelection(
            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String name,

            Map<String, ChoiceForm> choices,
            Map<String, ChoiceForm> instead) {
        NewSelection {
            name = Absent.orEmpty(name);
        }
    }

    @GetMapping
    List<Selection> listSelections(
            Project project,
            @PathVariable String reportId,
            Caller caller,
            @CookieValue(name = ViewerCookie.NAME, defaultValue = "") String browser) {
        Report report = callers.given(project, reportId, caller);
        String viewer = owner(caller, browser);
        return viewer.isEmpty()
                ? List.of()
                : selections.of(new Selections.Owner(project, report, viewer)).stream()
                        .map(Selection::of)
                        .toList();
    }

    /** Kept choices by their id, as a link has it. */
    @GetMapping("/{id}")
    Selection getSelection(Project project, Caller caller, @PathVariable String reportId, @PathVariable String id) {
        return Selection.of(selections.get(project, callers.given(project, reportId, caller), id));
    }

    /** Saves choices under a name, or without one for a link that would be too long. */
    @PostMapping
    @Creates("/api/v1/projects/{project}/reports/{reportId}/selections/{created}")
    Selection saveSelection(
            Project project,
            @PathVariable String reportId,
            @Valid @RequestBody NewSelection body,
            Caller caller,
            @CookieValue(name = ViewerCookie.NAME, defaultValue = "") String browser,
            HttpServletRequest request,
            HttpServletResponse response) {
        String known = owner(caller, browser);
        String owner = known.isEmpty() ? ViewerCookie.fresh() : known;
        if (!isPerson(caller)) {
            response.addHeader(HttpHeaders.SET_COOKIE, ViewerCookie.of(owner, request));
        }
        Selections.Owner whose = new Selections.Owner(project, callers.given(project, reportId, caller), owner);
        return Selection.of(selections.keep(
                whose,
                body.name(),
                keepable(project, body.choices()),
                Optional.ofNullable(body.instead()).map(instead -> keepable(project, instead))));
    }

    /* Private choices are neither saved nor in links. */
    private static Map<String, ChoiceText> keepable(Project project, Map<String, ChoiceForm> choices) {
        Map<String, ChoiceText> texts = new LinkedHashMap<>(ChoiceForm.texts(choices));
        texts.keySet()
                .removeIf(name -> project.parameters().containsKey(name)
                        && project.parameter(name).maintenance().unlogged());
        return texts;
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void removeSelection(
            Project project,
            @PathVariable String reportId,
            @PathVariable String id,
            Caller caller,
            @CookieValue(name = ViewerCookie.NAME, defaultValue = "") String browser) {
        Report report = callers.given(project, reportId, caller);
        selections.remove(new Selections.Owner(project, report, owner(caller, browser)), id);
    }

    private static String owner(Caller caller, String browser) {
        return isPerson(caller) ? caller.viewer().id() : browser;
    }

    private static boolean isPerson(Caller caller) {
        return caller.viewer().known() && !caller.viewer().isByLink();
    }
}
