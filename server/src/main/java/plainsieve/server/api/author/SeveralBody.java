package plainsieve.server.api.author;

import java.util.List;
import java.util.Optional;
import plainsieve.core.narrow.Travelling;
import plainsieve.core.sides.SidesText;
import plainsieve.core.steps.several.SeveralSteps;
import plainsieve.core.steps.sql.Made;
import plainsieve.core.steps.sql.StepsReading;
import plainsieve.server.project.Project;

/**
 * Where rows of several sources come together in steps.
 *
 * @param step the step, from 0, from which on all is done here; -1 where none is
 * @param sides what each source is asked for; none while something is wrong
 * @param travels values that could be sent from one of them to another
 */
record SeveralBody(int step, List<SideBody> sides, List<TravelRead> travels) {
    private static final SeveralBody NONE = new SeveralBody(-1, List.of(), List.of());

    /** @param name of its rows */
    record SideBody(String name, String source) {}

    /**
     * @param columns what the columns are called that the values are in
     * @param decision {@code allowed}, {@code refused}, or empty while it is open
     */
    record TravelRead(String from, String to, List<String> columns, String decision) {}

    static SeveralBody of(Project project, String sourceId, String text, StepsReading reading) {
        Optional<Integer> line = SeveralSteps.lineHere(text, project.around(sourceId));
        if (line.isEmpty()) {
            return NONE;
        }
        List<Integer> lines =
                reading.steps().stream().map(StepsReading.One::line).toList();
        Optional<String> whole = reading.made().map(Made::sql).filter(SidesText::isOne);
        return new SeveralBody(
                lines.indexOf(line.get()),
                whole.map(SidesText::read).map(SidesText::sides).orElse(List.of()).stream()
                        .map(side -> new SideBody(side.name(), side.source()))
                        .toList(),
                whole.map(Travelling::of).orElse(List.of()).stream()
                        .map(travel -> travel(project, travel))
                        .toList());
    }

    private static TravelRead travel(Project project, Travelling travel) {
        String decision = project.travels().stream()
                .filter(one -> one.from().equals(travel.from()) && one.to().equals(travel.to()))
                .map(one -> one.allowed() ? "allowed" : "refused")
                .findFirst()
                .orElse("");
        return new TravelRead(
                travel.from(), travel.to(), travel.columns().stream().sorted().toList(), decision);
    }
}
