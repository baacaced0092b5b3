package plainsieve.core.question;

import java.util.Map;
import plainsieve.core.parameter.ValueCoverage;
import plainsieve.core.value.Type;

/**
 * The labels of a parameter and its values.
 *
 * @param blankLabel what is read when nothing is chosen: "any vessel"
 * @param unit what is read behind a value: "min"
 * @param unlimitedValue in a row limit, the value that means no limit; else empty
 * @param rangeEnd the parameter that is the upper bound of the range; else empty
 * @param labels the label of each listed value that has one of its own
 */
public record ParameterLabels(
        String name,
        String label,
        Type type,
        ValueCoverage covers,
        String blankLabel,
        String unit,
        String unlimitedValue,
        String rangeEnd,
        Map<String, String> labels) {
    public ParameterLabels {
        labels = Map.copyOf(labels);
    }

    String whenBlank() {
        return blankLabel.isEmpty() ? "any " + label.toLowerCase(java.util.Locale.ROOT) : blankLabel;
    }
}
