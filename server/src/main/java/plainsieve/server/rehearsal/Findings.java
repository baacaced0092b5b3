package plainsieve.server.rehearsal;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import plainsieve.core.catalogue.ColumnFacts;
import plainsieve.core.notice.Notices;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.value.Place;
import plainsieve.core.value.ProblemException;
import plainsieve.server.project.ParameterDefinition;
import plainsieve.server.project.Parameters;
import plainsieve.server.project.Queries;
import plainsieve.server.project.Report;
import plainsieve.server.project.ReportDefinition;
import plainsieve.server.project.Reports;
import plainsieve.server.records.QueryRow;

/** What should be looked at before a report goes live, besides what its rehearsal shows. */
@Component
class Findings {
    private static final long SLOW_LIST_MILLIS = 1000;

    private final Reports reports;
    private final Queries queries;
    private final Parameters parameters;

    Findings(Reports reports, Queries queries, Parameters parameters) {
        this.reports = reports;
        this.queries = queries;
        this.parameters = parameters;
    }

    /** @param listMillis how long each list took, by its parameter */
    List<Rehearsal.Finding> of(Report report, Map<String, Double> listMillis) {
        List<Rehearsal.Finding> findings = new ArrayList<>();
        Set<String> ids = new LinkedHashSet<>();
        report.definition().views().forEach(view -> ids.add(view.queryId()));
        ids.forEach(id -> findings.addAll(leftOver(queries.get(id))));
        listMillis.forEach((name, millis) -> {
            if (millis > SLOW_LIST_MILLIS) {
                findings.add(new Rehearsal.Finding(
                        "slow-list", "The list of :%s took %.1f s.".formatted(name, millis / 1000), "", 0));
            }
        });
        findings.addAll(unused(report, ids));
        findings.addAll(ignored(report, ids));
        return findings;
    }

    private List<Rehearsal.Finding> leftOver(QueryRow query) {
        try {
            PreparedQuery prepared = queries.prepare(query, query.draftText());
            return Notices.of(prepared.query(), prepared.dialect(), Map.of(), ColumnFacts.none()).stream()
                    .filter(notice -> notice.kind().equals("leftover-value"))
                    .map(notice -> new Rehearsal.Finding(
                            "leftover-value",
                            notice.message(),
                            query.id(),
                            notice.place().map(Place::line).orElse(0)))
                    .toList();
        } catch (ProblemException e) {
            return List.of(new Rehearsal.Finding(
                    "unreadable",
                    e.getMessage(),
                    query.id(),
                    e.first().place().map(Place::line).orElse(0)));
        }
    }

    /** A control that nothing on the report listens to. */
    private List<Rehearsal.Finding> unused(Report report, Set<String> ids) {
        List<Rehearsal.Finding> findings = new ArrayList<>();
        Set<String> used = new LinkedHashSet<>();
        report.definition().views().forEach(view -> used.addAll(reports.parametersOf(view)));
        ids.forEach(id -> used.addAll(mentioned(queries.get(id))));
        report.definition().controls().stream()
                .flatMap(control -> control.parameters().stream())
                .filter(name -> !used.contains(name))
                .forEach(name -> findings.add(new Rehearsal.Finding(
                        "unused-parameter", "No view of this report uses :%s.".formatted(name), "", 0)));
        return findings;
    }

    /** A table that was forgotten: most queries of the report are filtered by a parameter, this one is not. */
    private List<Rehearsal.Finding> ignored(Report report, Set<String> ids) {
        List<Rehearsal.Finding> findings = new ArrayList<>();
        Map<String, ParameterDefinition> all = parameters.all();
        for (String name : reports.parametersOf(report)) {
            List<String> without = ids.stream()
                    .filter(id -> !usedBy(report, id).contains(name))
                    .toList();
            boolean shared = !without.isEmpty() && without.size() < ids.size();
            boolean limit = Optional.ofNullable(all.get(name))
                    .filter(definition -> !definition.everyRow().isEmpty())
                    .isPresent();
            if (shared && !limit) {
                without.forEach(id -> findings.add(new Rehearsal.Finding(
                        "ignored-parameter",
                        "“%s” does not use :%s, which other queries of this report do."
                                .formatted(queries.get(id).name(), name),
                        id,
                        0)));
            }
        }
        return findings;
    }

    private Set<String> usedBy(Report report, String queryId) {
        Set<String> used = new LinkedHashSet<>();
        for (ReportDefinition.View view : report.definition().views()) {
            if (view.queryId().equals(queryId)) {
                used.addAll(reports.parametersOf(view));
            }
        }
        used.addAll(mentioned(queries.get(queryId)));
        return used;
    }

    private Set<String> mentioned(QueryRow query) {
        try {
            return queries.prepare(query, query.draftText()).parameterNames();
        } catch (ProblemException e) {
            return Set.of();
        }
    }
}
