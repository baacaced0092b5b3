package plainsieve.core.sentence;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.DefaultDefinition;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.view.DataAge;
import plainsieve.core.view.ReportOpening;

/**
 * How a report opens and runs, as a sentence: "Opens [with its defaults] but :port [Ardlow], runs [at every choice], shows viewers
 * [rows only], data age [not shown]."
 */
public final class OpeningSentence {
    private static final String START = "start";
    private static final String RUN = "run";
    private static final String ON_DEMAND = "on-demand";
    private static final String AT_ONCE = "at-once";
    private static final String SHOWS = "shows";
    private static final String WHERE = "where";
    private static final String ROWS = "rows";

    private static final String AGE = "age";
    private static final String LATE = "late";
    private static final String NOT_SHOWN = "not shown";
    private static final int LONGEST_HOURS = 9_999;

    private static final String VALUE = "value/";
    private static final String OWN_VALUE = "/value ";
    private static final String DEFAULT = "/default";

    private final ReportOpening opening;
    private final List<Dated> dated;
    private final List<ParameterDefinition> parameters;

    /** A column of days or moments by which data can be reported to be old. */
    public record Dated(String queryId, String queryName, String column) {
        private String id() {
            return queryId + "/" + column;
        }

        private String inWords() {
            return "the newest %s of %s".formatted(column, queryName);
        }
    }

    /**
     * @param dated columns that can determine the age of the data, and the current one
     * @param parameters those of the report, which may have their own defaults here
     */
    public OpeningSentence(ReportOpening opening, List<Dated> dated, List<ParameterDefinition> parameters) {
        this.opening = opening;
        this.dated = List.copyOf(dated);
        this.parameters = List.copyOf(parameters);
    }

    public Sentence sentence() {
        Sentence.Writer writer = Sentence.write().words("Opens ").mark(START, inWords(opening.start()));
        String before = " but :";
        for (String name : opening.values().keySet()) {
            writer.words(before + name + " ")
                    .either(VALUE + name, inWords(opening.values().get(name)));
            before = " and :";
        }
        writer.words(", runs ")
                .mark(RUN, runsInWords(opening.onDemand()))
                .words(", shows viewers ")
                .mark(SHOWS, showsInWords(opening.showsPlacements()))
                .words(", data age ")
                .mark(AGE, opening.age().map(this::inWords).orElse(NOT_SHOWN));
        opening.age().ifPresent(age -> {
            String hours = Integer.toString(age.lateHours());
            writer.words(", late after ")
                    .typed(LATE, age.lateHours() == 0 ? "no" : hours, hours)
                    .words(" hours");
        });
        return writer.done();
    }

    private static String inWords(DefaultDefinition value) {
        ChoiceText choice = value.choice();
        if (!value.formulaText().isEmpty()) {
            return value.formulaText();
        }
        return switch (choice.kind()) {
            case BLANK -> "blank";
            case ALL -> "all";
            case VALUES -> String.join(", ", choice.values()) + (choice.withoutValue() ? ", no value" : "");
        };
    }

    private String inWords(DataAge age) {
        return dated.stream()
                .filter(one ->
                        one.queryId().equals(age.queryId()) && one.column().equals(age.column()))
                .findFirst()
                .orElse(new Dated(age.queryId(), age.queryId(), age.column()))
                .inWords();
    }

    private static String inWords(ReportOpening.StartMode start) {
        return switch (start) {
            case DEFAULTS -> "with its defaults";
            case EMPTY -> "empty until rows are requested";
            case QUESTION -> "with a question first";
        };
    }

    private static String runsInWords(boolean onDemand) {
        return onDemand ? "when Show rows is pressed" : "at every choice";
    }

    private static String showsInWords(boolean where) {
        return where ? "rows and where each choice ran" : "rows only";
    }

    public List<MarkOption> offers(String mark) {
        if (mark.startsWith(VALUE)) {
            return List.of(MarkOption.of(DEFAULT, "its default", ""));
        }
        return switch (mark) {
            case START ->
                Stream.concat(
                                Stream.of(ReportOpening.StartMode.values())
                                        .map(start -> MarkOption.of(start.word(), inWords(start), "")),
                                parameters.stream()
                                        .filter(parameter -> !opening.values().containsKey(parameter.name()))
                                        .map(parameter -> MarkOption.of(
                                                OWN_VALUE + parameter.name(),
                                                "with a value of :" + parameter.name() + " for this report",
                                                inWords(DefaultDefinition.of(firstValue(parameter))))))
                        .toList();
            case RUN ->
                List.of(
                        MarkOption.of(AT_ONCE, runsInWords(false), ""),
                        MarkOption.of(ON_DEMAND, runsInWords(true), ""));
            case SHOWS ->
                List.of(
                        MarkOption.of(ROWS, showsInWords(false), ""),
                        MarkOption.of(WHERE, showsInWords(true), "in words; never the statement"));
            case AGE ->
                Stream.concat(
                                Stream.of(MarkOption.of(NOT_SHOWN, NOT_SHOWN, "")),
                                dated.stream().map(one -> MarkOption.of(one.id(), one.inWords(), "")))
                        .toList();
            default -> List.of();
        };
    }

    /** The opening with a changed mark. Throws {@link ProblemException} for an invalid option. */
    public ReportOpening with(String mark, String taken) {
        if (mark.equals(LATE)) {
            return opening.telling(opening.age().map(age -> new DataAge(age.queryId(), age.column(), hours(taken))));
        }
        if (mark.startsWith(VALUE)) {
            return withValue(mark.substring(VALUE.length()), taken);
        }
        MarkOption.select(offers(mark), taken);
        if (taken.startsWith(OWN_VALUE)) {
            ParameterDefinition parameter = parameter(taken.substring(OWN_VALUE.length()));
            return opening.with(parameter.name(), Optional.of(DefaultDefinition.of(firstValue(parameter))));
        }
        return switch (mark) {
            case START -> opening.starting(ReportOpening.StartMode.ofWord(taken).orElseThrow());
            case RUN -> opening.runningOnDemand(taken.equals(ON_DEMAND));
            case SHOWS -> opening.showingWhere(taken.equals(WHERE));
            default -> {
                int late = opening.age().map(DataAge::lateHours).orElse(0);
                yield opening.telling(dated.stream()
                        .filter(one -> one.id().equals(taken))
                        .findFirst()
                        .map(one -> new DataAge(one.queryId(), one.column(), late)));
            }
        };
    }

    /** The initial value for this report: the trial value, since the author has seen its rows; otherwise the default. */
    private static ChoiceText firstValue(ParameterDefinition parameter) {
        return parameter.trial().kind() == ChoiceText.Kind.BLANK
                ? parameter.start().choice()
                : parameter.trial();
    }

    private ParameterDefinition parameter(String name) {
        return parameters.stream()
                .filter(parameter -> parameter.name().equals(name))
                .findFirst()
                .orElseThrow(() -> new ProblemException(Problem.of(
                        ProblemKind.UNKNOWN_PARAMETER,
                        "The report has no parameter :%s.".formatted(name),
                        "Choose another.")));
    }

    private ReportOpening withValue(String name, String taken) {
        if (taken.equals(DEFAULT) || taken.isBlank()) {
            return opening.with(name, Optional.empty());
        }
        ParameterDefinition definition = parameter(name);
        ChoiceText typed = definition.many()
                ? ChoiceText.of(Stream.of(taken.split(","))
                        .map(String::strip)
                        .filter(value -> !value.isEmpty())
                        .toList())
                : ChoiceText.of(taken.strip());
        ChoiceReader.readAll(Map.of(name, definition.toParameter()), Map.of(name, typed));
        return opening.with(name, Optional.of(DefaultDefinition.of(typed)));
    }

    private static int hours(String typed) {
        String digits = typed.strip().replaceAll("\\s*(h|hours?)$", "");
        if (digits.isEmpty() || digits.equals("no")) {
            return 0;
        }
        if (!digits.matches("\\d{1,4}")) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_REPORT,
                    "Invalid number of hours: “%s”.".formatted(typed),
                    "Type a whole number up to %,d, or 0 for never.".formatted(LONGEST_HOURS)));
        }
        return Integer.parseInt(digits);
    }
}
