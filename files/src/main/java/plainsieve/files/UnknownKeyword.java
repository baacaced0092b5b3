package plainsieve.files;

import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import plainsieve.core.value.Keyword;
import plainsieve.core.value.NearestName;
import tools.jackson.databind.exc.InvalidFormatException;

/** An unknown keyword in JSON or YAML: which field has it, and the nearest keyword. */
public record UnknownKeyword(String message, String advice) {
    /** @param e whose target is an enum of this product */
    public static UnknownKeyword of(InvalidFormatException e) {
        String field = e.getPath().stream()
                .map(part ->
                        part.getPropertyName() == null ? "[" + part.getIndex() + "]" : "." + part.getPropertyName())
                .collect(Collectors.joining())
                .replaceFirst("^\\.", "");
        List<String> known = Arrays.stream(e.getTargetType().getEnumConstants())
                .map(constant -> Keyword.of((Enum<?>) constant))
                .toList();
        return of(field, String.valueOf(e.getValue()), known);
    }

    /** @param field its name, with its path */
    public static UnknownKeyword of(String field, String value, List<String> known) {
        String advice = NearestName.of(value, known)
                .map("Did you mean “%s”?"::formatted)
                .orElseGet(() -> "Use " + String.join(", ", known) + ".");
        return new UnknownKeyword("“%s” has an unknown value, “%s”.".formatted(field, value), advice);
    }
}
