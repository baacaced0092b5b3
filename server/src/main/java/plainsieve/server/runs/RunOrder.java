package plainsieve.server.runs;

import java.util.List;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.rewrite.Wanted;
import plainsieve.core.value.Type;
import plainsieve.server.records.QueryRow;
import plainsieve.server.sent.Purpose;

/**
 * One run that was asked for.
 *
 * @param runId given by the caller, to stop it by
 * @param text the text to run: live for readers, the draft on the bench
 * @param asked what is chosen, and by whom
 * @param filters filters that a reader added on output columns
 * @param purpose who caused it
 */
public record RunOrder(
        String runId,
        QueryRow query,
        String text,
        AskedChoices asked,
        String limitParameter,
        Wanted wanted,
        List<ColumnFilter> filters,
        Purpose purpose,
        long cap) {

    /** Whether every row is wanted, however long it takes. */
    boolean isDownload() {
        return purpose.cause().equals(Purpose.DOWNLOAD);
    }

    /** Only rows whose output column has one of these values. */
    public record ColumnFilter(String column, Type type, ChoiceText values) {}
}
