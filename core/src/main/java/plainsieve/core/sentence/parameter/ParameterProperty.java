package plainsieve.core.sentence.parameter;

import java.util.List;
import java.util.function.Function;
import java.util.function.Supplier;
import plainsieve.core.parameter.ConvertedParameter;
import plainsieve.core.parameter.ParameterDefinition;
import plainsieve.core.sentence.MarkOption;
import plainsieve.core.sentence.Sentence;

/**
 * One property of a parameter: its text, the options of its mark, and the result of choosing one.
 *
 * @param lead the text before its mark
 * @param tail the text after it
 * @param rare whether it has its usual value and is shown on demand
 * @param offers the options of its mark
 * @param with the changed parameter for the ID of a fitting option or typed text
 */
record ParameterProperty(
        String lead,
        Sentence.Mark mark,
        String tail,
        boolean rare,
        Supplier<List<MarkOption>> offers,
        Function<String, ConvertedParameter> with) {

    /** A property with options, which are computed on demand. */
    static ParameterProperty selectable(
            String lead,
            String id,
            String text,
            Supplier<List<MarkOption>> offers,
            Function<String, ConvertedParameter> with) {
        Function<String, ConvertedParameter> offered =
                taken -> with.apply(MarkOption.select(offers.get(), taken).id());
        return new ParameterProperty(lead, mark(id, text, Sentence.EditKind.TAKEN, ""), "", false, offers, offered);
    }

    /** A typed property. @param none the text while it is empty */
    static ParameterProperty typed(
            String lead, String id, String none, String value, Function<String, ParameterDefinition> with) {
        Sentence.Mark mark = mark(id, value.isEmpty() ? none : value, Sentence.EditKind.TYPED, value);
        return new ParameterProperty(
                lead, mark, "", false, List::of, typed -> ConvertedParameter.without(with.apply(typed.strip())));
    }

    static Sentence.Mark mark(String id, String text, Sentence.EditKind way, String typed) {
        return new Sentence.Mark(id, text, way, typed);
    }

    /** The same, shown on demand while it has its usual value. */
    ParameterProperty rareWhen(boolean usual) {
        return new ParameterProperty(lead, mark, tail, usual, offers, with);
    }

    /** The same with text after it. */
    ParameterProperty then(String words) {
        return new ParameterProperty(lead, mark, words, rare, offers, with);
    }
}
