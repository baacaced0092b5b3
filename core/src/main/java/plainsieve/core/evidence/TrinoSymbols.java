package plainsieve.core.evidence;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Dialects;

/** The symbols of a Trino plan and their meaning: a column, an expression, a value of a list. */
final class TrinoSymbols {
    private static final Dialect DIALECT = Dialects.of("trino");

    /** A column of a table as a connector writes it. */
    private static final Pattern COLUMN = Pattern.compile("(?:\\S+ := )?(?:[^:\\s]+:)?([^:\\s]+)((?::\\S+)*)");

    /** {@code count := count(*)}, {@code orderkey_1 := tpch:orderkey}. */
    private static final Pattern SYMBOL = Pattern.compile("(\\S+) := (.+)");

    private static final Pattern NUMBERED = Pattern.compile("(.+)_\\d+");
    private static final Pattern QUOTED = Pattern.compile("\"([^\"]+)\"");
    private static final Pattern LIKE =
            Pattern.compile("\"\\$like\"\\((.+?), \"\\$literal\\$\"\\(from_base64\\('([^']*)'\\)\\)\\)");

    /** The offset after the encoding's name and the position of its value. */
    private static final int PATTERN_AT = 35;

    private static final int DEEPEST = 4;

    /** Characters after which symbols are no longer replaced: each may represent an expression of many others. */
    private static final int LONGEST = 1_000_000;

    private final Map<String, String> meant = new HashMap<>();

    /** Output names of symbols that differ from the symbol. */
    private final Map<String, String> outputNames = new HashMap<>();

    /** Symbols unnested from an array. */
    private final Set<String> lists = new HashSet<>();

    private TrinoSymbols() {}

    /** @param top the root step of a plan */
    static TrinoSymbols of(Map<?, ?> top) {
        TrinoSymbols symbols = new TrinoSymbols();
        symbols.read(top);
        symbols.removeNumbers();
        return symbols;
    }

    /** The symbol that a detail of a step defines. */
    static Optional<String> defined(Object detail) {
        Matcher symbol = SYMBOL.matcher(detail.toString().strip());
        return symbol.matches() ? Optional.of(symbol.group(1)) : Optional.empty();
    }

    boolean isOfList(String symbol) {
        return lists.contains(symbol);
    }

    /** The symbol and its output name. */
    List<String> names(String symbol) {
        String output = outputNames.getOrDefault(symbol, symbol);
        return output.equals(symbol) ? List.of(symbol) : List.of(symbol, output);
    }

    private static boolean isScan(Map<?, ?> node) {
        return !PlanTree.text(PlanTree.map(node.get("descriptor")).get("table")).isEmpty();
    }

    private void read(Map<?, ?> node) {
        if (PlanTree.text(node.get("name")).equals("Unnest")) {
            PlanTree.list(node.get("outputs"))
                    .forEach(output ->
                            lists.add(PlanTree.text(PlanTree.map(output).get("symbol"))));
        }
        for (Object detail : PlanTree.list(node.get("details"))) {
            Matcher symbol = SYMBOL.matcher(detail.toString().strip());
            if (symbol.matches()) {
                Matcher column = COLUMN.matcher(symbol.group(2));
                boolean plain = isScan(node) && column.matches();
                if (PlanTree.text(node.get("name")).equals("Output")) {
                    outputNames.put(symbol.group(2), symbol.group(1));
                }
                meant.put(symbol.group(1), plain ? column(column.group(1), symbol.group(1)) : symbol.group(2));
            }
        }
        PlanTree.list(node.get("children")).forEach(child -> read(PlanTree.map(child)));
    }

    /**
     * The name of a column. Some connectors, such as the memory connector, identify columns by position
     * ({@code delay_min := 7}); then the plan's symbol contains the name.
     */
    private static String column(String ofConnector, String symbol) {
        return DIALECT.quoteName(ofConnector.matches("\\d+") ? symbol : ofConnector);
    }

    /** A condition with output columns named as in the statement: {@code s := sum}. */
    String withOutputNames(String condition) {
        return QUOTED.matcher(condition)
                .replaceAll(symbol -> Matcher.quoteReplacement(
                        DIALECT.quoteName(outputNames.getOrDefault(symbol.group(1), symbol.group(1)))));
    }

    /** The plan numbers symbols of equal columns: {@code port_id}, {@code port_id_0}. */
    private void removeNumbers() {
        Map<String, String> named = new HashMap<>();
        meant.forEach((symbol, column) -> {
            Matcher numbered = NUMBERED.matcher(symbol);
            boolean repeated = column.equals(DIALECT.quoteName(symbol))
                    && numbered.matches()
                    && meant.containsKey(numbered.group(1));
            named.put(symbol, repeated ? DIALECT.quoteName(numbered.group(1)) : column);
        });
        meant.putAll(named);
    }

    /** A condition with its symbols resolved. */
    String inFull(String condition) {
        String full = condition;
        for (int i = 0; i < DEEPEST && full.length() < LONGEST; i++) {
            full = QUOTED.matcher(full)
                    .replaceAll(
                            symbol -> Matcher.quoteReplacement(meant.getOrDefault(symbol.group(1), symbol.group())));
        }
        return LIKE.matcher(full).replaceAll(like -> Matcher.quoteReplacement(like(like)));
    }

    /** A pattern appears as bytes of the engine's compiled form, as of Trino 435. */
    private static String like(MatchResult like) {
        ByteBuffer bytes =
                ByteBuffer.wrap(Base64.getDecoder().decode(like.group(2))).order(ByteOrder.LITTLE_ENDIAN);
        int length = bytes.limit() < PATTERN_AT + Integer.BYTES ? -1 : bytes.getInt(PATTERN_AT);
        if (length < 0 || length > bytes.limit() - PATTERN_AT - Integer.BYTES) {
            return like.group();
        }
        String pattern = new String(bytes.array(), PATTERN_AT + Integer.BYTES, length, StandardCharsets.UTF_8);
        return "(" + like.group(1) + " like " + DIALECT.textLiteral(pattern) + ")";
    }
}
