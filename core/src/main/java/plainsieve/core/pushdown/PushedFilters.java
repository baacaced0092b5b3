package plainsieve.core.pushdown;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import plainsieve.core.catalog.SourceNames;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.federation.FederatedStatement;
import plainsieve.core.parameter.Choice;
import plainsieve.core.parameter.Choices;
import plainsieve.core.parameter.Parameter;
import plainsieve.core.request.SentRequest;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.rewrite.filter.AddedFilter;
import plainsieve.core.statement.BoundValue;
import plainsieve.core.statement.Placement;
import plainsieve.core.statement.Statement;

/**
 * Adds filters on output columns to a statement that is about to be sent, like every added filter: inside where that
 * is proven safe, otherwise around it.
 */
public final class PushedFilters {
    private static final String HELD = "held_for_value_";

    private PushedFilters() {}

    /** Whether a statement can be filtered: local statements need not be. */
    public static boolean can(Statement statement) {
        return !SentRequest.isOne(statement.text()) && !FederatedStatement.isOne(statement.text());
    }

    public static Statement of(Statement statement, Dialect dialect, List<ColumnConstraint> within) {
        if (within.isEmpty() || !can(statement)) {
            return statement;
        }
        String held = free(statement.text());
        PreparedQuery query = PreparedQuery.of(maskValues(statement, held), dialect);
        Map<String, Parameter> parameters = new HashMap<>();
        Map<String, Choice> choices = new HashMap<>();
        Map<String, String> chosen = new HashMap<>();
        List<AddedFilter> filters = new ArrayList<>();
        for (ColumnConstraint one : within) {
            String name = "needed_" + (filters.size() + 1);
            chosen.put(name, one.parameter().isEmpty() ? name : one.parameter());
            if (one instanceof ColumnConstraint.AllowedSet allowedSet
                    && allowedSet.values().isEmpty()) {
                // No row has and has not a value.
                filters.add(AddedFilter.withValue(one.column()));
                filters.add(AddedFilter.withoutValue(one.column()));
            } else if (one instanceof ColumnConstraint.AllowedSet allowedSet) {
                parameters.put(name, Parameter.of(name, one.type()).asMultiple());
                choices.put(name, new Choice.Many(allowedSet.values(), false));
                filters.add(AddedFilter.anyOf(one.column(), name));
            } else {
                ColumnConstraint.Bound bound = (ColumnConstraint.Bound) one;
                parameters.put(name, Parameter.of(name, one.type()));
                choices.put(name, new Choice.One(bound.value()));
                filters.add(AddedFilter.compared(
                        one.column(),
                        bound.least() ? AddedFilter.Comparison.GREATER_OR_EQUAL : AddedFilter.Comparison.LESS_OR_EQUAL,
                        name));
            }
        }
        Statement narrowed = query.with(filters, SourceNames.none())
                .rewrite(new Choices(parameters, choices), ResultShape.allRows(), Statement.NO_CAP);
        return called(released(narrowed, statement, held), chosen);
    }

    /** Restores the parameter names of values, which determine whether they are private. */
    private static Statement called(Statement narrowed, Map<String, String> chosen) {
        return new Statement(
                narrowed.text(),
                narrowed.values().stream()
                        .map(value -> new BoundValue(
                                chosen.getOrDefault(value.parameter(), value.parameter()),
                                value.offset(),
                                value.bound()))
                        .toList(),
                narrowed.placements().stream()
                        .map(place -> place.of(chosen.getOrDefault(place.parameter(), place.parameter())))
                        .toList(),
                narrowed.cap());
    }

    /** A word prefix that does not occur in the text. */
    private static String free(String text) {
        String free = HELD;
        while (text.contains(free)) {
            free = "x" + free;
        }
        return free;
    }

    /** Replaces every value by a word that no filter uses. */
    private static String maskValues(Statement statement, String held) {
        StringBuilder text = new StringBuilder();
        int at = 0;
        for (int i = 0; i < statement.values().size(); i++) {
            BoundValue value = statement.values().get(i);
            text.append(statement.text(), at, value.offset())
                    .append(held)
                    .append(i)
                    .append('_');
            at = value.offset() + 1;
        }
        return text.append(statement.text().substring(at)).toString();
    }

    /** Restores the values at their words, among added ones. */
    private static Statement released(Statement narrowed, Statement before, String held) {
        Matcher word = Pattern.compile(Pattern.quote(held) + "(\\d+)_").matcher(narrowed.text());
        StringBuilder text = new StringBuilder();
        List<BoundValue> values = new ArrayList<>();
        int at = 0;
        int added = 0;
        while (word.find()) {
            added = added(narrowed, added, word.start(), text.length() - at, values);
            text.append(narrowed.text(), at, word.start());
            BoundValue value = before.values().get(Integer.parseInt(word.group(1)));
            values.add(new BoundValue(value.parameter(), text.length(), value.bound()));
            text.append('?');
            at = word.end();
        }
        added(narrowed, added, narrowed.text().length(), text.length() - at, values);
        text.append(narrowed.text().substring(at));
        List<Placement> placements = narrowed.placements().stream()
                .map(place -> new Placement(
                        place.parameter(),
                        place.outcome(),
                        place.values(),
                        -1,
                        -1,
                        -1,
                        -1,
                        released(place.sentStart(), narrowed.text(), word),
                        released(place.sentEnd(), narrowed.text(), word)))
                .toList();
        return new Statement(text.toString(), values, placements, before.cap());
    }

    /** A position after every preceding word has become a placeholder. */
    private static int released(int place, String text, Matcher word) {
        int shorter = 0;
        word.reset(text);
        while (word.find() && word.end() <= place) {
            shorter += word.end() - word.start() - 1;
        }
        return place - shorter;
    }

    /** Adds the values up to a place. @return how many were added so far */
    private static int added(Statement narrowed, int from, int before, int shift, List<BoundValue> values) {
        int i = from;
        while (i < narrowed.values().size() && narrowed.values().get(i).offset() < before) {
            values.add(narrowed.values().get(i).shiftedBy(shift));
            i++;
        }
        return i;
    }
}
