package plainsieve.server.project;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Service;
import plainsieve.core.value.ProblemException;
import plainsieve.server.records.QueryRow;

/** Tells what uses a parameter. */
@Service
public class Uses {
    private final Queries queries;
    private final Reports reports;
    private final Parameters parameters;

    Uses(Queries queries, Reports reports, Parameters parameters) {
        this.parameters = parameters;
        this.queries = queries;
        this.reports = reports;
    }

    /**
     * One place that uses a parameter.
     *
     * @param kind query, report, list (of a parameter), range, or formula
     * @param using of a report: how many of its queries use the parameter
     * @param of of a report: how many queries it has
     */
    public record Use(String kind, String id, String name, int using, int of) {}

    public List<Use> of(String parameter) {
        List<Use> uses = new ArrayList<>();
        for (QueryRow query : queries.all()) {
            if (mentions(query, query.draftText(), parameter) || mentions(query, query.liveText(), parameter)) {
                uses.add(new Use("query", query.id(), query.name(), 1, 1));
            }
        }
        for (Report report : reports.all()) {
            if (reports.parametersOf(report).contains(parameter)) {
                uses.add(inReport(report, parameter));
            }
        }
        parameters.all().values().stream()
                .filter(other -> other.rangeEnd().equals(parameter)
                        || ParameterReferences.inFormulas(other).contains(parameter))
                .forEach(other -> uses.add(new Use("parameter", other.name(), ":" + other.name(), 1, 1)));
        return uses;
    }

    /** Viewers are surprised both by a page that was filtered unasked and by a table that was forgotten. */
    private Use inReport(Report report, String parameter) {
        Set<String> all = new LinkedHashSet<>();
        Set<String> using = new LinkedHashSet<>();
        report.definition().views().forEach(view -> {
            all.add(view.queryId());
            if (reports.parametersOf(view).contains(parameter)) {
                using.add(view.queryId());
            }
        });
        return new Use("report", report.id(), report.name(), using.size(), all.size());
    }

    /* A draft that cannot be read yet uses nothing that could be told. */
    private boolean mentions(QueryRow query, String text, String parameter) {
        try {
            return queries.prepare(query, text).parameterNames().contains(parameter);
        } catch (ProblemException e) {
            return false;
        }
    }
}
