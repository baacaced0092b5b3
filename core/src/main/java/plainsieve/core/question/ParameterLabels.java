package plainsieve.core.question;

import java.util.Map;
import plainsieve.core.parameter.ValueCoverage;
import plainsieve.core.value.Type;

/**
 * The labels of a parameter and its values.
 *
 * @param blankLabel the text for blank: "any vessel"
 * @param unit the suffix of a value: "min"
 * @param unlimitedValue in a row limit, the value that means no limit; otherwise empty
 * @param rangeEnd the parameter that is the upper bound of the range; otherwise empty
 * @param labels the labels of listed values that have one
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
