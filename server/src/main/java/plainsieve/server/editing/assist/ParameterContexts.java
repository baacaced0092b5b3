package plainsieve.server.editing.assist;

import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import plainsieve.core.parameter.ColumnReference;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.sentence.parameter.ListColumn;
import plainsieve.core.sentence.parameter.ParameterContext;
import plainsieve.core.value.Type;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.runtime.settings.OpenIdSettings;
import plainsieve.server.runtime.settings.Settings;
import plainsieve.server.sources.SourceFacts;
import plainsieve.sources.Catalog;

/** Collects the context of a parameter: other parameters, queries, and columns whose values could be its list. */
@Service
public class ParameterContexts {
    private final SourceFacts facts;
    private final ColumnProfiles looks;
    private final Clock clock;
    private final Settings settings;
    private final OpenIdSettings openId;

    ParameterContexts(SourceFacts facts, ColumnProfiles looks, Clock clock, Settings settings, OpenIdSettings openId) {
        this.openId = openId;
        this.facts = facts;
        this.looks = looks;
        this.clock = clock;
        this.settings = settings;
    }

    /** The context for displaying a parameter; queries no source. */
    public ParameterContext toSay(Project project, ParameterDefinition parameter) {
        return contextOf(project, project.needs(parameter.name()), List.of());
    }

    /** The context for editing a parameter: also the columns of the sources that use it, or of all sources. */
    public ParameterContext toChange(Project project, ParameterDefinition parameter) {
        return contextOf(project, project.needs(parameter.name()), columns(project, parameter));
    }

    private ParameterContext contextOf(Project project, Set<String> needs, List<ListColumn> columns) {
        return new ParameterContext(
                project.parameters(),
                List.copyOf(needs),
                project.queries().stream()
                        .map(query -> new ParameterContext.NamedQuery(query.id(), query.name()))
                        .toList(),
                columns,
                openId.claims(),
                LocalDate.now(clock.withZone(settings.zone())));
    }

    /** The compared column is first, followed by those of the same type. */
    private List<ListColumn> columns(Project project, ParameterDefinition parameter) {
        Optional<ColumnReference> compared = looks.compared(project, parameter);
        List<Candidate> candidates = new ArrayList<>();
        Set<String> sources = sources(project, parameter);
        for (String source : sources) {
            String from = sources.size() > 1 ? " in " + source : "";
            facts.described(source).forEach(table -> candidates.addAll(candidates(source, table, from)));
        }
        Stream<ListColumn> others = candidates.stream()
                .filter(candidate -> compared.filter(candidate::isAt).isEmpty())
                .sorted(Comparator.comparing(
                        candidate -> candidate.type().equals(Optional.of(parameter.type())) ? 0 : 1))
                .map(Candidate::column);
        Stream<ListColumn> first =
                compared.stream().map(place -> new ListColumn(place, "the columns that queries compare it with"));
        return Stream.concat(first, others).toList();
    }

    private static Set<String> sources(Project project, ParameterDefinition parameter) {
        Set<String> using = new LinkedHashSet<>();
        Set<String> all = new LinkedHashSet<>();
        for (Query query : project.queries()) {
            all.add(query.sourceId());
            if (project.mentioned(query).contains(parameter.name())) {
                using.add(query.sourceId());
            }
        }
        return using.isEmpty() ? all : using;
    }

    private record Candidate(ListColumn column, Optional<Type> type) {
        /* Compared columns name no schema where the author names none. */
        boolean isAt(ColumnReference place) {
            ColumnReference own = column.place();
            return own.sourceId().equals(place.sourceId())
                    && own.table().equals(place.table())
                    && own.column().equals(place.column())
                    && (place.schema().isEmpty() || place.schema().equals(own.schema()));
        }
    }

    private static List<Candidate> candidates(String source, Catalog.Table table, String from) {
        return table.columns().stream()
                .map(column -> {
                    Optional<Type> type = column.kind().type();
                    String note = type.map(Type::inWords).orElse("values that cannot be chosen") + from;
                    ColumnReference place =
                            new ColumnReference(source, table.schema(), table.name(), column.name(), "", List.of());
                    return new Candidate(new ListColumn(place, note), type);
                })
                .toList();
    }
}
