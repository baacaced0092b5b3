package plainsieve.server.definitions.forms;

import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import plainsieve.core.parameter.DefaultDefinition;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.view.Control;
import plainsieve.core.view.DataAge;
import plainsieve.core.view.ReportOpening;
import plainsieve.files.ProjectFile.ControlEntry;
import plainsieve.files.ProjectFile.DataAgeEntry;
import plainsieve.files.ProjectFile.ReportEntry;
import plainsieve.server.definitions.model.Report;
import tools.jackson.databind.JsonNode;

/** Converts reports to entries of project files and back. */
public final class ReportEntries {
    private ReportEntries() {}

    public static ReportEntry entry(Report report) {
        return new ReportEntry(
                report.id(),
                report.name(),
                report.audience(),
                report.question(),
                report.controls().stream().map(ReportEntries::entry).toList(),
                report.views().stream().map(ViewEntries::entry).toList(),
                report.opening().start() == ReportOpening.StartMode.DEFAULTS
                        ? ""
                        : report.opening().start().word(),
                report.opening().onDemand(),
                report.opening().signedParameters(),
                report.opening().showsPlacements(),
                report.opening()
                        .age()
                        .map(age -> new DataAgeEntry(age.queryId(), age.column(), age.lateHours()))
                        .orElse(null),
                values(report.opening()));
    }

    private static Map<String, JsonNode> values(ReportOpening opening) {
        Map<String, JsonNode> values = new TreeMap<>();
        opening.values().forEach((name, value) -> values.put(name, ParameterEntries.start(value)));
        return values;
    }

    private static Map<String, DefaultDefinition> values(ReportEntry entry) {
        Map<String, DefaultDefinition> values = new TreeMap<>();
        entry.defaults().forEach((name, node) -> values.put(name, StageEntries.value(node)));
        return values;
    }

    private static ControlEntry entry(Control control) {
        Control.Style style = control.style();
        return new ControlEntry(
                control.kind().word(),
                style.label(),
                control.parameters(),
                style.heading(),
                style.place() == Control.Position.BESIDE_ROWS
                        ? ""
                        : style.place().word());
    }

    /** Throws {@link ProblemException} with the errors of the entry. */
    public static Report report(ReportEntry entry, String id, int version) {
        String start = entry.start().isEmpty() ? ReportOpening.StartMode.DEFAULTS.word() : entry.start();
        return new Report(
                id,
                entry.name(),
                entry.audience(),
                entry.question(),
                entry.controls().stream().map(ReportEntries::control).toList(),
                entry.views().stream().map(ViewEntries::view).toList(),
                new ReportOpening(
                        start(start),
                        entry.onDemand(),
                        entry.signedParameters(),
                        entry.showsPlacements(),
                        Optional.ofNullable(entry.dataAge())
                                .map(said -> new DataAge(said.query(), said.column(), said.lateHours())),
                        values(entry)),
                version);
    }

    /** How a report starts, by its keyword. */
    public static ReportOpening.StartMode start(String word) {
        return ReportOpening.StartMode.ofWord(word)
                .orElseThrow(() -> new ProblemException(Problem.of(
                        "bad-start", "Unknown start mode “%s”.".formatted(word), "Use defaults, empty or question.")));
    }

    /** An unknown kind, as in files of other versions, becomes the default of the parameter. */
    private static Control control(ControlEntry entry) {
        Control.Style style = new Control.Style(
                entry.label(),
                entry.heading(),
                Control.Position.ofWord(entry.place()).orElse(Control.Position.BESIDE_ROWS));
        return switch (entry.parameters().size()) {
            case 1 ->
                new Control.Single(
                        Control.Kind.ofWord(entry.kind()).orElse(Control.Kind.AUTOMATIC),
                        style,
                        entry.parameters().get(0));
            case 2 ->
                new Control.Range(
                        Control.RangeKind.ofWord(entry.kind()).orElse(Control.RangeKind.DATES),
                        style,
                        entry.parameters().get(0),
                        entry.parameters().get(1));
            default ->
                throw new ProblemException(Problem.of(
                        "bad-control",
                        "The control “%s” names %d parameters."
                                .formatted(entry.label(), entry.parameters().size()),
                        "Name one, or the two bounds of a range."));
        };
    }
}
