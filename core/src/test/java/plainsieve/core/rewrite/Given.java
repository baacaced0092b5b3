package plainsieve.core.rewrite;

import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import plainsieve.core.dialect.Dialects;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.ChoiceReader;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.PlaceholderBinding;
import plainsieve.core.statement.Placement;
import plainsieve.core.statement.Statement;
import plainsieve.core.value.Type;

/** A query with parameters and choices in compact form: {@code given("…").choose(port, "A", "B").text()}. */
final class Given {
    static final Parameter PORT = Parameter.of("port", Type.TEXT).asMultiple();
    static final Parameter VESSEL = Parameter.of("vessel", Type.TEXT);
    static final Parameter FROM = Parameter.of("from", Type.DATE);
    static final Parameter TO = Parameter.of("to", Type.DATE);
    static final Parameter DELAY = Parameter.of("delay", Type.INTEGER);
    static final Parameter ROWS = Parameter.of("rows", Type.INTEGER).withEveryRowValue(0);
    static final long NO_CAP_IN_SIGHT = 999;

    private final String query;
    private final Map<String, Parameter> parameters = new HashMap<>();
    private final Map<String, ChoiceText> choices = new HashMap<>();
    private String dialect = "postgresql";
    private ResultShape shape = ResultShape.allRows();
    private long cap = NO_CAP_IN_SIGHT;

    private Given(String query) {
        this.query = query;
        for (Parameter parameter : new Parameter[] {PORT, VESSEL, FROM, TO, DELAY, ROWS}) {
            parameters.put(parameter.name(), parameter);
        }
    }

    static Given given(String query) {
        return new Given(query);
    }

    Given with(Parameter parameter) {
        parameters.put(parameter.name(), parameter);
        return this;
    }

    Given choose(String name, String... values) {
        choices.put(name, ChoiceText.of(values));
        return this;
    }

    Given choose(String name, ChoiceText text) {
        choices.put(name, text);
        return this;
    }

    Given in(String dialectName) {
        dialect = dialectName;
        return this;
    }

    Given wanting(ResultShape what) {
        shape = what;
        return this;
    }

    Given capped(long rows) {
        cap = rows;
        return this;
    }

    Statement rewritten() {
        Map<String, Choice> chosen = ChoiceReader.readAll(parameters, choices);
        return PreparedQuery.of(query, Dialects.of(dialect)).rewrite(new Choices(parameters, chosen), shape, cap);
    }

    /** The statement without the row limit that every statement gets. */
    String text() {
        return rewritten().text().replace("\nlimit ?", "");
    }

    /** The text with each value inlined and quotes doubled; for tests only. */
    String inPlace() {
        Statement statement = rewritten();
        StringBuilder out = new StringBuilder(statement.text());
        for (int i = statement.values().size() - 1; i >= 0; i--) {
            BoundValue value = statement.values().get(i);
            String literal = value.bound() instanceof PlaceholderBinding.Single single
                            && single.value().type() == Type.INTEGER
                    ? written(value.bound())
                    : "'" + written(value.bound()).replace("'", "''") + "'";
            out.replace(value.offset(), value.offset() + 1, literal);
        }
        return out.toString().replace("\nlimit '1000'", "");
    }

    /** The outcome of a parameter at its first position. */
    Placement.Outcome outcome(String name) {
        return rewritten().placements().stream()
                .filter(placement -> placement.parameter().equals(name))
                .findFirst()
                .orElseThrow()
                .outcome();
    }

    /** The bound values without the row limit. */
    String values() {
        return String.join(
                " ",
                rewritten().values().stream()
                        .filter(value -> !value.parameter().isEmpty())
                        .map(value -> written(value.bound()))
                        .toList());
    }

    private static String written(PlaceholderBinding placeholderBinding) {
        if (placeholderBinding instanceof PlaceholderBinding.Single single) {
            return single.value().written();
        }
        if (placeholderBinding instanceof PlaceholderBinding.Array array) {
            return Arrays.toString(array.values().stream().map(v -> v.written()).toArray());
        }
        return placeholderBinding instanceof PlaceholderBinding.RowCount count ? Long.toString(count.rows()) : "NULL";
    }
}
