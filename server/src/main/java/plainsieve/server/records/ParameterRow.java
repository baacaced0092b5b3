package plainsieve.server.records;

/** A parameter as it is kept; lists and choices are JSON. {@code listQueryId} and {@code everyRow} may be null. */
public record ParameterRow(
        String name,
        String label,
        String hint,
        String type,
        boolean many,
        String blankRule,
        String blankWords,
        String unit,
        String listKind,
        String listValues,
        String listQueryId,
        Long everyRow,
        String defaultChoice,
        String trialChoice,
        int position,
        int version) {}
