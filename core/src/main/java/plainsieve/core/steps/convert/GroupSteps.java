package plainsieve.core.steps.convert;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import plainsieve.core.steps.model.StepCondition;
import plainsieve.core.steps.model.StepExpression;
import plainsieve.core.steps.parse.StepQuoting;

/** The grouping step, and the names of its columns. */
final class GroupSteps {
    private final SimpleSelect select;
    private final SelectReader reader;
    /** Keys and aggregates with the columns that they become. */
    private final Map<StepExpression, String> names = new LinkedHashMap<>();

    GroupSteps(SimpleSelect select, SelectReader reader) {
        this.select = select;
        this.reader = reader;
        select.grouping().ifPresent(grouping -> {
            grouping.keys().forEach(key -> names.put(key, called(key, "key")));
            for (int i = 0; i < reader.figures().size(); i++) {
                StepExpression figure = SqlFigures.column(i);
                names.put(figure, called(figure, "figure"));
            }
        });
    }

    /** The name of the item with exactly this expression; otherwise the fallback. */
    private String called(StepExpression value, String fallback) {
        String wanted = select.items().stream()
                .filter(item -> item.value().equals(value))
                .map(SimpleSelect.Item::name)
                .findFirst()
                .orElseGet(() -> value instanceof StepExpression.Column column
                                && column.name().charAt(0) != '\uE000'
                        ? column.name()
                        : fallback + "_" + (names.size() + 1));
        String name = wanted;
        for (int i = 2; !isFree(name); i++) {
            name = wanted + "_" + i;
        }
        return name;
    }

    boolean isFree(String name) {
        return names.values().stream().noneMatch(name::equalsIgnoreCase);
    }

    void write(List<String> lines) {
        SimpleSelect.Grouping grouping = select.grouping().orElseThrow();
        if (reader.figures().isEmpty() && grouping.keys().isEmpty()) {
            throw reader.words().unsupported("No total is defined here.");
        }
        String keys = grouping.keys().stream().map(this::key).collect(Collectors.joining(", "));
        List<String> figures = new ArrayList<>();
        for (int i = 0; i < reader.figures().size(); i++) {
            figures.add(figure(reader.figures().get(i)) + " as " + StepQuoting.name(names.get(SqlFigures.column(i))));
        }
        lines.add((keys.isEmpty() ? "aggregate all rows" : "group by " + keys)
                + (figures.isEmpty() ? "" : ": " + String.join(", ", figures)));
        grouping.having().ifPresent(having -> lines.add("where " + StepText.of(mapped(having))));
    }

    private String key(StepExpression key) {
        String name = names.get(key);
        boolean same =
                key instanceof StepExpression.Column column && column.name().equals(name);
        return same ? StepQuoting.name(name) : StepText.of(key) + " as " + StepQuoting.name(name);
    }

    private static String figure(SqlFigures.Figure figure) {
        String of = figure.of()
                .map(StepText::of)
                .map(words -> bracketed(words, figure.of().get()))
                .orElse("");
        return switch (figure.function()) {
            case COUNT -> figure.of().isEmpty() ? "count of rows" : "count of " + of;
            case COUNT_DISTINCT -> "count of distinct " + of;
            case SUM -> "sum of " + of;
            case AVG -> "average of " + of;
            case MIN -> "minimum of " + of;
            default -> "maximum of " + of;
        };
    }

    private static String bracketed(String words, StepExpression of) {
        return of instanceof StepExpression.Column ? words : "(" + words + ")";
    }

    /** An expression over groups, in terms of the columns after the group step. */
    StepExpression mapped(StepExpression value) {
        if (select.grouping().isEmpty()) {
            return value;
        }
        String name = names.get(value);
        if (name != null) {
            return new StepExpression.Column(name, false, SqlTables.NOWHERE);
        }
        if (value instanceof StepExpression.BinaryOperation calculated) {
            return new StepExpression.BinaryOperation(
                    calculated.sign(), mapped(calculated.left()), mapped(calculated.right()));
        } else if (value instanceof StepExpression.Call call) {
            return new StepExpression.Call(
                    call.function(), call.arguments().stream().map(this::mapped).toList(), call.at());
        } else if (value instanceof StepExpression.Conditional depending) {
            List<StepExpression.Branch> branches = depending.branches().stream()
                    .map(branch -> new StepExpression.Branch(mapped(branch.when()), mapped(branch.then())))
                    .toList();
            return new StepExpression.Conditional(branches, mapped(depending.fallback()), depending.at());
        } else if (value instanceof StepExpression.Column) {
            throw reader.words().unsupported("A column that is not grouped by has no one value in a group.");
        }
        return value;
    }

    private StepCondition mapped(StepCondition condition) {
        if (condition instanceof StepCondition.And and) {
            return new StepCondition.And(and.all().stream().map(this::mapped).toList());
        } else if (condition instanceof StepCondition.Or or) {
            return new StepCondition.Or(or.any().stream().map(this::mapped).toList());
        } else if (condition instanceof StepCondition.Not not) {
            return new StepCondition.Not(mapped(not.condition()));
        }
        StepCondition.Comparison test = (StepCondition.Comparison) condition;
        return new StepCondition.Comparison(
                mapped(test.left()),
                test.verb(),
                test.others().stream().map(this::mapped).toList(),
                test.at());
    }
}
