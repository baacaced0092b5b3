package plainsieve.server.project;

import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Service;
import plainsieve.core.parameter.Dependencies;
import plainsieve.core.value.ProblemException;
import plainsieve.server.records.QueryRecords;

/** Which parameter needs which: by its formulas, and by the queries of its list and its default. */
@Service
public class ParameterGraph {
    private final Queries queries;
    private final QueryRecords records;

    ParameterGraph(Queries queries, QueryRecords records) {
        this.queries = queries;
        this.records = records;
    }

    public Dependencies of(Map<String, ParameterDefinition> all) {
        Map<String, Set<String>> needs = new HashMap<>();
        all.forEach((name, definition) -> needs.put(name, needs(definition)));
        return new Dependencies(needs);
    }

    /** What one parameter needs directly. */
    public Set<String> needs(ParameterDefinition definition) {
        Set<String> names = new LinkedHashSet<>(ParameterReferences.inFormulas(definition));
        names.addAll(parents(definition));
        if (definition.start().kind().equals("query")) {
            names.addAll(inQuery(definition.start().queryId()));
        }
        return names;
    }

    /** The parameters that a parameter's list depends on. */
    public Set<String> parents(ParameterDefinition definition) {
        return definition.list().kind().equals("query")
                ? inQuery(definition.list().queryId())
                : Set.of();
    }

    private Set<String> inQuery(String queryId) {
        try {
            return records.find(queryId).map(queries::liveParameters).orElse(Set.of());
        } catch (ProblemException e) {
            return Set.of();
        }
    }
}
