package plainsieve.core.sentence;

import java.util.ArrayList;
import java.util.List;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.core.view.Control;

/** A control as a sentence: ":port as a [slicer], called [Port]". */
public final class ControlSentence {
    private static final String KIND = "kind";
    private static final String LABEL = "label";

    private final Control control;
    private final ParameterDefinition parameter;

    /** @param parameter the one it chooses; of a range, the lower end */
    public ControlSentence(Control control, ParameterDefinition parameter) {
        this.control = control;
        this.parameter = parameter;
    }

    public Sentence sentence() {
        return Sentence.write()
                .words(":" + String.join(" :", control.parameters()) + " as ")
                .mark(KIND, kindInWords())
                .words(", called ")
                .typed(LABEL, control.label())
                .done();
    }

    public List<Offer> offers(String mark) {
        if (!mark.equals(KIND) || control instanceof Control.Range) {
            return List.of();
        }
        List<Offer> offers = new ArrayList<>();
        for (Control.Kind kind : Control.Kind.values()) {
            String reason = misfit(kind);
            offers.add(
                    reason.isEmpty()
                            ? Offer.of(kind.word(), inWords(kind), "")
                            : Offer.misfit(kind.word(), inWords(kind), reason));
        }
        return offers;
    }

    private String misfit(Control.Kind kind) {
        boolean listed = parameter.list().exists();
        Type type = parameter.type();
        boolean number = type == Type.INTEGER || type == Type.DECIMAL;
        return switch (kind) {
            case SUITABLE -> "";
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
            case SUITABLE -> "what suits it";
            case DATES -> "a date range";
            case NUMBERS -> "a number range";
            case SEARCH -> "a search list";
            case ROWS -> "a row limit";
            case SLICER, DROPDOWN, NUMBER, TEXT, SWITCH -> "a " + kind.word();
        };
    }

    /** The control with something else at a mark. Throws {@link ProblemException} when that cannot stand there. */
    public Control with(String mark, String taken) {
        if (mark.equals(LABEL)) {
            return called(taken.strip());
        }
        Offer offer = Offer.taken(offers(mark), taken);
        return new Control.Single(Control.Kind.ofWord(offer.id()).orElseThrow(), control.label(), parameter.name());
    }

    private Control called(String label) {
        return control instanceof Control.Range range
                ? new Control.Range(range.of(), label, range.from(), range.to())
                : new Control.Single(((Control.Single) control).of(), label, parameter.name());
    }
}
