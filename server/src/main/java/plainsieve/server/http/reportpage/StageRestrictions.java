package plainsieve.server.http.reportpage;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import plainsieve.server.body.ReportBodies.StageSummary;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.StageWords;
import plainsieve.server.people.Caller;

/** Stage settings that filter a report without a visible control. */
final class StageRestrictions {
    private StageRestrictions() {}

    /** @param caller whose role determines whether sources are named */
    static StageSummary describe(Project project, Report report, Caller caller) {
        Stage stage = project.stage();
        List<String> narrows = new ArrayList<>();
        if (caller.seesInside()) {
            Set<String> asked = report.queryIds().stream()
                    .map(id -> project.query(id).sourceId())
                    .collect(Collectors.toSet());
            stage.sources().forEach((from, to) -> {
                if (asked.contains(from)) {
                    narrows.add("it queries %s instead of %s".formatted(to, from));
                }
            });
        }
        Set<String> counting = project.parametersOf(report);
        stage.values().forEach((name, value) -> {
            if (counting.contains(name) && !report.offers(name)) {
                narrows.add(
                        "%s is %s".formatted(project.parameter(name).label(), StageWords.value(project, name, value)));
            }
        });
        stage.limits().rows().ifPresent(rows -> narrows.add("it shows at most %,d rows".formatted(rows)));
        return new StageSummary(stage.name(), narrows);
    }
}
