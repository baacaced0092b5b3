package plainsieve.core.view;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * How a report opens and runs.
 *
 * @param onDemand whether it runs when <em>Show rows</em> is pressed, not whenever a choice changes
 * @param signed parameters whose choice comes from a signed link and from nowhere else
 * @param showsWhere whether viewers are told where their choices ran; never what was sent
 * @param age by what viewers are told how old the data are; nothing when they are not
 */
public record Opening(Start start, boolean onDemand, List<String> signed, boolean showsWhere, Optional<DataAge> age) {
    /** With its defaults, at every choice, without anything signed. */
    public static final Opening USUAL = new Opening(Start.DEFAULTS, false, List.of(), false);

    public Opening {
        signed = List.copyOf(signed);
    }

    /** One that says nothing of the age of data. */
    public Opening(Start start, boolean onDemand, List<String> signed, boolean showsWhere) {
        this(start, onDemand, signed, showsWhere, Optional.empty());
    }

    public Opening telling(Optional<DataAge> ofAge) {
        return new Opening(start, onDemand, signed, showsWhere, ofAge);
    }

    /** What a report waits for when it is opened. */
    public enum Start {
        /** Runs with defaults. */
        DEFAULTS,
        /** Waits until rows are asked for. */
        EMPTY,
        /** Something must be chosen first. */
        QUESTION;

        public String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        public static Optional<Start> ofWord(String word) {
            return Arrays.stream(values())
                    .filter(start -> start.word().equals(word))
                    .findFirst();
        }
    }

    /** The same with a parameter under its new name. */
    public Opening renamed(String from, String to) {
        return new Opening(
                start,
                onDemand,
                signed.stream().map(name -> name.equals(from) ? to : name).toList(),
                showsWhere,
                age);
    }
}
