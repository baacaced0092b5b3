package plainsieve.core.sentence;

import java.util.ArrayList;
import java.util.List;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.core.view.Control;

/** A control as a sentence: ":port as a [slicer], called [Port], [next to the rows] under [Where]". */
public final class ControlSentence {
    private static final String KIND = "kind";
    private static final String LABEL = "label";
    private static final String PLACE = "place";
    private static final String HEADING = "heading";

    private final Control control;
    private final ParameterDefinition parameter;
    private final boolean inQuestion;

    /**
     * @param parameter the chosen parameter; the lower end of a range
     * @param inQuestion whether the question line contains it
     */
    public ControlSentence(Control control, ParameterDefinition parameter, boolean inQuestion) {
        this.control = control;
        this.parameter = parameter;
        this.inQuestion = inQuestion;
    }

    public Sentence sentence() {
        Sentence.Writer sentence = Sentence.write()
                .words(":" + String.join(" :", control.parameters()) + " as ")
                .mark(KIND, kindInWords())
                .words(", called ")
                .typed(LABEL, control.label())
                .words(", ")
                .mark(PLACE, inWords(control.style().place()));
        if (control.style().place() == Control.Position.BESIDE_ROWS) {
            String heading = heading();
            sentence.words(" under ").typed(HEADING, heading.isEmpty() ? "no heading" : heading, heading);
        }
        return sentence.done();
    }

    private String heading() {
        String own = control.style().heading();
        return own.isEmpty() ? parameter.words().group() : own;
    }

    private static String inWords(Control.Position place) {
        return switch (place) {
            case BESIDE_ROWS -> "next to the rows";
            case IN_SENTENCE -> "only in the question line";
        };
    }

    private List<MarkOption> places() {
        String sentence = Control.Position.IN_SENTENCE.word();
        String words = inWords(Control.Position.IN_SENTENCE);
        return List.of(
                MarkOption.of(Control.Position.BESIDE_ROWS.word(), inWords(Control.Position.BESIDE_ROWS), ""),
                inQuestion
                        ? MarkOption.of(sentence, words, "after its word")
                        : MarkOption.misfit(sentence, words, "the question line does not mention it"));
    }

    public List<MarkOption> offers(String mark) {
        if (mark.equals(PLACE)) {
            return places();
        }
        if (!mark.equals(KIND) || control instanceof Control.Range) {
            return List.of();
        }
        List<MarkOption> offers = new ArrayList<>();
        for (Control.Kind kind : Control.Kind.values()) {
            String reason = misfit(kind);
            offers.add(
                    reason.isEmpty()
                            ? MarkOption.of(kind.word(), inWords(kind), "")
                            : MarkOption.misfit(kind.word(), inWords(kind), reason));
        }
        return offers;
    }

    private String misfit(Control.Kind kind) {
        boolean listed = parameter.list().exists();
        Type type = parameter.type();
        boolean number = type == Type.INTEGER || type == Type.DECIMAL;
        return switch (kind) {
            case AUTOMATIC -> "";
            case SLICER, DROPDOWN, SEARCH -> listed ? "" : "the parameter has no list";
            case DATES -> type == Type.DATE && !listed ? "" : "for a date without a list";
            case NUMBERS, NUMBER -> number && !listed ? "" : "for a number without a list";
            case TEXT -> type == Type.TEXT && !listed ? "" : "for a text without a list";
            case SWITCH -> type == Type.BOOLEAN ? "" : "for yes or no";
            case ROWS -> type == Type.INTEGER && !parameter.many() ? "" : "for one whole number";
        };
    }

    private String kindInWords() {
        return control instanceof Control.Range range
                ? inWords(range.of() == Control.RangeKind.DATES ? Control.Kind.DATES : Control.Kind.NUMBERS)
                : inWords(((Control.Single) control).of());
    }

    private static String inWords(Control.Kind kind) {
        return switch (kind) {
            case AUTOMATIC -> "automatic";
            case DATES -> "a date range";
            case NUMBERS -> "a number range";
            case SEARCH -> "a search list";
            case ROWS -> "a row limit";
            case SLICER, DROPDOWN, NUMBER, TEXT, SWITCH -> "a " + kind.word();
        };
    }

    /** The control with a changed mark. Throws {@link ProblemException} for an invalid option. */
    public Control with(String mark, String taken) {
        Control.Style style = control.style();
        if (mark.equals(LABEL)) {
            return control.looking(style.withLabel(taken.strip()));
        }
        if (mark.equals(HEADING)) {
            return control.looking(style.under(taken.strip()));
        }
        MarkOption option = MarkOption.select(offers(mark), taken);
        return mark.equals(PLACE)
                ? control.looking(style.at(Control.Position.ofWord(option.id()).orElseThrow()))
                : new Control.Single(Control.Kind.ofWord(option.id()).orElseThrow(), style, parameter.name());
    }
}
