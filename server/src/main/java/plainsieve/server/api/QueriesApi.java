package plainsieve.server.api;

import io.swagger.v3.oas.annotations.media.Content;
import io.swagger.v3.oas.annotations.media.Schema;
import io.swagger.v3.oas.annotations.responses.ApiResponse;
import jakarta.servlet.http.HttpServletResponse;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.core.notice.Notice;
import plainsieve.core.notice.Notices;
import plainsieve.core.notice.UnknownNames;
import plainsieve.core.parameter.Dependencies;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.Wanted;
import plainsieve.core.sql.Tokens;
import plainsieve.core.value.Nearest;
import plainsieve.core.value.Place;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.server.Settings;
import plainsieve.server.authoring.FixedOffers;
import plainsieve.server.authoring.Proposals;
import plainsieve.server.project.ParameterDefinition;
import plainsieve.server.project.ParameterGraph;
import plainsieve.server.project.Parameters;
import plainsieve.server.project.Queries;
import plainsieve.server.records.QueryRow;
import plainsieve.server.runs.AskedChoices;
import plainsieve.server.runs.RunOrder;
import plainsieve.server.sent.Purpose;
import plainsieve.server.sources.SourceFacts;
import plainsieve.server.sources.SourceRegistry;

/** Queries as the bench works on them. */
@RestController
@RequestMapping("/api/queries")
class QueriesApi {
    private final Queries queries;
    private final Parameters parameters;
    private final SourceRegistry sources;
    private final SourceFacts facts;
    private final Streams streams;
    private final Settings settings;
    private final Proposals proposals;
    private final ParameterGraph graph;
    private final FixedOffers fixed;

    QueriesApi(
            Queries queries,
            Parameters parameters,
            SourceRegistry sources,
            SourceFacts facts,
            Streams streams,
            Settings settings,
            Proposals proposals,
            ParameterGraph graph,
            FixedOffers fixed) {
        this.fixed = fixed;
        this.proposals = proposals;
        this.graph = graph;
        this.facts = facts;
        this.queries = queries;
        this.parameters = parameters;
        this.sources = sources;
        this.streams = streams;
        this.settings = settings;
    }

    @GetMapping
    List<Bodies.QueryCard> all() {
        return queries.all().stream()
                .map(query -> new Bodies.QueryCard(query.id(), query.name(), query.sourceId()))
                .toList();
    }

    @PostMapping
    Bodies.QueryBody add(@RequestBody Bodies.NewQuery body) {
        return body(queries.add(body.name(), body.sourceId(), body.text()));
    }

    @GetMapping("/{id}")
    Bodies.QueryBody one(@PathVariable String id) {
        return body(queries.get(id));
    }

    @PutMapping("/{id}/draft")
    Bodies.QueryBody changeDraft(@PathVariable String id, @RequestBody Bodies.DraftChange body) {
        return body(queries.changeDraft(id, body.text(), body.version()));
    }

    @PostMapping("/{id}/live")
    Bodies.QueryBody makeLive(@PathVariable String id, @RequestBody Bodies.LiveChange body) {
        refuseCircle(queries.get(id));
        return body(queries.makeLive(id, body.version(), parameters.all().keySet()));
    }

    /** A list query that begins to mention a parameter could make parameters need each other in a circle. */
    private void refuseCircle(QueryRow query) {
        Set<String> mentioned = queries.prepare(query, query.draftText()).parameterNames();
        Map<String, Set<String>> needs = new HashMap<>();
        Map<String, ParameterDefinition> all = parameters.all();
        all.forEach((name, definition) -> {
            boolean uses = definition.list().queryId().equals(query.id())
                    || definition.start().queryId().equals(query.id());
            needs.put(name, uses ? mentioned : graph.needs(definition));
        });
        all.keySet().forEach(name -> new Dependencies(needs).circleThrough(name).ifPresent(problem -> {
            throw new ProblemException(problem);
        }));
    }

    /** Reads a text without running it: its parameters, and what is wrong with it and where. */
    @PostMapping("/{id}/check")
    Bodies.QueryCheck check(@PathVariable String id, @RequestBody Bodies.QueryText body) {
        try {
            QueryRow query = queries.get(id);
            return check(query, queries.prepare(query, body.text()));
        } catch (ProblemException e) {
            return new Bodies.QueryCheck(
                    List.of(),
                    List.of(),
                    e.problems().stream().map(Problems::body).toList(),
                    List.of(),
                    List.of());
        }
    }

    private Bodies.QueryCheck check(QueryRow query, PreparedQuery prepared) {
        Tokens tokens = prepared.query().tokens();
        Set<String> known = parameters.all().keySet();
        List<Bodies.ProblemBody> problems = new ArrayList<>();
        List<Bodies.ParameterMark> marks = new ArrayList<>();
        prepared.query().parameters().forEach(place -> {
            marks.add(new Bodies.ParameterMark(place.name(), tokens.start(place.token()), tokens.end(place.token())));
            if (!known.contains(place.name())) {
                problems.add(Problems.body(unknown(place.name(), known).at(tokens.place(place.token()))));
            }
        });
        return new Bodies.QueryCheck(
                List.copyOf(prepared.parameterNames()),
                marks,
                problems,
                notices(query, prepared),
                fixed.of(query, prepared));
    }

    private List<Bodies.NoticeBody> notices(QueryRow query, PreparedQuery prepared) {
        Map<String, Parameter> engines = new HashMap<>();
        parameters.all().forEach((name, definition) -> engines.put(name, definition.toParameter(Optional.empty())));
        return Stream.concat(
                        UnknownNames.of(prepared.query(), facts.tables(query.sourceId())).stream(),
                        Notices.of(prepared.query(), prepared.dialect(), engines, facts.of(query.sourceId())).stream())
                .map(QueriesApi::body)
                .toList();
    }

    private static Bodies.NoticeBody body(Notice notice) {
        return new Bodies.NoticeBody(
                notice.kind(),
                notice.message(),
                notice.advice(),
                notice.blocks(),
                notice.place().map(Place::line).orElse(0),
                notice.place().map(Place::start).orElse(-1),
                notice.place().map(Place::end).orElse(-1),
                notice.fix().map(Notice.Fix::label).orElse(""),
                notice.fix()
                        .map(fix -> fix.edits().stream()
                                .map(edit -> new Bodies.EditBody(edit.start(), edit.end(), edit.replacement()))
                                .toList())
                        .orElse(List.of()),
                notice.parameter().orElse(""),
                notice.fix().flatMap(Notice.Fix::type).map(Type::word).orElse(""));
    }

    /** What a parameter of this name would best be in this text: by the column it is compared with, or its place. */
    @PostMapping("/{id}/proposal")
    Proposals.Proposal propose(@PathVariable String id, @RequestBody Bodies.ProposalAsked body) {
        return proposals.of(queries.get(id), body.text(), body.name());
    }

    /** Makes parameters of fixed values, and says whether the rows stayed the same. The text is for the caller to keep. */
    @PostMapping("/{id}/fixed")
    FixedOffers.Made make(@PathVariable String id, @RequestBody Bodies.FixedChosen body) {
        return fixed.make(queries.get(id), body.text(), Set.copyOf(body.starts()), ReportsApi.texts(body.choices()));
    }

    @PostMapping("/{id}/fixed/back")
    Bodies.QueryBody takeBack(@PathVariable String id, @RequestBody Bodies.FixedTakenBack body) {
        return body(fixed.takeBack(queries.get(id), body.text(), body.version(), body.names()));
    }

    private static Problem unknown(String name, Set<String> known) {
        String advice = Nearest.to(name, known)
                .map(near -> "Did you mean :%s? Or make it.".formatted(near))
                .orElse("Make it.");
        return Problem.of("unknown-parameter", "There is no parameter :%s yet.".formatted(name), advice)
                .about(name);
    }

    @PostMapping("/{id}/run")
    @ApiResponse(
            responseCode = "200",
            content = @Content(mediaType = "application/x-ndjson", schema = @Schema(implementation = RunEvent.class)))
    void run(@PathVariable String id, @RequestBody Bodies.BenchRun body, HttpServletResponse response) {
        QueryRow query = queries.get(id);
        AskedChoices asked = AskedChoices.onTheBench(parameters.all().keySet(), ReportsApi.texts(body.choices()));
        streams.run(
                new RunOrder(
                        body.runId(),
                        query,
                        body.text(),
                        asked,
                        "",
                        Wanted.allRows(),
                        List.of(),
                        Purpose.BENCH,
                        settings.benchCap()),
                response);
    }

    private Bodies.QueryBody body(QueryRow query) {
        return new Bodies.QueryBody(
                query.id(),
                query.name(),
                query.sourceId(),
                sources.get(query.sourceId()).settings().kind().title(),
                query.draftText(),
                !query.draftText().equals(query.liveText()),
                query.version());
    }
}
