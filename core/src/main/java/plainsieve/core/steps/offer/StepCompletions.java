package plainsieve.core.steps.offer;

import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.sentence.Offer;
import plainsieve.core.steps.read.StepWords;
import plainsieve.core.steps.read.Wanted;
import plainsieve.core.steps.sql.StepsReading;
import plainsieve.core.steps.step.KnownColumn;
import plainsieve.core.value.Type;

/** What could come next in a step that is being typed. */
public final class StepCompletions {
    private static final int MOST = 40;

    /** The name of a query that is not closed yet. */
    private static final Pattern BEGUN_QUERY = Pattern.compile("\\bquery ('[^']*)$");

    private final StepsReading reading;
    private final Collection<ParameterDefinition> parameters;
    private final KnownRows rows;

    public StepCompletions(StepsReading reading, Collection<ParameterDefinition> parameters, KnownRows rows) {
        this.reading = reading;
        this.parameters = parameters;
        this.rows = rows;
    }

    /**
     * @param from where in the line the word begins that an offer takes the place of
     * @param begun that word, as far as it is typed
     * @param valuesOf the column whose values could stand there; empty when none could
     */
    public record Found(int from, String begun, List<Offer> offers, String valuesOf) {
        public Found {
            offers = List.copyOf(offers);
        }
    }

    /** @param behind after how many steps the line stands */
    public Found of(String typed, int behind) {
        Matcher query = BEGUN_QUERY.matcher(typed);
        boolean inQuotes = query.find();
        int from = inQuotes ? query.start(1) : start(typed);
        String asked = inQuotes ? typed.substring(0, from) : typed;
        String begun = typed.substring(from).toLowerCase(Locale.ROOT);
        List<KnownColumn> columns = behind == 0
                ? List.of()
                : reading.steps().get(behind - 1).columns().orElse(List.of());
        Map<String, Offer> found = new LinkedHashMap<>();
        String valuesOf = "";
        for (Wanted wanted : reading.wanted(asked, behind)) {
            valuesOf = wanted.kind() == Wanted.Kind.VALUE ? wanted.words() : valuesOf;
            for (Offer offer : offers(wanted, columns)) {
                if (offer.id().toLowerCase(Locale.ROOT).startsWith(begun)
                        && !offer.id().toLowerCase(Locale.ROOT).equals(begun)) {
                    found.putIfAbsent(offer.id(), offer);
                }
            }
        }
        List<Offer> offers = new ArrayList<>(found.values()).subList(0, Math.min(found.size(), MOST));
        return new Found(from, begun, offers, valuesOf);
    }

    /** Where the word begins that is being typed. */
    private static int start(String typed) {
        int from = typed.length();
        while (from > 0
                && (Character.isLetterOrDigit(typed.charAt(from - 1)) || "_:".indexOf(typed.charAt(from - 1)) >= 0)) {
            from--;
        }
        return from;
    }

    private List<Offer> offers(Wanted wanted, List<KnownColumn> columns) {
        return switch (wanted.kind()) {
            case WORDS -> List.of(Offer.of(wanted.words(), wanted.words(), ""));
            case COLUMN -> names(columns);
            case TABLE ->
                rows.tables().stream()
                        .map(table -> Offer.of(StepWords.name(table.name()), table.name(), table.note()))
                        .toList();
            case QUERY ->
                rows.queries().stream()
                        .map(query -> Offer.of(
                                StepWords.text(query.name()),
                                query.name(),
                                query.note().isEmpty() ? "query" : "query, " + query.note()))
                        .toList();
            case PARAMETER ->
                parameters.stream()
                        .map(parameter -> Offer.of(
                                ":" + parameter.name(),
                                ":" + parameter.name(),
                                parameter.type().inWords()))
                        .toList();
            case THEIRS, VALUE -> List.of();
        };
    }

    private static List<Offer> names(List<KnownColumn> columns) {
        return columns.stream()
                .map(column -> Offer.of(
                        StepWords.name(column.name()),
                        column.name(),
                        column.type().map(Type::inWords).orElse("")))
                .toList();
    }
}
