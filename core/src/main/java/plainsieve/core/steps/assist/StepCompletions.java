package plainsieve.core.steps.assist;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.sentence.MarkOption;
import plainsieve.core.steps.compile.StepsAnalysis;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.steps.parse.Expectation;
import plainsieve.core.steps.parse.StepQuoting;
import plainsieve.core.value.Type;

/** Completions of a step that is being typed. */
public final class StepCompletions {
    private static final int MOST = 40;

    /** The name of a query that is not closed yet. */
    private static final Pattern BEGUN_QUERY = Pattern.compile("\\bquery ('[^']*)$");

    private final StepsAnalysis analysis;
    private final Collection<ParameterDefinition> parameters;
    private final AvailableRows rows;

    public StepCompletions(StepsAnalysis analysis, Collection<ParameterDefinition> parameters, AvailableRows rows) {
        this.analysis = analysis;
        this.parameters = parameters;
        this.rows = rows;
    }

    /**
     * @param from the start of the partial word that an option replaces
     * @param begun the partial word
     * @param valuesOf the column whose values are possible; empty if there is none
     */
    public record CompletionList(int from, String begun, List<MarkOption> offers, String valuesOf) {
        public CompletionList {
            offers = List.copyOf(offers);
        }
    }

    /** @param behind the number of steps that precede the line */
    public CompletionList of(String typed, int behind) {
        Matcher query = BEGUN_QUERY.matcher(typed);
        boolean inQuotes = query.find();
        int from = inQuotes ? query.start(1) : start(typed);
        String asked = inQuotes ? typed.substring(0, from) : typed;
        String begun = typed.substring(from).toLowerCase(Locale.ROOT);
        List<KnownColumn> columns = behind == 0
                ? List.of()
                : analysis.steps().get(behind - 1).columns().orElse(List.of());
        Map<String, MarkOption> found = new LinkedHashMap<>();
        String valuesOf = "";
        for (Expectation expectation : analysis.expectations(asked, behind)) {
            valuesOf = expectation.kind() == Expectation.Kind.VALUE ? expectation.words() : valuesOf;
            for (MarkOption option : offers(expectation, columns)) {
                if (option.id().toLowerCase(Locale.ROOT).startsWith(begun)
                        && !option.id().toLowerCase(Locale.ROOT).equals(begun)) {
                    found.putIfAbsent(option.id(), option);
                }
            }
        }
        List<MarkOption> offers = new ArrayList<>(found.values()).subList(0, Math.min(found.size(), MOST));
        return new CompletionList(from, begun, offers, valuesOf);
    }

    /** The start of the partial word. */
    private static int start(String typed) {
        int from = typed.length();
        while (from > 0
                && (Character.isLetterOrDigit(typed.charAt(from - 1)) || "_:".indexOf(typed.charAt(from - 1)) >= 0)) {
            from--;
        }
        return from;
    }

    private List<MarkOption> offers(Expectation expectation, List<KnownColumn> columns) {
        return switch (expectation.kind()) {
            case WORDS -> List.of(MarkOption.of(expectation.words(), expectation.words(), ""));
            case COLUMN -> names(columns);
            case TABLE ->
                rows.tables().stream()
                        .map(table -> MarkOption.of(StepQuoting.name(table.name()), table.name(), table.note()))
                        .toList();
            case QUERY ->
                rows.queries().stream()
                        .map(query -> MarkOption.of(
                                StepQuoting.text(query.name()),
                                query.name(),
                                query.note().isEmpty() ? "query" : "query, " + query.note()))
                        .toList();
            case PARAMETER ->
                parameters.stream()
                        .map(parameter -> MarkOption.of(
                                ":" + parameter.name(),
                                ":" + parameter.name(),
                                parameter.type().inWords()))
                        .toList();
            case THEIRS, VALUE -> List.of();
        };
    }

    private static List<MarkOption> names(List<KnownColumn> columns) {
        return columns.stream()
                .map(column -> MarkOption.of(
                        StepQuoting.name(column.name()),
                        column.name(),
                        column.type().map(Type::inWords).orElse("")))
                .toList();
    }
}
