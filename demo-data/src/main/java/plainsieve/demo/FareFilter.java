package plainsieve.demo;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The filter syntax supported by the fare service: comparisons, {@code in}, text functions, and, or, not. */
final class FareFilter {
    private static final Pattern TOKEN = Pattern.compile(
            "\\s*(?:('(?:[^']|'')*')|([(),])|(-?\\d{4}-\\d\\d-\\d\\d(?:T[0-9:.]+Z)?)|(-?\\d+(?:\\.\\d+)?)|([A-Za-z_][A-Za-z_0-9/]*))");

    private final List<String> tokens = new ArrayList<>();
    private int at;

    private FareFilter(String text) {
        Matcher token = TOKEN.matcher(text);
        int end = 0;
        while (end < text.length() && token.find(end) && token.start() == end) {
            tokens.add(token.group().strip());
            end = token.end();
        }
        if (end < text.stripTrailing().length()) {
            throw new IllegalArgumentException("“" + text.substring(end) + "” is not understood in $filter");
        }
    }

    /** Throws {@link IllegalArgumentException} for unsupported syntax. */
    static Predicate<Map<String, Object>> of(String text) {
        FareFilter filter = new FareFilter(text);
        Predicate<Map<String, Object>> all = filter.or();
        if (filter.at < filter.tokens.size()) {
            throw new IllegalArgumentException(
                    "“" + filter.tokens.get(filter.at) + "” is one word too many in $filter");
        }
        return all;
    }

    private Predicate<Map<String, Object>> or() {
        Predicate<Map<String, Object>> left = and();
        while (takes("or")) {
            left = left.or(and());
        }
        return left;
    }

    private Predicate<Map<String, Object>> and() {
        Predicate<Map<String, Object>> left = one();
        while (takes("and")) {
            left = left.and(one());
        }
        return left;
    }

    private Predicate<Map<String, Object>> one() {
        if (takes("not")) {
            return one().negate();
        }
        if (takes("(")) {
            Predicate<Map<String, Object>> inner = or();
            require(")");
            return inner;
        }
        String word = next();
        return peek().equals("(") ? function(word) : compared(word, next());
    }

    private Predicate<Map<String, Object>> function(String name) {
        require("(");
        String property = next();
        require(",");
        String text = String.valueOf(literal(next()));
        require(")");
        return row -> {
            String value = row.get(property) == null ? "" : String.valueOf(row.get(property));
            return switch (name) {
                case "contains" -> value.contains(text);
                case "startswith" -> value.startsWith(text);
                case "endswith" -> value.endsWith(text);
                default -> throw new IllegalArgumentException("There is no function " + name);
            };
        };
    }

    private Predicate<Map<String, Object>> compared(String property, String operator) {
        if (operator.equals("in")) {
            List<Object> all = new ArrayList<>();
            require("(");
            do {
                all.add(literal(next()));
            } while (takes(","));
            require(")");
            return row -> all.stream().anyMatch(value -> same(value(row, property), value));
        }
        Object literal = literal(next());
        return row -> {
            Object value = value(row, property);
            return switch (operator) {
                case "eq" -> same(value, literal);
                case "ne" -> !same(value, literal);
                case "gt" -> order(value, literal) > 0;
                case "ge" -> order(value, literal) >= 0;
                case "lt" -> value != null && order(value, literal) < 0;
                case "le" -> value != null && order(value, literal) <= 0;
                default -> throw new IllegalArgumentException("There is no operator " + operator);
            };
        };
    }

    private static Object value(Map<String, Object> row, String property) {
        if (!row.containsKey(property)) {
            throw new IllegalArgumentException("There is no property " + property);
        }
        return row.get(property);
    }

    private static boolean same(Object one, Object other) {
        return one instanceof Number && other instanceof Number ? order(one, other) == 0 : Objects.equals(one, other);
    }

    /** Nulls come first. */
    static int order(Object one, Object other) {
        if (one == null || other == null) {
            return one == other ? 0 : one == null ? -1 : 1;
        }
        return one instanceof Number number && other instanceof Number another
                ? Double.compare(number.doubleValue(), another.doubleValue())
                : String.valueOf(one).compareTo(String.valueOf(other));
    }

    private static Object literal(String token) {
        if (token.startsWith("'")) {
            return token.substring(1, token.length() - 1).replace("''", "'");
        }
        return switch (token) {
            case "null" -> null;
            case "true" -> true;
            case "false" -> false;
            default -> token.matches("-?\\d+(\\.\\d+)?") ? (Object) Double.valueOf(token) : token;
        };
    }

    private String peek() {
        return at < tokens.size() ? tokens.get(at) : "";
    }

    private String next() {
        if (at >= tokens.size()) {
            throw new IllegalArgumentException("$filter breaks off");
        }
        return tokens.get(at++);
    }

    private boolean takes(String word) {
        boolean found = peek().equals(word);
        at += found ? 1 : 0;
        return found;
    }

    private void require(String word) {
        if (!takes(word)) {
            throw new IllegalArgumentException("“" + word + "” is missing in $filter before “" + peek() + "”");
        }
    }
}
