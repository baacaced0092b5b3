package plainsieve.server.jobs.reportmail;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import plainsieve.core.parameter.ChoiceText;

/**
 * A report as an email: its question and its views.
 *
 * @param choices all choices in link notation
 * @param notes for the reader
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

    /** Figures with their labels. */
    public record Figures(String viewId, String title, List<FigureText> all) implements Section {
        public Figures {
            all = List.copyOf(all);
        }

        /** @param value raw; empty for null. @param written with its unit. @param change text of the comparison; may be empty */
        public record FigureText(String label, Optional<Object> value, String written, String change) {}
    }

    /** A chart. @param png at double resolution. @param told text alternative */
    public record Chart(String viewId, String title, byte[] png, String told) implements Section {}

    /** Rows. @param below text after them, such as the number of omitted rows; may be empty */
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
