package plainsieve.server.editing.refactoring;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import plainsieve.core.catalog.ComparedColumn;
import plainsieve.core.hardcoded.HardCodedValue;
import plainsieve.core.hardcoded.HardCodedValueFinder;
import plainsieve.core.parameter.ColumnReference;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.parameter.ValueCoverage;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.sql.Comparison;
import plainsieve.core.sql.lexer.TextEdit;
import plainsieve.core.value.ProblemException;
import plainsieve.server.definitions.model.AnalysisLimit;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.QueryPart;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.editing.assist.ColumnProfiles;
import plainsieve.server.sources.SourceFacts;

/** Finds existing parameters that could replace hard-coded values. */
@Service
class MatchingParameters {
    private static final Set<Comparison.Kind> SINGLE = EnumSet.of(Comparison.Kind.EQUAL, Comparison.Kind.IN);
    private static final Set<Comparison.Kind> LOWER_END =
            EnumSet.of(Comparison.Kind.GREATER_OR_EQUAL, Comparison.Kind.BETWEEN);
    private static final Duration KEPT = Duration.ofMinutes(1);
    private static final int MOST_KEPT = 1000;

    private final SourceFacts facts;
    private final AnalysisLimit analysis;
    private final Cache<ReadText, List<ComparedParameter>> kept =
            Caffeine.newBuilder().expireAfterWrite(KEPT).maximumSize(MOST_KEPT).build();

    MatchingParameters(SourceFacts facts, AnalysisLimit analysis) {
        this.facts = facts;
        this.analysis = analysis;
    }

    /**
     * Parameters that match a hard-coded value: one, or the two bounds of a range.
     *
     * @param many whether it is multi-value
     * @param queryName the query that compares the same column with it
     */
    record Match(List<String> names, boolean many, String queryName) {}

    /** A text as it was read. */
    private record ReadText(String sourceId, String text) {}

    /** A column that a parameter is compared with somewhere. */
    private record ComparedParameter(String parameter, ColumnReference column, Comparison.Kind kind) {}

    /** A hard-coded value and the matching parameters of the project, if any. */
    record MatchedValue(HardCodedValue value, Optional<Match> by) {
        MatchedValue withoutMatch() {
            return new MatchedValue(value, Optional.empty());
        }

        List<TextEdit> edits() {
            return by.map(serving -> value.editsTo(serving.names(), serving.many()))
                    .orElseGet(value::edits);
        }
    }

    /** Those of a draft on the bench. */
    List<MatchedValue> in(Project project, HardCodedValueConversion.Draft draft) {
        return analysis.run(
                draft.caller(), () -> in(project, draft.query(), project.prepare(draft.query(), draft.text())));
    }

    /**
     * All hard-coded values of a text, in order. No parameter matches two of them, or one if the text uses it
     * already: one choice would filter twice.
     */
    List<MatchedValue> in(Project project, Query query, PreparedQuery text) {
        Set<String> known = project.parameters().keySet();
        Set<String> taken = new HashSet<>(text.parameterNames());
        List<MatchedValue> found = new ArrayList<>();
        for (HardCodedValue value :
                HardCodedValueFinder.of(text.query(), text.dialect(), facts.of(query.sourceId()), known)) {
            Optional<Match> serving = value.column()
                    .flatMap(column -> ColumnProfiles.place(query.sourceId(), column))
                    .flatMap(place -> serving(project, value, place, taken));
            serving.ifPresent(one -> taken.addAll(one.names()));
            found.add(new MatchedValue(value, serving));
        }
        return found;
    }

    private Optional<Match> serving(Project project, HardCodedValue value, ColumnReference place, Set<String> taken) {
        return project.queries().stream()
                .filter(other -> other.sourceId().equals(place.sourceId()))
                .flatMap(other -> served(project, other).stream()
                        .filter(one -> same(one.column(), place))
                        .flatMap(one -> candidate(project, value, one, other)))
                .filter(candidate -> candidate.names().stream().noneMatch(taken::contains))
                .min(Comparator.comparing(candidate -> candidate.many() == isMany(value) ? 0 : 1));
    }

    private static boolean isMany(HardCodedValue value) {
        return value.placeholders().get(0).many();
    }

    private static Stream<Match> candidate(
            Project project, HardCodedValue value, ComparedParameter served, Query query) {
        ParameterDefinition parameter = project.parameters().get(served.parameter());
        HardCodedValue.Placeholder placeholder = value.placeholders().get(0);
        boolean same = parameter != null
                && !parameter.isComputed()
                && parameter.type() == placeholder.type()
                && parameter.meaning().covers() == ValueCoverage.ITSELF
                && placeholder.covers() == ValueCoverage.ITSELF;
        if (!same || !comparesAlike(value, served.kind(), parameter)) {
            return Stream.empty();
        }
        List<String> names = value.placeholders().size() == 1
                ? List.of(parameter.name())
                : List.of(parameter.name(), parameter.rangeEnd());
        boolean fits = parameter.many() ? !value.gapsForMany().isEmpty() : !isMany(value);
        return fits ? Stream.of(new Match(names, parameter.many(), query.name())) : Stream.empty();
    }

    private static boolean comparesAlike(HardCodedValue value, Comparison.Kind kind, ParameterDefinition parameter) {
        Comparison.Kind own = value.column().orElseThrow().kind();
        return switch (value.kind()) {
            case RANGE -> !parameter.rangeEnd().isEmpty() && LOWER_END.contains(kind);
            case COMPARED, LIST ->
                parameter.rangeEnd().isEmpty() && (own == kind || SINGLE.contains(own) && SINGLE.contains(kind));
            case LIMIT, ARGUMENT, WITHIN, SELECTED -> false;
        };
    }

    private static boolean same(ColumnReference one, ColumnReference other) {
        return one.table().equalsIgnoreCase(other.table())
                && one.column().equalsIgnoreCase(other.column())
                && (one.schema().isEmpty()
                        || other.schema().isEmpty()
                        || one.schema().equalsIgnoreCase(other.schema()));
    }

    private List<ComparedParameter> served(Project project, Query query) {
        return kept.get(new ReadText(query.sourceId(), query.liveText()), read -> read(project, query));
    }

    private List<ComparedParameter> read(Project project, Query query) {
        try {
            PreparedQuery prepared = project.prepare(query, query.liveText());
            List<ComparedParameter> served = new ArrayList<>();
            QueryPart.of(query.sourceId(), prepared).forEach(part -> read(part, served));
            return served;
        } catch (ProblemException e) {
            // A text that cannot be read compares nothing.
            return List.of();
        }
    }

    private void read(QueryPart part, List<ComparedParameter> served) {
        PreparedQuery asked = part.query();
        for (String name : asked.parameterNames()) {
            ComparedColumn.of(asked.query(), asked.dialect(), facts.of(part.sourceId()), name)
                    .forEach(column -> ColumnProfiles.place(part.sourceId(), column)
                            .ifPresent(place -> served.add(new ComparedParameter(name, place, column.kind()))));
        }
    }
}
