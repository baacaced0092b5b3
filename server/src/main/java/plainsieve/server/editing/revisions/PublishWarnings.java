package plainsieve.server.editing.revisions;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import plainsieve.core.notice.Notice;
import plainsieve.core.notice.Notices;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.DefaultDefinition;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.TextLocation;
import plainsieve.files.ProjectDifference;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.StageWords;
import plainsieve.server.editing.refactoring.LimitRelocation;
import plainsieve.server.records.definitions.DefinitionKind;
import plainsieve.server.records.sent.SentFilter;
import plainsieve.server.records.sent.SentOrder;
import plainsieve.server.records.sent.SentRow;
import plainsieve.server.sources.SourceFacts;
import plainsieve.server.sources.lists.RowAccessWarnings;
import plainsieve.server.sources.sent.SentLog;

/** Warnings before publishing, each with the place to fix it. Warnings do not prevent publishing. */
@Component
public class PublishWarnings {
    private static final Duration SLOW = Duration.ofSeconds(5);
    private static final Duration LOOKED_BACK = Duration.ofDays(7);

    private final SourceFacts facts;
    private final SentLog sent;
    private final Clock clock;

    PublishWarnings(SourceFacts facts, SentLog sent, Clock clock) {
        this.facts = facts;
        this.sent = sent;
        this.clock = clock;
    }

    /**
     * A warning before publishing.
     *
     * @param kind of its object
     * @param line in its text, from 1; 0 without one
     * @param limitQueryId the query whose row limit can be moved to the tables; empty if there is no such fix
     * @param fix the label of the button; empty without one
     */
    public record Warning(
            DefinitionKind kind,

            String id,
            String name,
            int line,
            String message,
            String advice,
            String limitQueryId,
            String fix) {
        Warning(DefinitionKind kind, String id, String name, int line, String message, String advice) {
            this(kind, id, name, line, message, advice, "", "");
        }
    }

    /** @param drafted the project as if published. @param changed the changed objects */
    public List<Warning> of(Project drafted, List<ProjectDifference.ChangedObject> changed) {
        Set<String> queries = ids(changed, ProjectDifference.Kind.QUERY);
        Set<String> reports = ids(changed, ProjectDifference.Kind.REPORT);
        Stream<Warning> ofQueries = drafted.queries().stream()
                .filter(query -> queries.contains(query.id()))
                .flatMap(query -> Stream.concat(notices(drafted, query), slow(drafted, query)));
        Stream<Warning> ofReports = drafted.reports().stream()
                .filter(report -> reports.contains(report.id()))
                .flatMap(report -> RowAccessWarnings.of(drafted, report).stream()
                        .map(said -> new Warning(DefinitionKind.REPORT, report.id(), report.name(), 0, said, "")));
        Stream<Warning> ofLimits = drafted.reports().stream()
                .filter(report -> reports.contains(report.id())
                        || report.queryIds().stream().anyMatch(queries::contains))
                .flatMap(
                        report -> LimitRelocation.of(drafted, report).stream().map(limited -> matter(report, limited)));
        return Stream.of(ofQueries, ofReports, ofLimits, idle(drafted), narrowing(drafted))
                .flatMap(matters -> matters)
                .toList();
    }

    private static Warning matter(Report report, LimitRelocation.LimitedQuery limited) {
        return new Warning(
                DefinitionKind.REPORT,
                report.id(),
                report.name(),
                0,
                limited.message(),
                limited.movable() ? "" : "Move the limit from the query to a table.",
                limited.movable() ? limited.query().id() : "",
                limited.movable() ? limited.fix() : "");
    }

    private static Set<String> ids(List<ProjectDifference.ChangedObject> changed, ProjectDifference.Kind kind) {
        return changed.stream()
                .filter(one -> one.kind() == kind && one.change() != ProjectDifference.How.REMOVED)
                .map(ProjectDifference.ChangedObject::id)
                .collect(Collectors.toSet());
    }

    private Stream<Warning> notices(Project drafted, Query query) {
        Map<String, Parameter> engines = new HashMap<>();
        drafted.parameters().forEach((name, definition) -> engines.put(name, definition.toParameter()));
        try {
            PreparedQuery prepared = drafted.prepare(query, query.liveText());
            return Notices.of(prepared.query(), prepared.dialect(), engines, facts.of(query.sourceId())).stream()
                    .map(notice -> matter(query, notice));
        } catch (ProblemException e) {
            return e.problems().stream()
                    .map(problem -> matter(query, problem.place(), problem.message(), problem.advice()));
        }
    }

    private static Warning matter(Query query, Notice notice) {
        return matter(query, notice.place(), notice.message(), notice.advice());
    }

    private static Warning matter(Query query, Optional<TextLocation> place, String message, String advice) {
        int line = place.map(TextLocation::line).orElse(0);
        return new Warning(DefinitionKind.QUERY, query.id(), query.name(), line, message, advice);
    }

    /** The slowest of its statements lately. */
    private Stream<Warning> slow(Project project, Query query) {
        Instant since = clock.instant().minus(LOOKED_BACK);
        SentFilter wanted = new SentFilter(
                project.id(), "", "", query.id(), "", Optional.empty(), Optional.empty(), "", SentOrder.SLOW);
        return sent.latest(Long.MAX_VALUE, wanted, 1).stream()
                .filter(row -> row.sentAt().isAfter(since) && row.totalMs() > SLOW.toMillis())
                .map(row ->
                        new Warning(DefinitionKind.QUERY, query.id(), query.name(), 0, took(row), "See it in Sent."));
    }

    private static String took(SentRow row) {
        return "One of its statements took %.1f s, which is longer than %d s."
                .formatted(row.totalMs() / 1000.0, SLOW.toSeconds());
    }

    /** Stage settings that hide rows from viewers; blank and all do not. */
    private static Stream<Warning> narrowing(Project drafted) {
        Stage live = drafted.stage(Stage.LIVE);
        Stream<String> values = live.values().entrySet().stream()
                .filter(value -> narrows(drafted.parameters().get(value.getKey()), value.getValue()))
                .map(value -> ":%s opens with %s"
                        .formatted(value.getKey(), StageWords.value(drafted, value.getKey(), value.getValue())));
        Stream<String> rows = live.limits().rows().stream().mapToObj("at most %,d rows are shown"::formatted);
        return Stream.concat(values, rows)
                .map(said -> new Warning(
                        DefinitionKind.STAGE,
                        Stage.LIVE,
                        "live",
                        0,
                        "In this stage %s.".formatted(said),
                        "Change it under Stages if viewers should see all."));
    }

    private static boolean narrows(ParameterDefinition definition, DefaultDefinition value) {
        boolean every = definition != null
                && definition.isRowLimit()
                && value.choice()
                        .values()
                        .contains(Long.toString(
                                definition.meaning().unlimitedValue().getAsLong()));
        return definition != null
                && !every
                && (!value.formulaText().isEmpty() || value.choice().kind() == ChoiceText.Kind.VALUES);
    }

    /** An unused parameter has no effect. */
    private static Stream<Warning> idle(Project drafted) {
        return drafted.parameters().values().stream()
                .map(ParameterDefinition::name)
                .filter(name -> drafted.uses(name).isEmpty())
                .map(name -> new Warning(
                        DefinitionKind.PARAMETER, name, ":" + name, 0, "It is not used.", "Use it, or remove it."));
    }
}
