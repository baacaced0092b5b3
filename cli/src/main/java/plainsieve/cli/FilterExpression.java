package plainsieve.cli;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;

/**
 * A filter on an output column as a person writes it.
 *
 * <pre>
 * port in (Ardlow, 'Brae O''Noth', null)      port not in (Ardlow)
 * delay &gt;= 15      state = SAILED      delay between 5 and 60
 * note is null     note is not null    note like 'fog%'
 * </pre>
 *
 * @param values as written, without quotes; a bare {@code null} in a list represents rows without a value
 * @param type of the column; nothing when it is guessed by the values
 */
record FilterExpression(
        String column,
        Test test,
        Optional<AddedFilter.Comparison> comparison,
        List<String> values,
        boolean withoutValue,
        Optional<Type> type) {
    /** The comparison with the column. */
    enum Test {
        ANY_OF,
        NONE_OF,
        COMPARED,
        BETWEEN,
        LIKE,
        WITHOUT_VALUE,
        WITH_VALUE
    }

    private static final Pattern SHAPE = Pattern.compile(
            "\\s*(?<column>\"(?:[^\"]|\"\")+\"|[^\\s<>=!]+)\\s*(?<test>not\\s+in\\b|in\\b|between\\b|like\\b|is\\s+not\\s+null\\b|is\\s+null\\b|<>|!=|<=|>=|=|<|>)\\s*(?<rest>.*)",
            Pattern.CASE_INSENSITIVE | Pattern.DOTALL);
    private static final Pattern ITEM = Pattern.compile("\\s*('(?:[^']|'')*'|[^,']*?)\\s*(,|$)", Pattern.DOTALL);
    private static final Pattern AND = Pattern.compile(
            "(?<low>'(?:[^']|'')*'|\\S+)\\s+and\\s+(?<high>.+)", Pattern.CASE_INSENSITIVE | Pattern.DOTALL);

    FilterExpression {
        values = List.copyOf(values);
    }

    static FilterExpression read(String text) {
        Matcher shape = SHAPE.matcher(text);
        if (!shape.matches()) {
            throw unreadable(text);
        }
        String written = shape.group("column");
        String column = written.startsWith("\"")
                ? written.substring(1, written.length() - 1).replace("\"\"", "\"")
                : written;
        String test = shape.group("test").toLowerCase(Locale.ROOT).replaceAll("\\s+", " ");
        String rest = shape.group("rest").strip();
        return switch (test) {
            case "in" -> list(column, Test.ANY_OF, rest, text);
            case "not in" -> list(column, Test.NONE_OF, rest, text);
            case "is null" ->
                new FilterExpression(column, Test.WITHOUT_VALUE, Optional.empty(), List.of(), false, Optional.empty());
            case "is not null" ->
                new FilterExpression(column, Test.WITH_VALUE, Optional.empty(), List.of(), false, Optional.empty());
            case "like" -> single(column, Test.LIKE, Optional.empty(), rest, text);
            case "between" -> range(column, rest, text);
            default -> single(column, Test.COMPARED, comparison(test), rest, text);
        };
    }

    private static Optional<AddedFilter.Comparison> comparison(String symbol) {
        String standard = symbol.equals("!=") ? "<>" : symbol;
        for (AddedFilter.Comparison comparison : AddedFilter.Comparison.values()) {
            if (comparison.symbol().equals(standard)) {
                return Optional.of(comparison);
            }
        }
        return Optional.empty();
    }

    private static FilterExpression list(String column, Test test, String rest, String text) {
        if (!rest.startsWith("(") || !rest.endsWith(")")) {
            throw unreadable(text);
        }
        List<String> values = new ArrayList<>();
        boolean withoutValue = false;
        Matcher items = ITEM.matcher(rest.substring(1, rest.length() - 1));
        while (items.lookingAt()) {
            String item = items.group(1);
            withoutValue |= item.equalsIgnoreCase("null");
            if (!item.equalsIgnoreCase("null") && !item.isEmpty()) {
                values.add(unquoted(item));
            }
            if (items.group(2).isEmpty()) {
                return new FilterExpression(column, test, Optional.empty(), values, withoutValue, Optional.empty());
            }
            items.region(items.end(), rest.length() - 2);
        }
        throw unreadable(text);
    }

    private static FilterExpression single(
            String column, Test test, Optional<AddedFilter.Comparison> comparison, String rest, String text) {
        if (rest.isEmpty()) {
            throw unreadable(text);
        }
        return new FilterExpression(column, test, comparison, List.of(unquoted(rest)), false, Optional.empty());
    }

    private static FilterExpression range(String column, String rest, String text) {
        Matcher ends = AND.matcher(rest);
        if (!ends.matches()) {
            throw unreadable(text);
        }
        List<String> values =
                List.of(unquoted(ends.group("low")), unquoted(ends.group("high").strip()));
        return new FilterExpression(column, Test.BETWEEN, Optional.empty(), values, false, Optional.empty());
    }

    private static String unquoted(String item) {
        boolean quoted = item.length() >= 2 && item.startsWith("'") && item.endsWith("'");
        return quoted ? item.substring(1, item.length() - 1).replace("''", "'") : item;
    }

    private static ProblemException unreadable(String text) {
        return new ProblemException(
                Problem.of(
                        ProblemKind.INVALID_FILTER,
                        "“%s” is no filter.".formatted(text),
                        "Write one like: port in (Ardlow, Skerrin) — or with not in, =, <>, <, <=, >, >=, between … and …, like, is null."));
    }
}
