package plainsieve.server.downloads;

import java.util.List;
import java.util.Map;

/**
 * What a file says of itself, so that its rows never lose what they are filtered by.
 *
 * @param title the report
 * @param question the question line with the choices in it
 * @param choices each label with its choice in words
 * @param asOf when the rows were asked for, ISO 8601
 * @param above whether a CSV has it on top, in lines that begin with #
 * @param columnLabels what viewers read above a column, by its name
 */
public record FileHeader(
        String title,
        String question,
        List<Map.Entry<String, String>> choices,
        String asOf,
        boolean above,
        Map<String, String> columnLabels) {
    public FileHeader {
        choices = List.copyOf(choices);
        columnLabels = Map.copyOf(columnLabels);
    }

    String label(String column) {
        return columnLabels.getOrDefault(column, column);
    }
}
