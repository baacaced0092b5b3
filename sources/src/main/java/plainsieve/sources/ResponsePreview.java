package plainsieve.sources;

import java.util.List;

/**
 * A raw response for the author of a request.
 *
 * @param address the requested URL, without the secret
 * @param headers name and value
 * @param beginning of its text
 * @param more whether it is truncated
 * @param lists possible paths of rows, with their count
 * @param columns as declared by the request; empty if they cannot be read
 * @param problem why they cannot be read; empty if they can
 */
public record ResponsePreview(
        String address,
        int status,
        List<String> headers,
        String beginning,
        boolean more,
        List<RowsPlace> lists,
        List<DetectedColumn> columns,
        String problem) {
    public ResponsePreview {
        headers = List.copyOf(headers);
        lists = List.copyOf(lists);
        columns = List.copyOf(columns);
    }

    /** @param at the path, separated by dots */
    public record RowsPlace(String at, long rows) {}
}
