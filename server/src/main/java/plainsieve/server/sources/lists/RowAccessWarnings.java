package plainsieve.server.sources.lists;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.parameter.RowAccessRule;
import plainsieve.core.rewrite.MandatoryCondition;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.value.ProblemException;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.project.Project;

/** Warnings about row access: what viewers do not see because of a rule, and what it may not restrict. */
public final class RowAccessWarnings {
    private static final int MOST_TOLD = 8;

    private RowAccessWarnings() {}

    /** The views of a restricted parameter, one sentence each; empty for an unrestricted one. */
    public static List<String> of(Project project, ParameterDefinition definition) {
        return of(project, definition, project.reports().stream());
    }

    /** The same for one report. */
    public static List<String> of(Project project, Report report) {
        return project.parameters().values().stream()
                .flatMap(definition -> of(project, definition, Stream.of(report)).stream())
                .toList();
    }

    private static List<String> of(Project project, ParameterDefinition definition, Stream<Report> reports) {
        if (!definition.rowAccess().holds()) {
            return List.of();
        }
        Set<String> queries = new LinkedHashSet<>();
        Set<String> parameters = new LinkedHashSet<>();
        reports.forEach(report -> {
            queries.addAll(report.queryIds());
            parameters.addAll(project.parametersOf(report));
        });
        List<String> unsaid = new ArrayList<>();
        List<String> notices = new ArrayList<>();
        for (String id : queries) {
            Query query = project.query(id);
            switch (enforcement(project, query, definition)) {
                case UNSAID -> unsaid.add("“%s”".formatted(query.name()));
                case UNSURE ->
                    notices.add(
                            "“%s” uses :%s, but not in a condition that every row must pass: check whether viewers see rows of others."
                                    .formatted(query.name(), definition.name()));
                case SURE -> {}
            }
        }
        parameters.stream()
                .filter(project.parameters()::containsKey)
                .map(project::parameter)
                .filter(other -> isUnsaid(project, definition, other))
                .forEach(other -> unsaid.add("the list of :" + other.name()));
        if (!unsaid.isEmpty()) {
            notices.add(
                    0, "Hidden from viewers because :%s is not used: %s.".formatted(definition.name(), listed(unsaid)));
        }
        return notices;
    }

    private static String listed(List<String> things) {
        int more = things.size() - MOST_TOLD;
        String told =
                things.stream().limit(more > 1 ? MOST_TOLD : things.size()).collect(Collectors.joining(", "));
        return more > 1 ? "%s and %d more".formatted(told, more) : told;
    }

    /** Whether a query enforces a restriction. */
    private enum Enforcement {
        /** It is exempt, provably enforces it, or is unreadable. */
        SURE,
        UNSURE,
        UNSAID
    }

    private static Enforcement enforcement(Project project, Query query, ParameterDefinition definition) {
        if (definition.rowAccess().isOpen(query.id())) {
            return Enforcement.SURE;
        }
        String name = definition.name();
        if (query.choosesSource() && query.sourceParameter().equals(name)) {
            return Enforcement.SURE;
        }
        try {
            PreparedQuery prepared = project.prepare(query, query.liveText());
            if (!prepared.parameterNames().contains(name)) {
                return Enforcement.UNSAID;
            }
            return MandatoryCondition.narrowedBy(prepared, name) ? Enforcement.SURE : Enforcement.UNSURE;
        } catch (ProblemException unreadable) {
            return Enforcement.SURE;
        }
    }

    private static boolean isUnsaid(Project project, ParameterDefinition definition, ParameterDefinition other) {
        boolean open = definition.rowAccess().isOpen(RowAccessRule.listOf(other.name()))
                || definition.rowAccess().isOpen(other.list().queryId());
        return other.list().isAsked()
                && !other.name().equals(definition.name())
                && !open
                && !project.parents(other).contains(definition.name());
    }
}
