package plainsieve.core.sentence;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.view.ClickThrough;
import plainsieve.core.view.ProfiledColumn;
import plainsieve.core.view.ViewContent;

/**
 * The reports that a click on a group can open: those with a parameter for the same column. A parameter matches if it, its label,
 * or its list's column has the column's name.
 */
record ClickThroughOptions(ViewContent shown, SentenceContext known) {
    static final String TO = "/lead ";
    static final String NOWHERE = "/lead";

    List<MarkOption> offers() {
        if (shown instanceof ViewContent.Table) {
            return known.reports().stream().map(this::forFurtherRows).toList();
        }
        Optional<ProfiledColumn> column = column();
        List<MarkOption> offers = new ArrayList<>();
        if (column.isEmpty()) {
            return offers;
        }
        for (SentenceContext.TargetReport report : known.reports()) {
            report.parameters().stream()
                    .filter(parameter -> isFor(parameter, column.get()))
                    .forEach(parameter -> offers.add(MarkOption.of(
                            TO + report.id() + " " + parameter.name(),
                            "a click opens %s with it as :%s".formatted(report.name(), parameter.name()),
                            "")));
        }
        return offers;
    }

    private MarkOption forFurtherRows(SentenceContext.TargetReport report) {
        String id = TO + report.id();
        String words = "more rows are in " + report.name();
        long carried = report.parameters().stream()
                .filter(parameter -> known.mentioned().contains(parameter.name()))
                .count();
        return carried == 0
                ? MarkOption.misfit(id, words, "it has none of the parameters")
                : MarkOption.of(id, words, "with %d of the choices".formatted(carried));
    }

    /** The option for no click-through. */
    MarkOption nowhere() {
        return MarkOption.of(
                NOWHERE,
                shown instanceof ViewContent.Table
                        ? "download of every row"
                        : "nothing else: it filters the other views",
                "");
    }

    /** The column whose groups are clicked, if each group is one value. */
    private Optional<ProfiledColumn> column() {
        return shown.grouping().stream()
                .findFirst()
                .filter(key -> !(shown instanceof ViewContent.Line))
                .map(ResultShape.Key::read)
                .filter(key -> key.cut().isEmpty())
                .flatMap(key -> known.column(key.column()));
    }

    private static boolean isFor(ParameterDefinition parameter, ProfiledColumn column) {
        boolean sameType =
                column.type().filter(type -> type == parameter.type()).isPresent();
        boolean sameName = parameter.name().equalsIgnoreCase(column.name())
                || parameter.label().equalsIgnoreCase(column.label())
                || parameter.list().column().column().equalsIgnoreCase(column.name());
        return sameType && sameName && !parameter.isComputed();
    }

    /** Reads the id of an offer. */
    static Optional<ClickThrough> read(String offerId) {
        if (!offerId.startsWith(TO)) {
            return Optional.empty();
        }
        String[] parts = offerId.substring(TO.length()).split(" ", 2);
        return Optional.of(
                parts.length == 1 ? ClickThrough.toFurtherRows(parts[0]) : new ClickThrough(parts[0], parts[1]));
    }
}
