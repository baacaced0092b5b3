package plainsieve.files;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.stream.Collectors;
import plainsieve.core.parameter.AllowedValues;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.parameter.RowAccessRule;
import plainsieve.core.parameter.ValueCoverage;
import plainsieve.core.value.NearestName;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import tools.jackson.databind.JsonNode;

/**
 * A parameter in a file.
 *
 * @param blankRule no-filter, rows-without-value or not-allowed
 * @param list its values; null if any value is permitted
 * @param allRule the meaning of all: leave-out or send-each
 * @param covers what a value covers: itself, week, month, quarter, year, containing, starting or ending
 * @param whenUnlisted what happens to selected values that are no longer listed: keep or drop
 * @param unlogged whether its values are private: never stored in Sent
 * @param unlimitedValue in a row limit, the value that means all rows
 * @param rangeEnd the parameter that is the upper end of the range starting here
 * @param rowAccess the origin of permitted values; null if unrestricted
 * @param formula of a computed parameter
 * @param defaultChoice a choice, or {@code {formula: …}}, or {@code {query: …}}
 */
@JsonInclude(JsonInclude.Include.NON_EMPTY)
public record ParameterEntry(
        String name,
        String label,
        String hint,
        String group,
        String type,
        @JsonInclude(JsonInclude.Include.NON_DEFAULT) boolean multiple,
        String covers,
        String blankRule,
        String blankLabel,
        String unit,
        @JsonInclude(JsonInclude.Include.NON_NULL) ListEntry list,
        String whenUnlisted,
        String allRule,
        @JsonInclude(JsonInclude.Include.NON_NULL) Long unlimitedValue,
        String minimum,
        String maximum,
        String rangeEnd,
        @JsonInclude(JsonInclude.Include.NON_NULL) RowAccessEntry rowAccess,
        String formula,

        @JsonProperty("private") @JsonInclude(JsonInclude.Include.NON_DEFAULT)
        boolean unlogged,

        List<String> formerNames,

        @JsonProperty("default") @JsonInclude(JsonInclude.Include.NON_NULL)
        JsonNode defaultChoice,

        @JsonInclude(JsonInclude.Include.NON_NULL) JsonNode trial) {

    private static final String SEND_EACH = "send-each";

    /**
     * A list of values.
     *
     * @param values each a value, or a value with a label
     * @param query the ID of a query whose first column contains the values
     * @param column a column with the values, or with which typed values are compared
     * @param counts whether viewers see the number of rows per value
     * @param cacheSeconds how long a result is fresh
     */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record ListEntry(
            List<JsonNode> values,
            String query,
            @JsonInclude(JsonInclude.Include.NON_NULL) ColumnEntry column,
            @JsonInclude(JsonInclude.Include.NON_DEFAULT) boolean counts,
            @JsonInclude(JsonInclude.Include.NON_NULL) Integer cacheSeconds) {
        public ListEntry {
            values = values == null ? List.of() : List.copyOf(values);
            query = orEmpty(query);
        }

        public List<String> writtenValues() {
            return values.stream()
                    .map(node -> node.isObject() ? ChoiceEntry.scalar(node.path("value")) : ChoiceEntry.scalar(node))
                    .toList();
        }
    }

    /** A column of a table of a source. */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record ColumnEntry(
            String source, String schema, String table, String column, String label, List<String> excluded) {
        public ColumnEntry {
            source = orEmpty(source);
            schema = orEmpty(schema);
            table = orEmpty(table);
            column = orEmpty(column);
            label = orEmpty(label);
            excluded = excluded == null ? List.of() : List.copyOf(excluded);
        }
    }

    /**
     * The permitted values per viewer.
     *
     * @param by group, claim or query
     * @param query the ID of the query that defines them; otherwise empty
     * @param claim the claim that defines them; otherwise empty
     * @param exempt unrestricted objects that do not use the parameter: query IDs, {@code :name} for a list
     */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record RowAccessEntry(String by, String query, String claim, List<String> exempt) {
        public RowAccessEntry {
            by = orEmpty(by);
            query = orEmpty(query);
            claim = orEmpty(claim);
            exempt = exempt == null ? List.of() : List.copyOf(exempt);
        }
    }

    public ParameterEntry {
        name = orEmpty(name);
        label = orEmpty(label);
        hint = orEmpty(hint);
        type = orEmpty(type).isEmpty() ? "text" : type;
        blankRule = orEmpty(blankRule).isEmpty() ? "no-filter" : blankRule;
        blankLabel = orEmpty(blankLabel);
        unit = orEmpty(unit);
        allRule = orEmpty(allRule);
        group = orEmpty(group);
        covers = orEmpty(covers);
        whenUnlisted = orEmpty(whenUnlisted);
        minimum = orEmpty(minimum);
        maximum = orEmpty(maximum);
        rangeEnd = orEmpty(rangeEnd);
        formula = orEmpty(formula);
        formerNames = formerNames == null ? List.of() : List.copyOf(formerNames);
    }

    static String orEmpty(String text) {
        return text == null ? "" : text;
    }

    /** The engine's parameter. Throws {@link ProblemException} with its errors. */
    public Parameter toParameter() {
        Type of = Type.ofWord(type)
                .orElseThrow(() -> invalid(
                        "“%s” is no type".formatted(type),
                        Arrays.stream(Type.values()).map(Type::word).toList(),
                        type));
        BlankRule rule = BlankRule.ofWord(blankRule)
                .orElseThrow(() -> invalid(
                        "Unknown blank rule “%s”".formatted(blankRule),
                        Arrays.stream(BlankRule.values()).map(BlankRule::word).toList(),
                        blankRule));
        if (!allRule.isEmpty() && !allRule.equals(SEND_EACH) && !allRule.equals("leave-out")) {
            throw invalid("Unknown meaning of all: “%s”".formatted(allRule), List.of("leave-out", SEND_EACH), allRule);
        }
        Optional<AllowedValues> allowed = list == null || list.values().isEmpty()
                ? Optional.empty()
                : Optional.of(AllowedValues.of(list.writtenValues()));
        OptionalLong every = unlimitedValue == null ? OptionalLong.empty() : OptionalLong.of(unlimitedValue);
        return new Parameter(name, of, multiple, rule, allowed, every, allRule.equals(SEND_EACH), covered());
    }

    private ValueCoverage covered() {
        return covers.isEmpty()
                ? ValueCoverage.ITSELF
                : ValueCoverage.ofWord(covers)
                        .orElseThrow(() -> invalid(
                                "Unknown value coverage “%s”".formatted(covers),
                                Arrays.stream(ValueCoverage.values())
                                        .map(ValueCoverage::word)
                                        .toList(),
                                covers));
    }

    private ProblemException invalid(String what, List<String> known, String written) {
        String advice = NearestName.of(written, known)
                .map("Did you mean “%s”?"::formatted)
                .orElse("Write one of: " + known.stream().collect(Collectors.joining(", ")) + ".");
        return new ProblemException(Problem.of("bad-parameter", what + ", at parameter “" + name + "”.", advice)
                .about(name));
    }

    /** Throws {@link ProblemException} for an unknown keyword: a typing error must not lift a restriction. */
    public RowAccessRule toRowAccessRule() {
        if (rowAccess == null) {
            return RowAccessRule.NONE;
        }
        RowAccessRule.By by = RowAccessRule.By.ofWord(rowAccess.by())
                .filter(found -> found != RowAccessRule.By.VIEWER)
                .orElseThrow(() -> invalid(
                        "Unknown row access rule “%s”".formatted(rowAccess.by()),
                        List.of(
                                RowAccessRule.By.GROUP.word(),
                                RowAccessRule.By.CLAIM.word(),
                                RowAccessRule.By.QUERY.word()),
                        rowAccess.by()));
        return new RowAccessRule(
                by,
                by == RowAccessRule.By.CLAIM ? rowAccess.claim() : rowAccess.query(),
                Set.copyOf(rowAccess.exempt()));
    }

    /** The fixed default; blank if it is a formula or a query. */
    public ChoiceText defaultText() {
        boolean fixed = defaultChoice != null
                && defaultFormula().isEmpty()
                && defaultQuery().isEmpty();
        return fixed ? ChoiceEntry.read(defaultChoice) : ChoiceText.blank();
    }

    public String defaultFormula() {
        return defaultChoice == null ? "" : defaultChoice.path("formula").asString("");
    }

    public String defaultQuery() {
        return defaultChoice == null ? "" : defaultChoice.path("query").asString("");
    }
}
