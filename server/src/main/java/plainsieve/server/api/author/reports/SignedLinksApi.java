package plainsieve.server.api.author.reports;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.time.Clock;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.files.forms.ChoiceForm;
import plainsieve.files.forms.Resource;
import plainsieve.server.access.accounts.ReportLinks;
import plainsieve.server.body.RequestLimits;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.http.Creates;
import plainsieve.server.http.context.AuditRecorder;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.records.access.SignedLinkRow;
import plainsieve.server.results.runs.ChoiceResolver;
import plainsieve.server.results.runs.RequestedChoices;
import plainsieve.server.runtime.settings.Settings;

/** Signed links to a report, whose choices cannot be changed. */
@RestController
@RequestMapping("/api/v1/projects/{project}/reports/{id}/signed-links")
@RequiredRole(Role.AUTHOR)
class SignedLinksApi {
    private final ReportLinks reportLinks;
    private final ChoiceResolver choiceResolver;
    private final Settings settings;
    private final AuditRecorder auditRecorder;
    private final Clock clock;

    SignedLinksApi(
            ReportLinks reportLinks,
            ChoiceResolver choiceResolver,
            Settings settings,
            AuditRecorder auditRecorder,
            Clock clock) {
        this.clock = clock;
        this.reportLinks = reportLinks;
        this.choiceResolver = choiceResolver;
        this.settings = settings;
        this.auditRecorder = auditRecorder;
    }

    /**
     * A signed link.
     *
     * @param lastDay the last day of its validity, in the time zone of the server; empty for no expiry
     * @param openToAnyone whether it is public; otherwise it requires access to the report
     */
    record SignedLink(
            String id,
            String createdBy,
            String createdAt,
            String lastDay,
            boolean openToAnyone,
            Map<String, ChoiceForm> choices,
            LinkStatus status,
            LinkUsage uses) {}

    /** Whether a link still opens anything. */
    enum LinkStatus {
        ACTIVE,
        EXPIRED,
        REVOKED
    }

    /** How often the report was opened by a link, and when last; empty for never. */
    record LinkUsage(int count, String last) {}

    @GetMapping
    List<SignedLink> listSignedLinks(Project project, @PathVariable String id) {
        return reportLinks.of(project, project.report(id).id()).stream()
                .map(this::body)
                .toList();
    }

    private SignedLink body(SignedLinkRow row) {
        return new SignedLink(
                row.id(),
                row.createdBy(),
                row.createdAt().toString(),
                row.ends().map(this::lastDay).orElse(""),
                row.openToAnyone(),
                ChoiceForm.of(reportLinks.choices(row)),
                standing(row),
                new LinkUsage(row.uses(), row.usedAt()));
    }

    private LinkStatus standing(SignedLinkRow row) {
        boolean ended = row.ends().filter(end -> !end.isAfter(clock.instant())).isPresent();
        return row.isRevoked() ? LinkStatus.REVOKED : ended ? LinkStatus.EXPIRED : LinkStatus.ACTIVE;
    }

    private String lastDay(Instant end) {
        return LocalDate.ofInstant(end, settings.zone()).minusDays(1).toString();
    }

    /**
     * The fixed choices and the expiry. Omitting one would grant more access, so both are required.
     *
     * @param lastDay the last day of its validity, in the time zone of the server; empty for no expiry
     */
    record NewSignedLink(
            @NotNull(message = RequestLimits.MISSING)
            Map<String, @NotNull(message = RequestLimits.MISSING) @Valid ChoiceForm> choices,

            @NotNull(message = RequestLimits.MISSING) String lastDay,
            boolean openToAnyone) {}

    /** @param token the signed part; returned once */
    record CreatedSignedLink(String id, SignedLink link, String token) implements Resource {}

    @PostMapping
    @Creates("/api/v1/projects/{project}/reports/{id}/signed-links/{created}")
    CreatedSignedLink createSignedLink(
            Project project,
            Caller caller,
            @PathVariable String id,
            @Valid @RequestBody NewSignedLink body,
            HttpServletRequest request) {
        Report report = project.report(id);
        Map<String, ChoiceText> choices = ChoiceForm.texts(body.choices());
        RequestedChoices requested =
                RequestedChoices.of(caller.fixing(choices, "The link"), project.parametersOf(report), choices);
        choiceResolver.choose(project, choices.keySet(), requested).orRefuse();
        refusePrivate(project, choices);
        if (body.openToAnyone()) {
            refuseUnsaid(project, report, choices);
        }
        ReportLinks.CreatedLink made = reportLinks.create(
                project,
                report.id(),
                new ReportLinks.LinkRequest(choices, expiryOf(body.lastDay()), body.openToAnyone(), caller.id()));
        String what = body.openToAnyone() ? "created an open signed link" : "created a signed link";
        auditRecorder.note(request, what, project.id(), report.id());
        return new CreatedSignedLink(made.row().id(), body(made.row()), made.token());
    }

    /* A restricted parameter is limited to the values fixed by the link. */
    private static void refuseUnsaid(Project project, Report report, Map<String, ChoiceText> choices) {
        project.parametersOf(report).stream()
                .filter(project.parameters()::containsKey)
                .map(project::parameter)
                .filter(definition -> definition.rowAccess().holds()
                        && choices.getOrDefault(definition.name(), ChoiceText.blank())
                                        .kind()
                                == ChoiceText.Kind.BLANK)
                .findFirst()
                .ifPresent(definition -> {
                    throw new ProblemException(Problem.of(
                                    ProblemKind.INVALID_LINK,
                                    "The link would show no rows: it does not fix “%s”.".formatted(definition.label()),
                                    "Choose a value and fix it in the link.")
                            .about(definition.name()));
                });
    }

    private static void refusePrivate(Project project, Map<String, ChoiceText> choices) {
        choices.keySet().stream()
                .filter(name -> project.parameters().containsKey(name)
                        && project.parameter(name).maintenance().unlogged())
                .findFirst()
                .ifPresent(name -> {
                    throw new ProblemException(Problem.of(
                                    ProblemKind.INVALID_LINK,
                                    ":%s is private, and a link reveals its fixed values.".formatted(name),
                                    "Remove it from the link.")
                            .about(name));
                });
    }

    private Optional<Instant> expiryOf(String lastDay) {
        try {
            return lastDay.isEmpty()
                    ? Optional.empty()
                    : Optional.of(LocalDate.parse(lastDay)
                            .plusDays(1)
                            .atStartOfDay(settings.zone())
                            .toInstant());
        } catch (DateTimeException e) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_LINK, "“%s” is no day.".formatted(lastDay), "Write it as 2026-12-31."));
        }
    }

    /** Revokes a link. */
    @DeleteMapping("/{linkId}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void revokeSignedLink(
            Project project, @PathVariable String id, @PathVariable String linkId, HttpServletRequest request) {
        reportLinks.revoke(project, id, linkId);
        auditRecorder.note(request, "revoked a signed link", project.id(), id);
    }
}
