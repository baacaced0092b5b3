package plainsieve.server.api.viewer;

import io.swagger.v3.oas.annotations.Hidden;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.regex.Matcher;
import org.springframework.core.io.ClassPathResource;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.util.MultiValueMap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.util.HtmlUtils;
import plainsieve.core.parameter.ChoiceLink;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.Projects;
import plainsieve.server.http.FrontEndPage;
import plainsieve.server.http.context.CallerResolver;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.http.reportpage.LinkPicks;
import plainsieve.server.http.reportpage.SignedLinkCallers;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.results.runs.PickDescription;
import plainsieve.server.results.runs.QuestionRenderer;
import plainsieve.server.results.runs.ReportRunRequests;
import plainsieve.server.results.runs.RequestedChoices;
import plainsieve.server.results.runs.RunRequest;
import plainsieve.server.runtime.execution.ServerExecutors;

/** The page of a report with its question in the title for callers with access, for link previews. */
@Hidden
@RestController
@RequiredRole(Role.VIEWER)
class ReportHtmlPages {
    private static final long LONGEST_WAIT_MILLIS = 300;

    private final SignedLinkCallers callers;
    private final QuestionRenderer questionRenderer;
    private final Projects projects;
    private final CallerResolver callerResolver;
    private final ExecutorService runs;

    ReportHtmlPages(
            SignedLinkCallers callers,
            QuestionRenderer questionRenderer,
            Projects projects,
            CallerResolver callerResolver,
            ServerExecutors executors) {
        this.runs = executors.runs();
        this.callers = callers;
        this.questionRenderer = questionRenderer;
        this.projects = projects;
        this.callerResolver = callerResolver;
    }

    @GetMapping(path = "/projects/{project}/reports/{id}", produces = MediaType.TEXT_HTML_VALUE)
    ResponseEntity<String> page(
            @PathVariable("project") String projectId,
            @PathVariable String id,
            @RequestParam MultiValueMap<String, String> query,
            HttpServletRequest request,
            Locale locale)
            throws IOException {
        String page = FrontEndPage.withBasePath(index(), request);
        String title = callerResolver.sees(request, projectId)
                ? title(
                        projects.get(projectId).inStage(Stage.LIVE),
                        callerResolver.caller(request, projectId),
                        id,
                        query,
                        locale)
                : "";
        if (!title.isEmpty()) {
            String safe = HtmlUtils.htmlEscape(title);
            page = page.replaceFirst(
                    "<title>.*?</title>",
                    Matcher.quoteReplacement("<title>" + safe
                            + "</title>\n    <meta property=\"og:title\" content=\"" + safe
                            + "\" />\n    <meta name=\"description\" content=\"" + safe + "\" />"));
        }
        return ResponseEntity.ok().cacheControl(CacheControl.noCache()).body(page);
    }

    /** The question; nothing when it cannot be stated soon: a page does not wait for a slow list. */
    private String title(
            Project project, Caller caller, String id, MultiValueMap<String, String> query, Locale locale) {
        Map<String, List<String>> link = new LinkedHashMap<>(query);
        List<String> signed = link.remove("signed");
        link.remove("saved");
        link.remove("view-as");
        link.remove("as-of");
        link.remove("stage");
        CompletableFuture<String> asked = CompletableFuture.supplyAsync(
                () -> {
                    Report report = callers.given(project, id, caller);
                    List<RunRequest.ColumnFilter> picked = LinkPicks.taken(link, report);
                    Caller linked = callers.of(project, id, caller, signed == null ? "" : signed.get(0));
                    Project opened = project.opening(report);
                    RequestedChoices choices = ReportRunRequests.choices(opened, linked, report, ChoiceLink.read(link));
                    return report.name() + ": "
                            + questionRenderer
                                    .render(opened, report, choices, locale)
                                    .said()
                                    .sentence()
                            + PickDescription.suffix(picked);
                },
                runs);
        try {
            return asked.get(LONGEST_WAIT_MILLIS, TimeUnit.MILLISECONDS);
        } catch (ExecutionException | TimeoutException e) {
            return "";
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return "";
        }
    }

    private static String index() throws IOException {
        try (InputStream in = new ClassPathResource("static/index.html").getInputStream()) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
    }
}
