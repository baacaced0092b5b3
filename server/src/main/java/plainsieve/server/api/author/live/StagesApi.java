package plainsieve.server.api.author.live;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.time.Duration;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
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
import plainsieve.server.access.accounts.AuditLog;
import plainsieve.server.body.DefaultBody;
import plainsieve.server.body.RequestLimits;
import plainsieve.server.body.VersionedBody;
import plainsieve.server.definitions.edits.StageEdits;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.definitions.project.Project;
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

    private final StageEdits edits;
    private final AuditLog auditLog;
    private final AuditRecorder auditRecorder;

    StagesApi(StageEdits edits, AuditLog auditLog, AuditRecorder auditRecorder) {
        this.edits = edits;
        this.auditLog = auditLog;
        this.auditRecorder = auditRecorder;
    }

    /**
     * The default of a parameter in a stage.
     *
     * @param label as text
     */
    record StageValue(String parameter, DefaultBody value, String label) {}

    /**
     * A stage.
     *
     * @param sources the source that replaces another one, by the other's ID
     * @param rowLimit the maximum number of rows of a view or the bench; 0 for the server's
     * @param timeoutSeconds statement timeout; 0 for the server's
     * @param editable whether the caller may change it
     * @param description as text
     * @param lastChange from the audit log; empty if there is none
     */
    record StageBody(
            String name,
            List<StageValue> defaults,
            Map<String, String> sources,
            long rowLimit,
            long timeoutSeconds,
            int version,
            boolean editable,
            List<String> description,
            StageLastChange lastChange)
            implements VersionedBody {}

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
        List<StageValue> values = new ArrayList<>();
        // Values of a removed parameter are kept in case it is restored, and not shown.
        project.inStage(stage.name()).stage().values().forEach((name, value) -> {
            if (project.parameters().containsKey(name)) {
                values.add(new StageValue(name, DefaultBody.of(value), StageWords.value(project, name, value)));
            }
        });
        StageLastChange last = auditLog.last(project.id(), CHANGED, stage.name() + ": ")
                .map(entry -> new StageLastChange(
                        entry.at().toString(),
                        entry.person(),
                        entry.object().substring(stage.name().length() + 2)))
                .orElse(new StageLastChange("", "", ""));
        return new StageBody(
                stage.name(),
                values,
                stage.sources(),
                stage.limits().rows().orElse(0),
                stage.limits().longest().map(Duration::toSeconds).orElse(0L),
                stage.version(),
                isTheirs(caller, stage.name()),
                StageWords.of(project, stage),
                last);
    }

    private static boolean isTheirs(Caller caller, String stage) {
        return caller.role().mayActAs(Stage.requiredRole(stage));
    }

    /** The complete settings. @param version on which the change is based; 0 for a new stage */
    record StageChange(
            Map<String, @NotNull(message = RequestLimits.MISSING) @Valid DefaultBody> defaults,
            Map<String, @NotNull(message = RequestLimits.MISSING) String> sources,
            long rowLimit,
            long timeoutSeconds,
            int version) {
        StageChange {
            defaults = defaults == null ? Map.of() : new LinkedHashMap<>(defaults);
            sources = sources == null ? Map.of() : new LinkedHashMap<>(sources);
        }

        private Stage toStage(String name) {
            Map<String, DefaultDefinition> said = new LinkedHashMap<>();
            defaults.forEach((parameter, value) -> said.put(parameter, value.toDefinition()));
            return new Stage(
                    name,
                    said,
                    sources,
                    new Stage.Limits(
                            rowLimit == 0 ? OptionalLong.empty() : OptionalLong.of(rowLimit),
                            timeoutSeconds == 0 ? Optional.empty() : Optional.of(Duration.ofSeconds(timeoutSeconds))),
                    version);
        }
    }

    @PutMapping("/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void updateStage(
            Project project,
            Caller caller,
            @PathVariable String name,
            @Valid @RequestBody StageChange body,
            HttpServletRequest request) {
        require(caller, name);
        Stage after = body.toStage(name);
        Stage before = project.hasStage(name) ? project.stage(name) : Stage.of(name);
        edits.save(project, after);
        auditRecorder.note(request, CHANGED, project.id(), name + ": " + inWords(project, before, after));
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
