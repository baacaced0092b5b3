package plainsieve.server.project;

import java.util.ArrayList;
import java.util.List;
import org.springframework.stereotype.Service;
import plainsieve.core.value.ProblemException;
import plainsieve.server.records.QueryRow;

/** Tells what uses a parameter. */
@Service
public class Uses {
    private final Queries queries;
    private final Reports reports;

    Uses(Queries queries, Reports reports) {
        this.queries = queries;
        this.reports = reports;
    }

    /** One place that uses a parameter. */
    public record Use(String kind, String id, String name) {}

    public List<Use> of(String parameter) {
        List<Use> uses = new ArrayList<>();
        for (QueryRow query : queries.all()) {
            if (mentions(query, query.draftText(), parameter) || mentions(query, query.liveText(), parameter)) {
                uses.add(new Use("query", query.id(), query.name()));
            }
        }
        for (Report report : reports.all()) {
            if (reports.parametersOf(report).contains(parameter)) {
                uses.add(new Use("report", report.id(), report.name()));
            }
        }
        return uses;
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
