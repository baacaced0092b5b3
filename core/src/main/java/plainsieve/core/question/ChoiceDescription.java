package plainsieve.core.question;

import java.math.BigDecimal;
import java.text.NumberFormat;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.time.format.FormatStyle;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.value.Period;
import plainsieve.core.value.Type;

/**
 * Choices as viewers read them: "Ardlow, Skerrin and 3 more", "any vessel", "1–31 Mar 2026", "at least 15 min". Works
 * on unparsed choices, so that invalid ones are shown as entered.
 */
public final class ChoiceDescription {
    private static final int MOST_NAMED = 3;

    /** Numbers that are identifiers, such as years, have no thousands separators. */
    private static final Pattern NAMES_THINGS =
            Pattern.compile("(^|_)(id|year|month|no|number|code)$", Pattern.CASE_INSENSITIVE);

    private final Map<String, ParameterLabels> words;
    private final Map<String, ChoiceText> choices;
    private final Locale locale;

    public ChoiceDescription(Map<String, ParameterLabels> words, Map<String, ChoiceText> choices, Locale locale) {
        this.words = words;
        this.choices = choices;
        this.locale = locale;
    }

    /** The choice of a parameter, or of the two ends of a range. */
    public String describe(List<String> names) {
        return names.size() == 1 ? one(words.get(names.get(0))) : range(names.get(0), names.get(1));
    }

    boolean isChosen(String name) {
        return choices.getOrDefault(name, ChoiceText.blank()).kind() != ChoiceText.Kind.BLANK;
    }

    private ChoiceText choice(String name) {
        return choices.getOrDefault(name, ChoiceText.blank());
    }

    private String one(ParameterLabels parameter) {
        ChoiceText choice = choice(parameter.name());
        return switch (choice.kind()) {
            case BLANK -> parameter.whenBlank();
            case ALL -> "every " + parameter.label().toLowerCase(Locale.ROOT);
            case VALUES -> values(parameter, choice);
        };
    }

    private String values(ParameterLabels parameter, ChoiceText choice) {
        if (!parameter.unlimitedValue().isEmpty() && choice.values().equals(List.of(parameter.unlimitedValue()))) {
            return parameter.blankLabel().isEmpty() ? "every row" : parameter.blankLabel();
        }
        List<String> said = new ArrayList<>();
        int named = Math.min(choice.values().size(), MOST_NAMED + 1);
        for (String value : choice.values().subList(0, named)) {
            String words = value(parameter, value);
            said.add(words.isEmpty() ? "empty text" : words);
        }
        int count = choice.values().size() + (choice.withoutValue() ? 1 : 0);
        if (choice.withoutValue()) {
            said.add("no value");
        }
        return covered(parameter) + several(said, count) + unit(parameter);
    }

    private static String covered(ParameterLabels parameter) {
        return switch (parameter.covers()) {
            case CONTAINING -> "containing ";
            case STARTING -> "starting with ";
            case ENDING -> "ending with ";
            default -> "";
        };
    }

    private static String unit(ParameterLabels parameter) {
        return parameter.unit().isEmpty() ? "" : " " + parameter.unit();
    }

    private static String several(List<String> said, int count) {
        return count <= MOST_NAMED
                ? String.join(", ", said)
                : "%s and %d more"
                        .formatted(String.join(", ", said.subList(0, MOST_NAMED - 1)), count - MOST_NAMED + 1);
    }

    private String range(String from, String to) {
        ParameterLabels parameter = words.get(from);
        Optional<String> low = only(from);
        Optional<String> high = only(to);
        if (low.isEmpty() && high.isEmpty()) {
            return parameter.whenBlank();
        }
        boolean dates = parameter.type().word().startsWith("date");
        String unit = unit(parameter);
        if (high.isEmpty()) {
            return (dates ? "since " : "at least ") + value(parameter, low.get()) + unit;
        }
        String end = value(words.get(to), high.get());
        if (low.isEmpty()) {
            return (dates ? "up to " : "at most ") + end + unit;
        }
        Optional<String> days = days(parameter, words.get(to), low.get(), high.get());
        if (days.isPresent()) {
            return days.get();
        }
        String start = value(parameter, low.get());
        return (start.equals(end) ? start : start + " to " + end) + unit;
    }

    /** Two days in order; a reversed range is shown as entered. */
    private Optional<String> days(ParameterLabels from, ParameterLabels to, String low, String high) {
        boolean plain = Stream.of(from, to)
                .allMatch(
                        end -> end.type() == Type.DATE && end.covers().period().isEmpty());
        if (!plain || from.labels().containsKey(low) || to.labels().containsKey(high)) {
            return Optional.empty();
        }
        try {
            LocalDate first = LocalDate.parse(low);
            LocalDate last = LocalDate.parse(high);
            return last.isBefore(first)
                    ? Optional.empty()
                    : Optional.of(new DateRangeFormat(locale).format(first, last));
        } catch (DateTimeException e) {
            return Optional.empty();
        }
    }

    private Optional<String> only(String name) {
        return choice(name).values().stream().findFirst();
    }

    private String value(ParameterLabels parameter, String written) {
        String label = parameter.labels().get(written);
        if (label != null) {
            return label;
        }
        try {
            return switch (parameter.type()) {
                case DATE -> day(parameter, written);
                case DATETIME ->
                    DateTimeFormatter.ofLocalizedDateTime(FormatStyle.MEDIUM, FormatStyle.SHORT)
                            .withLocale(locale)
                            .format(LocalDateTime.parse(written));
                case INTEGER, DECIMAL -> number(parameter, written);
                case BOOLEAN -> written.equals("true") ? "yes" : written.equals("false") ? "no" : written;
                case TEXT, NAME -> written;
            };
        } catch (DateTimeException | NumberFormatException e) {
            return written;
        }
    }

    private String number(ParameterLabels parameter, String written) {
        NumberFormat format = NumberFormat.getInstance(locale);
        format.setGroupingUsed(!NAMES_THINGS.matcher(parameter.name()).find());
        format.setMaximumFractionDigits(10);
        return format.format(new BigDecimal(written));
    }

    private String day(ParameterLabels parameter, String written) {
        Optional<Period> period = parameter.covers().period();
        LocalDate day = period.flatMap(p -> p.read(written)).orElseGet(() -> LocalDate.parse(written));
        String localized = DateTimeFormatter.ofLocalizedDate(FormatStyle.MEDIUM)
                .withLocale(locale)
                .format(day);
        return switch (period.orElse(Period.DAY)) {
            case DAY -> localized;
            case WEEK -> "the week of " + localized;
            case MONTH -> DateTimeFormatter.ofPattern("LLLL uuuu", locale).format(day);
            case QUARTER -> DateTimeFormatter.ofPattern("QQQ uuuu", locale).format(day);
            case YEAR -> DateTimeFormatter.ofPattern("uuuu", locale).format(day);
        };
    }
}
