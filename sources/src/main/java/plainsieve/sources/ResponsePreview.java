package plainsieve.sources;

import java.util.List;

/**
 * A raw response for the author of a request.
 *
 * @param address that was asked, without the secret
 * @param headers each with its name in front
 * @param beginning of its text
 * @param more whether there is more of it
 * @param lists where rows could be, and how many
 * @param columns what would come of it as the request says now; none when it could not be read
 * @param problem why it could not be read; empty when it could
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

    /** @param at the names that lead there, with dots between */
    public record RowsPlace(String at, long rows) {}
}
