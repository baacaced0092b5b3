package plainsieve.server.results.rehearsal;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.catalog.ColumnFacts;
import plainsieve.core.notice.NoticeKind;
import plainsieve.core.notice.Notices;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.TextLocation;
import plainsieve.core.view.View;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.sources.lists.RowAccessWarnings;

/** Findings of a rehearsal besides failed cases. */
final class RehearsalFindings {
    private static final long SLOW_LIST_MILLIS = 1000;

    private final Project project;
    private final Report report;

    private RehearsalFindings(Project project, Report report) {
        this.project = project;
        this.report = report;
    }

    /** @param listMillis loading time of each list, by parameter */
    static List<Rehearsal.RehearsalFinding> of(Project project, Report report, Map<String, Double> listMillis) {
        RehearsalFindings rehearsalFindings = new RehearsalFindings(project, report);
        List<Rehearsal.RehearsalFinding> all = new ArrayList<>();
        report.queryIds().forEach(id -> all.addAll(rehearsalFindings.leftoverLiterals(project.query(id))));
        listMillis.forEach((name, millis) -> {
            if (millis > SLOW_LIST_MILLIS) {
                all.add(new Rehearsal.RehearsalFinding(
                        Rehearsal.FindingKind.SLOW_LIST,
                        "The list of :%s took %.1f s.".formatted(name, millis / 1000),
                        "",
                        0));
            }
        });
        all.addAll(rehearsalFindings.unused());
        all.addAll(rehearsalFindings.ignored());
        RowAccessWarnings.of(project, report)
                .forEach(
                        said -> all.add(new Rehearsal.RehearsalFinding(Rehearsal.FindingKind.ROW_ACCESS, said, "", 0)));
        return all;
    }

    private List<Rehearsal.RehearsalFinding> leftoverLiterals(Query query) {
        try {
            PreparedQuery prepared = project.prepare(query, query.draftText());
            return Notices.of(prepared.query(), prepared.dialect(), Map.of(), ColumnFacts.none()).stream()
                    .filter(notice -> notice.kind() == NoticeKind.HARD_CODED_VALUE)
                    .map(notice -> new Rehearsal.RehearsalFinding(
                            Rehearsal.FindingKind.HARD_CODED_VALUE,
                            notice.message(),
                            query.id(),
                            notice.place().map(TextLocation::line).orElse(0)))
                    .toList();
        } catch (ProblemException e) {
            return List.of(new Rehearsal.RehearsalFinding(
                    Rehearsal.FindingKind.UNREADABLE_QUERY,
                    e.getMessage(),
                    query.id(),
                    e.first().place().map(TextLocation::line).orElse(0)));
        }
    }

    /** A control that nothing on the report listens to. */
    private List<Rehearsal.RehearsalFinding> unused() {
        Set<String> used = new LinkedHashSet<>();
        report.views().forEach(view -> used.addAll(project.parametersOf(view)));
        report.queryIds().forEach(id -> used.addAll(inDraft(project.query(id))));
        return report.controls().stream()
                .flatMap(control -> control.parameters().stream())
                .filter(name -> !used.contains(name))
                .map(name -> new Rehearsal.RehearsalFinding(
                        Rehearsal.FindingKind.UNUSED_PARAMETER,
                        "No view of this report uses :%s.".formatted(name),
                        "",
                        0))
                .toList();
    }

    /** A forgotten table: most queries of the report are filtered by a parameter, this one is not. */
    private List<Rehearsal.RehearsalFinding> ignored() {
        List<Rehearsal.RehearsalFinding> findings = new ArrayList<>();
        for (String name : project.parametersOf(report)) {
            List<String> without = report.queryIds().stream()
                    .filter(id -> !usedBy(id).contains(name))
                    .toList();
            boolean shared =
                    !without.isEmpty() && without.size() < report.queryIds().size();
            boolean limit = Optional.ofNullable(project.parameters().get(name))
                    .filter(ParameterDefinition::isRowLimit)
                    .isPresent();
            if (shared && !limit) {
                without.forEach(id -> findings.add(new Rehearsal.RehearsalFinding(
                        Rehearsal.FindingKind.IGNORED_PARAMETER,
                        "“%s” does not use :%s, which other queries of this report do."
                                .formatted(project.query(id).name(), name),
                        id,
                        0)));
            }
        }
        return findings;
    }

    private Set<String> usedBy(String queryId) {
        Set<String> used = new LinkedHashSet<>();
        for (View view : report.views()) {
            if (view.queryId().equals(queryId)) {
                used.addAll(project.parametersOf(view));
            }
        }
        used.addAll(inDraft(project.query(queryId)));
        return used;
    }

    private Set<String> inDraft(Query query) {
        try {
            return project.prepare(query, query.draftText()).parameterNames();
        } catch (ProblemException e) {
            return Set.of();
        }
    }
}
