package plainsieve.server.jobs.reportmail;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.parameter.ChoiceText;

/**
 * A report as an email: its question and its views.
 *
 * @param choices everything that was chosen, as links write it
 * @param notes what the reader should know of it besides
 */
public record ReportEmail(
        String report, String question, List<Section> parts, Map<String, ChoiceText> choices, List<String> notes) {
    public ReportEmail {
        parts = List.copyOf(parts);
        choices = Map.copyOf(choices);
        notes = List.copyOf(notes);
    }

    /** One view of it. */
    public sealed interface Section {
        /** The id of the view. */
        String viewId();

        String title();
    }

    /** Figures, each with its words. */
    public record Figures(String viewId, String title, List<FigureText> all) implements Section {
        public Figures {
            all = List.copyOf(all);
        }

        /** @param value as it came; nothing for none. @param written with its unit. @param change against what; may be empty */
        public record FigureText(String label, Optional<Object> value, String written, String change) {}
    }

    /** A chart. @param png drawn twice as large as it is shown. @param told the same in words */
    public record Chart(String viewId, String title, byte[] png, String told) implements Section {}

    /** Rows. @param below what is under them, such as how many more there are; may be empty */
    public record RowsSection(String viewId, String title, List<Head> heads, List<List<String>> rows, String below)
            implements Section {
        public RowsSection {
            heads = List.copyOf(heads);
            rows = List.copyOf(rows);
        }

        /** @param number whether its values are numbers, which are to the right */
        public record Head(String label, boolean number) {}
    }

    /** A note. */
    public record Words(String viewId, String title, String text) implements Section {}
}
