package plainsieve.server.runs;

import java.util.List;
import java.util.Map;
import java.util.Set;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.rewrite.Wanted;
import plainsieve.core.value.Type;
import plainsieve.server.records.QueryRow;

/**
 * One run that was asked for.
 *
 * @param runId given by the caller, to stop it by
 * @param text the text to run: live for readers, the draft on the bench
 * @param mayChoose the parameters that choices may be given for; any other is refused
 * @param choices what is chosen; what is not mentioned takes its default (on the bench: its trial value)
 * @param filters filters that a reader added on output columns
 * @param purpose who caused it
 */
public record RunOrder(
        String runId,
        QueryRow query,
        String text,
        Set<String> mayChoose,
        Map<String, ChoiceText> choices,
        String limitParameter,
        Wanted wanted,
        List<ColumnFilter> filters,
        Purpose purpose,
        long cap) {

    /** Only rows whose output column has one of these values. */
    public record ColumnFilter(String column, Type type, ChoiceText values) {}

    /** Why a statement is sent, as Sent shows it. Report and view are empty when there is none. */
    public record Purpose(String cause, String reportId, String viewId) {
        public static final Purpose BENCH = new Purpose("bench", "", "");
        public static final Purpose LIST = new Purpose("list", "", "");
    }
}
