package plainsieve.core.view;

import java.time.LocalDate;
import java.time.YearMonth;
import java.time.format.DateTimeParseException;
import java.time.temporal.ChronoUnit;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/**
 * The choices of the comparison run of figures.
 *
 * <pre>
 * before   1 to 31 July      1 to 30 June       whole months are moved by as many months
 * before   10 to 16 July     3 to 9 July        other spans by their own length
 * year     1 to 31 July      the same a year before
 * all      anything          nothing chosen, where that is allowed
 * </pre>
 */
public final class ComparisonChoices {
    private final ComparisonBasis comparisonBasis;
    private final Map<String, ParameterDefinition> definitions;

    /** @param definitions those of the project, by name */
    public ComparisonChoices(ComparisonBasis comparisonBasis, Map<String, ParameterDefinition> definitions) {
        this.comparisonBasis = comparisonBasis;
        this.definitions = definitions;
    }

    /**
     * The other choices. Computed parameters have none; they follow.
     *
     * @param chosen complete, with defaults; days as ISO 8601 writes them
     * @throws ProblemException when no whole span is chosen
     */
    public Map<String, ChoiceText> of(Map<String, ChoiceText> chosen) {
        Map<String, ChoiceText> others = new LinkedHashMap<>();
        chosen.forEach((name, text) -> {
            ParameterDefinition definition = definitions.get(name);
            if (definition != null && !definition.isComputed()) {
                others.put(name, comparisonBasis.kind() == ComparisonBasis.Kind.ALL ? cleared(definition, text) : text);
            }
        });
        if (comparisonBasis.kind() != ComparisonBasis.Kind.ALL) {
            move(others);
        }
        return others;
    }

    private static ChoiceText cleared(ParameterDefinition definition, ChoiceText text) {
        return definition.meaning().blankRule() == BlankRule.NO_FILTER ? ChoiceText.blank() : text;
    }

    private void move(Map<String, ChoiceText> choices) {
        choices.putAll(periodOf(choices).orElseThrow(() -> nothingToMove(comparisonBasis.parameter())));
    }

    /**
     * The date range that is compared with: the choices of its lower and its upper bound, in this order. Empty unless both are
     * chosen, and for a comparison with all rows.
     *
     * @param chosen complete, with defaults; days as ISO 8601 writes them
     */
    public Optional<Map<String, ChoiceText>> periodOf(Map<String, ChoiceText> chosen) {
        String from = comparisonBasis.parameter();
        String to = Optional.ofNullable(definitions.get(from))
                .map(ParameterDefinition::rangeEnd)
                .orElse("");
        return Span.of(chosen.get(from), chosen.get(to))
                .map(span -> comparisonBasis.kind() == ComparisonBasis.Kind.YEAR ? span.yearBefore() : span.before())
                .map(moved -> {
                    Map<String, ChoiceText> bounds = new LinkedHashMap<>();
                    bounds.put(from, ChoiceText.of(moved.first().toString()));
                    bounds.put(to, ChoiceText.of(moved.last().toString()));
                    return bounds;
                });
    }

    private static ProblemException nothingToMove(String from) {
        return new ProblemException(
                Problem.of(ProblemKind.NO_COMPARISON, "There is no previous period.", "Choose both ends to compare.")
                        .about(from));
    }

    /** Days from the first to the last, both included. */
    private record Span(LocalDate first, LocalDate last) {
        static Optional<Span> of(ChoiceText from, ChoiceText to) {
            Optional<LocalDate> first = day(from);
            Optional<LocalDate> last = day(to);
            return first.isPresent() && last.isPresent() && !last.get().isBefore(first.get())
                    ? Optional.of(new Span(first.get(), last.get()))
                    : Optional.empty();
        }

        private static Optional<LocalDate> day(ChoiceText text) {
            if (text == null || text.values().size() != 1) {
                return Optional.empty();
            }
            try {
                return Optional.of(LocalDate.parse(text.values().get(0)));
            } catch (DateTimeParseException e) {
                return Optional.empty();
            }
        }

        Span before() {
            if (first.getDayOfMonth() == 1 && last.equals(endOfMonth(last))) {
                long months = ChronoUnit.MONTHS.between(YearMonth.from(first), YearMonth.from(last)) + 1;
                return new Span(first.minusMonths(months), first.minusDays(1));
            }
            long days = ChronoUnit.DAYS.between(first, last) + 1;
            return new Span(first.minusDays(days), first.minusDays(1));
        }

        /** The end of a February stays the end of a February. */
        Span yearBefore() {
            LocalDate end = last.minusYears(1);
            return new Span(first.minusYears(1), last.equals(endOfMonth(last)) ? endOfMonth(end) : end);
        }

        private static LocalDate endOfMonth(LocalDate day) {
            return YearMonth.from(day).atEndOfMonth();
        }
    }
}
