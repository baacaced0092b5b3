package plainsieve.core.steps.parse;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The text of steps: a first line that marks it, then one step per line; {@code off:} disables one. Described
 * in docs/steps.md.
 *
 * @param lines the nonempty lines after the first
 */
public record StepLines(List<Line> lines) {
    /** The first line: the format and its number. */
    public static final String HEADER = "steps 1";

    private static final String OFF = "off:";

    /**
     * A step line.
     *
     * @param text without {@code off:} and surrounding blanks
     * @param start its offset in the whole text
     * @param number its line number in the whole text, from 0
     */
    public record Line(String text, boolean on, int start, int number) {}

    public StepLines {
        lines = List.copyOf(lines);
    }

    /** Whether a text consists of steps. */
    public static boolean isSteps(String text) {
        int end = text.indexOf('\n');
        return (end < 0 ? text : text.substring(0, end)).strip().equals(HEADER);
    }

    public static StepLines of(String text) {
        List<Line> lines = new ArrayList<>();
        int start = 0;
        int number = 0;
        for (String line : text.split("\n", -1)) {
            if (number > 0 && !line.isBlank()) {
                lines.add(line(line, start, number));
            }
            start += line.length() + 1;
            number++;
        }
        return new StepLines(lines);
    }

    private static Line line(String line, int start, int number) {
        int from = 0;
        while (Character.isWhitespace(line.charAt(from))) {
            from++;
        }
        boolean on = !line.startsWith(OFF, from);
        if (!on) {
            from += OFF.length();
            while (from < line.length() && Character.isWhitespace(line.charAt(from))) {
                from++;
            }
        }
        return new Line(line.substring(from).stripTrailing(), on, start + from, number);
    }

    private static final Pattern LIMIT = Pattern.compile("first\\s+\\S+\\s+rows(?:\\s+(by\\s.*))?");

    /** The text without the row limit of its last step, whose order is kept; empty if it is not one. */
    public static Optional<String> withoutLastLimit(String text) {
        List<Line> steps = of(text).steps();
        if (steps.isEmpty()) {
            return Optional.empty();
        }
        Line last = steps.get(steps.size() - 1);
        Matcher limit = LIMIT.matcher(last.text());
        return limit.matches() ? Optional.of(withoutLimit(text, last, limit.group(1))) : Optional.empty();
    }

    private static String withoutLimit(String text, Line last, String order) {
        int end = last.start() + last.text().length();
        return order == null
                ? text.substring(0, text.lastIndexOf('\n', last.start())) + text.substring(end)
                : text.substring(0, last.start()) + "sort " + order + text.substring(end);
    }

    /** The steps that are on. */
    public List<Line> steps() {
        return lines.stream().filter(Line::on).toList();
    }
}
