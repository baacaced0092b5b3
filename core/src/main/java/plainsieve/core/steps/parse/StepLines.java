package plainsieve.core.steps.parse;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The text of steps: a line that says so, then one step a line; one that begins with {@code off:} is disabled. Described
 * in docs/steps.md.
 *
 * @param lines every line after the first one that has words
 */
public record StepLines(List<Line> lines) {
    /** The first line: the format and its number. */
    public static final String HEADER = "steps 1";

    private static final String OFF = "off:";

    /**
     * A step as it is written.
     *
     * @param text without {@code off:} and the blanks around
     * @param start where it begins in the whole text
     * @param number of the line in the whole text, from 0
     */
    public record Line(String text, boolean on, int start, int number) {}

    public StepLines {
        lines = List.copyOf(lines);
    }

    /** Whether a text is one of steps, not SQL. */
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

    /** The text without its last step when that is a row limit; else nothing. */
    public static Optional<String> withoutLastLimit(String text) {
        List<Line> steps = of(text).steps();
        return Optional.of(steps)
                .filter(all -> !all.isEmpty())
                .map(all -> all.get(all.size() - 1))
                .filter(last -> last.text().matches("limit\\s+\\S+"))
                .map(last -> {
                    int lineStart = text.lastIndexOf('\n', last.start());
                    return text.substring(0, lineStart)
                            + text.substring(last.start() + last.text().length());
                });
    }

    /** The steps that are on. */
    public List<Line> steps() {
        return lines.stream().filter(Line::on).toList();
    }
}
