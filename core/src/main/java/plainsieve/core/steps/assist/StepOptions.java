package plainsieve.core.steps.assist;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.sentence.MarkOption;
import plainsieve.core.steps.compile.StepsAnalysis;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.steps.model.Step;
import plainsieve.core.steps.parse.StepMark;
import plainsieve.core.steps.parse.StepQuoting;
import plainsieve.core.value.Type;

/** The options of a mark of a step. An option's ID is the replacement text; the line is then parsed again. */
public final class StepOptions {
    private final StepsAnalysis analysis;
    private final Collection<ParameterDefinition> parameters;
    private final AvailableRows rows;

    /** @param parameters those of the project */
    public StepOptions(StepsAnalysis analysis, Collection<ParameterDefinition> parameters, AvailableRows rows) {
        this.analysis = analysis;
        this.parameters = parameters;
        this.rows = rows;
    }

    /** @param step which step, from 0 @param mark which of its marks, from 0 */
    public List<MarkOption> of(int step, int mark) {
        StepsAnalysis.AnalyzedStep one = analysis.steps().get(step);
        StepMark marked = one.marks().get(mark);
        String replaced = one.written()
                .substring(marked.replaced().start(), marked.replaced().end());
        List<KnownColumn> before = before(step);
        List<KnownColumn> theirs = one.step().map(rows::theirs).orElse(List.of());
        return switch (marked.kind()) {
            case TABLE -> tables();
            case COLUMN -> names(before);
            case THEIRS -> names(theirs);
            case COLUMNS -> list(replaced, before);
            case THEIR_COLUMNS -> list(replaced, theirs);
            case VERB ->
                OperatorOptions.of(marked.about(), type(before, marked.about().get(0)));
            case VALUE -> values(before, marked.about().get(0));
            case FIGURE -> figures(before);
            case COUNT -> counts();
            case DIRECTION -> words("desc", "asc");
            case KEPT -> words("keep all rows", "keep only matching rows");
            case BETWEEN -> words("and", "or");
            case NAME, FORMULA, TYPED -> List.of();
        };
    }

    /** Options to extend a step: more conditions, more aggregates. An ID is the text to append. */
    public List<MarkOption> more(int step) {
        StepsAnalysis.AnalyzedStep one = analysis.steps().get(step);
        List<KnownColumn> before = before(step);
        return one.step().map(said -> more(said, before)).orElse(List.of());
    }

    private static List<MarkOption> more(Step step, List<KnownColumn> before) {
        List<MarkOption> offers = new ArrayList<>();
        if (step instanceof Step.Where) {
            before.forEach(column -> offers.add(MarkOption.of(
                    " and " + StepQuoting.name(column.name()) + " has a value",
                    "and " + column.name() + " …",
                    type(column))));
        } else if (step instanceof Step.Group group && !group.figures().isEmpty()) {
            more(group, before, offers);
        } else if (step instanceof Step.Sort
                || step instanceof Step.FirstRows firstRows && !firstRows.by().isEmpty()) {
            before.forEach(column ->
                    offers.add(MarkOption.of(", " + StepQuoting.name(column.name()), "then by " + column.name(), "")));
        }
        return offers;
    }

    private static void more(Step.Group group, List<KnownColumn> before, List<MarkOption> offers) {
        if (group.level().isPresent()) {
            return;
        }
        if (!group.keys().isEmpty()) {
            offers.add(MarkOption.of(
                    "; with subtotals",
                    "with subtotals",
                    "a row for each leading group of columns, and a grand total"));
        }
        figures(before).forEach(figure -> offers.add(MarkOption.of(", " + figure.id(), figure.label(), figure.note())));
    }

    /** The columns before a step; empty if unknown. */
    public List<KnownColumn> before(int step) {
        return step == 0 ? List.of() : analysis.steps().get(step - 1).columns().orElse(List.of());
    }

    private static Optional<Type> type(List<KnownColumn> columns, String name) {
        return columns.stream()
                .filter(column -> column.name().equalsIgnoreCase(name))
                .findFirst()
                .flatMap(KnownColumn::type);
    }

    private static String type(KnownColumn column) {
        return column.type().map(Type::inWords).orElse("");
    }

    private List<MarkOption> tables() {
        List<MarkOption> offers = new ArrayList<>();
        rows.tables()
                .forEach(
                        table -> offers.add(MarkOption.of(StepQuoting.name(table.name()), table.name(), table.note())));
        rows.queries()
                .forEach(query -> offers.add(MarkOption.of(
                        "query " + StepQuoting.text(query.name()),
                        "query " + query.name(),
                        query.note().isEmpty() ? "another query" : query.note())));
        return offers;
    }

    private static List<MarkOption> names(List<KnownColumn> columns) {
        return columns.stream()
                .map(column -> MarkOption.of(StepQuoting.name(column.name()), column.name(), type(column)))
                .toList();
    }

    private static List<MarkOption> words(String... words) {
        return List.of(words).stream().map(one -> MarkOption.of(one, one, "")).toList();
    }

    /** Options with one column added or removed. */
    private static List<MarkOption> list(String written, List<KnownColumn> columns) {
        List<MarkOption> offers = new ArrayList<>();
        List<String> items = StepQuoting.items(written);
        Set<String> there = Set.copyOf(items.stream()
                .map(item -> item.split(" as ")[0].strip().toLowerCase(Locale.ROOT))
                .toList());
        for (KnownColumn column : columns) {
            String name = StepQuoting.name(column.name());
            if (!there.contains(name.toLowerCase(Locale.ROOT))) {
                offers.add(MarkOption.of(written + ", " + name, "also " + column.name(), type(column)));
            }
        }
        for (int i = 0; items.size() > 1 && i < items.size(); i++) {
            List<String> fewer = new ArrayList<>(items);
            String gone = fewer.remove(i);
            offers.add(MarkOption.of(String.join(", ", fewer), "without " + gone, ""));
        }
        return offers;
    }

    private List<MarkOption> values(List<KnownColumn> columns, String column) {
        Optional<Type> type = type(columns, column);
        List<MarkOption> offers = new ArrayList<>();
        parameters.stream()
                .filter(parameter -> type.isEmpty() || type.get().comparesWith(parameter.type()))
                .forEach(parameter -> offers.add(
                        MarkOption.of(":" + parameter.name(), ":" + parameter.name(), "what viewers choose")));
        if (!column.isEmpty()
                && parameters.stream().noneMatch(parameter -> parameter.name().equals(newName(column)))) {
            offers.add(MarkOption.of(":" + newName(column), "let viewers choose it", "makes :" + newName(column)));
        }
        if (type.filter(Type.DATE::equals).isPresent()
                || type.filter(Type.DATETIME::equals).isPresent()) {
            offers.add(MarkOption.of("today", "today", ""));
            offers.add(MarkOption.of("start of month of today", "the first day of this month", ""));
        }
        columns.stream()
                .filter(other ->
                        !other.name().equalsIgnoreCase(column) && other.type().equals(type) && type.isPresent())
                .forEach(other ->
                        offers.add(MarkOption.of(StepQuoting.name(other.name()), other.name(), "another column")));
        return offers;
    }

    /** The name of a new parameter for a column. */
    private static String newName(String column) {
        String plain =
                column.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9_]+", "_").replaceFirst("^[^a-z]+", "");
        return plain.isEmpty() ? "value" : plain;
    }

    private static List<MarkOption> figures(List<KnownColumn> columns) {
        List<MarkOption> offers = new ArrayList<>(words("count of rows"));
        for (KnownColumn column : columns) {
            String name = StepQuoting.name(column.name());
            boolean number = column.type()
                    .filter(type -> type == Type.INTEGER || type == Type.DECIMAL)
                    .isPresent();
            if (number) {
                offers.addAll(words("sum of " + name, "average of " + name));
            }
            if (column.type().filter(Type.TEXT::equals).isEmpty()) {
                offers.addAll(words("maximum of " + name, "minimum of " + name));
            }
            offers.addAll(words("count of distinct " + name));
        }
        return offers;
    }

    private List<MarkOption> counts() {
        List<MarkOption> offers = new ArrayList<>(words("10", "20", "100", "1000"));
        parameters.stream()
                .filter(parameter -> parameter.type() == Type.INTEGER && !parameter.many())
                .forEach(parameter -> offers.add(
                        MarkOption.of(":" + parameter.name(), ":" + parameter.name(), "what viewers choose")));
        offers.add(MarkOption.of(":rows", "let viewers choose it", "makes :rows"));
        return offers;
    }
}
