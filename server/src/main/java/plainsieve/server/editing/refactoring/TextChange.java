package plainsieve.server.editing.refactoring;

import io.swagger.v3.oas.annotations.media.Schema;

/**
 * A line that a change would alter.
 *
 * @param kind query or report
 * @param where the part: live text, draft, question line, a control, …
 * @param line from 1; 0 for a change outside of texts
 */
public record TextChange(
        @Schema(allowableValues = {"query", "parameter", "report"})
        String kind,

        String id,
        String name,
        String where,
        int line,
        String before,
        String after) {}
