package plainsieve.core.sentence;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import plainsieve.core.view.ProfiledColumn;
import plainsieve.core.view.ValueFormat;

/** Formats in sentences: each as an example of what it writes. */
final class FormatWords {
    private static final List<String> OF_NUMBERS =
            List.of("number 0", "number 1", "number 2", "money €", "money £", "money $", "percent 1");
    private static final List<String> OF_TIMES = List.of("day", "month", "moment");

    private FormatWords() {}

    /** Empty for {@link ValueFormat#PLAIN}. */
    static String of(ValueFormat format) {
        String detail = format.detail();
        return switch (format.kind()) {
            case PLAIN -> "";
            case NUMBER -> "1,234" + fraction(detail);
            case MONEY -> detail + " 1,234.50";
            case PERCENT -> "12" + fraction(detail) + " %";
            case UNIT -> "12 " + detail;
            case DAY -> "14 July 2025";
            case MONTH -> "July 2025";
            case MOMENT -> "14 July 2025, 08:05";
        };
    }

    private static String fraction(String digits) {
        return digits.isEmpty() || digits.equals("0") ? "" : "." + "5".repeat(Integer.parseInt(digits));
    }

    /** The formats of a column, {@link ValueFormat#PLAIN} first. */
    static List<ValueFormat> offered(Optional<ProfiledColumn> column) {
        List<String> written = new ArrayList<>();
        if (column.filter(ProfiledColumn::isNumber).isPresent()) {
            written.addAll(OF_NUMBERS);
            written.add("unit min");
        } else if (column.filter(ProfiledColumn::isTime).isPresent()) {
            written.addAll(OF_TIMES);
        }
        return read(written);
    }

    /** The formats of a number with a separate unit, {@link ValueFormat#PLAIN} first. */
    static List<ValueFormat> ofFigures() {
        return read(OF_NUMBERS);
    }

    private static List<ValueFormat> read(List<String> written) {
        return Stream.concat(Stream.of(""), written.stream())
                .flatMap(text -> ValueFormat.read(text).stream())
                .toList();
    }
}
