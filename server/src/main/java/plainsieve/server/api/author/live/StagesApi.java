package plainsieve.server.api.author.live;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.core.parameter.DefaultDefinition;
import plainsieve.files.forms.StageForm;
import plainsieve.server.access.accounts.AuditLog;
import plainsieve.server.body.DefinitionBody;
import plainsieve.server.definitions.edits.StageEdits;
import plainsieve.server.definitions.forms.StageForms;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.Projects;
import plainsieve.server.definitions.project.StageWords;
import plainsieve.server.http.context.AuditRecorder;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Caller;
import plainsieve.server.people.ForbiddenException;
import plainsieve.server.people.Role;

/**
 * The stages of a project. Changing one creates no version: published objects stay the same with other settings.
 * Only operators change the stage of viewers.
 */
@RestController
@RequestMapping("/api/v1/projects/{project}/stages")
@RequiredRole(Role.AUTHOR)
class StagesApi {
    private static final String CHANGED = "changed a stage";

    private final Projects projects;
    private final StageEdits edits;
    private final AuditLog auditLog;
    private final AuditRecorder auditRecorder;

    StagesApi(Projects projects, StageEdits edits, AuditLog auditLog, AuditRecorder auditRecorder) {
        this.projects = projects;
        this.edits = edits;
        this.auditLog = auditLog;
        this.auditRecorder = auditRecorder;
    }

    /**
     * A stage.
     *
     * @param defaultLabels its defaults as text, by parameter
     * @param editable whether the caller may change it
     * @param description as text
     * @param lastChange from the audit log; empty if there is none
     */
    record StageBody(
            @JsonUnwrapped StageForm definition,
            Map<String, String> defaultLabels,
            boolean editable,
            List<String> description,
            StageLastChange lastChange)
            implements DefinitionBody<StageForm> {}

    /** @param at ISO 8601; empty for never */
    record StageLastChange(String at, String person, String action) {}

    @GetMapping
    List<StageBody> listStages(Project project, Caller caller) {
        return project.stages().stream()
                .map(stage -> body(project, caller, stage))
                .toList();
    }

    @GetMapping("/{name}")
    StageBody getStage(Project project, Caller caller, @PathVariable String name) {
        return body(project, caller, project.stage(name));
    }

    private StageBody body(Project project, Caller caller, Stage stage) {
        // Values of a removed parameter are kept in case it is restored, and not shown.
        Map<String, DefaultDefinition> values =
                new LinkedHashMap<>(project.inStage(stage.name()).stage().values());
        values.keySet().retainAll(project.parameters().keySet());
        Map<String, String> labels = new LinkedHashMap<>();
        values.forEach((name, value) -> labels.put(name, StageWords.value(project, name, value)));
        StageLastChange last = auditLog.last(project.id(), CHANGED, stage.name() + ": ")
                .map(entry -> new StageLastChange(
                        entry.at().toString(),
                        entry.person(),
                        entry.object().substring(stage.name().length() + 2)))
                .orElse(new StageLastChange("", "", ""));
        return new StageBody(
                StageForms.form(stage.withValues(values)),
                labels,
                isTheirs(caller, stage.name()),
                StageWords.of(project, stage),
                last);
    }

    private static boolean isTheirs(Caller caller, String stage) {
        return caller.role().mayActAs(Stage.requiredRole(stage));
    }

    /** Changes the settings of a stage, or adds one. */
    @PutMapping("/{name}")
    StageBody updateStage(
            Project project,
            Caller caller,
            @PathVariable String name,
            @Valid @RequestBody StageForm body,
            HttpServletRequest request) {
        require(caller, name);
        Stage after = StageForms.stage(body.named(name));
        Stage before = project.hasStage(name) ? project.stage(name) : Stage.of(name);
        edits.save(project, after);
        auditRecorder.note(request, CHANGED, project.id(), name + ": " + inWords(project, before, after));
        Project changed = projects.get(project.id());
        return body(changed, caller, changed.stage(name));
    }

    private static void require(Caller caller, String name) {
        if (!isTheirs(caller, name)) {
            throw new ForbiddenException(Stage.requiredRole(name), caller.role());
        }
    }

    private static String inWords(Project project, Stage before, Stage after) {
        List<String> was = StageWords.of(project, before);
        List<String> is = StageWords.of(project, after);
        List<String> clauses = new ArrayList<>(is);
        clauses.removeAll(was);
        was.stream().filter(clause -> !is.contains(clause)).forEach(clause -> clauses.add("no more “" + clause + "”"));
        return clauses.isEmpty() ? "nothing" : String.join("; ", clauses);
    }

    /** Removes all settings of a stage; a named stage is removed. */
    @DeleteMapping("/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void removeStage(Project project, Caller caller, @PathVariable String name, HttpServletRequest request) {
        require(caller, name);
        edits.remove(project, name);
        auditRecorder.note(request, CHANGED, project.id(), name + ": settings removed");
    }
}
