package plainsieve.core.steps.assist;

import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import plainsieve.core.steps.compile.StepsAnalysis;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.steps.model.RowSource;
import plainsieve.core.steps.model.Step;
import plainsieve.core.steps.model.StepExpression;
import plainsieve.core.steps.model.StepMentions;

/**
 * An earlier position for a filter step that keeps the same rows and reduces the work of later steps.
 *
 * @param step the step before which it could be, from 0
 * @param reason the benefit
 */
public record FilterPushdownHint(int step, String reason) {
    /** For each of the steps, if it is a condition that could be earlier. */
    public static List<Optional<FilterPushdownHint>> all(List<StepsAnalysis.AnalyzedStep> steps) {
        List<Optional<Set<String>>> columns = steps.stream()
                .map(step -> step.columns()
                        .map(known ->
                                names(known.stream().map(KnownColumn::name).toList())))
                .toList();
        return IntStream.range(0, steps.size())
                .mapToObj(step -> of(steps, columns, step))
                .toList();
    }

    private static Optional<FilterPushdownHint> of(
            List<StepsAnalysis.AnalyzedStep> steps, List<Optional<Set<String>>> columns, int which) {
        StepsAnalysis.AnalyzedStep condition = steps.get(which);
        boolean isCondition = condition.on()
                && condition.step().filter(Step.Where.class::isInstance).isPresent();
        return isCondition
                ? found(
                        steps,
                        columns,
                        which,
                        names(StepMentions.columns(
                                ((Step.Where) condition.step().get()).condition())))
                : Optional.empty();
    }

    private static Optional<FilterPushdownHint> found(
            List<StepsAnalysis.AnalyzedStep> steps, List<Optional<Set<String>>> columns, int which, Set<String> named) {
        Optional<FilterPushdownHint> earliest = Optional.empty();
        for (int i = which - 1; i > 0; i--) {
            StepsAnalysis.AnalyzedStep before = steps.get(i);
            boolean passes = !before.on()
                    || before.step().filter(step -> passes(step, named)).isPresent()
                            && columns.get(i - 1)
                                    .filter(there -> there.containsAll(named))
                                    .isPresent();
            if (!passes) {
                break;
            }
            Optional<String> saved = before.on() ? before.step().flatMap(FilterPushdownHint::saved) : Optional.empty();
            if (saved.isPresent()) {
                earliest = Optional.of(new FilterPushdownHint(i, saved.get()));
            }
        }
        return earliest;
    }

    /** Whether a filter selects the same rows before a step as after it. */
    private static boolean passes(Step step, Set<String> named) {
        if (step instanceof Step.Group group) {
            return group.level().isEmpty()
                    && !group.keys().isEmpty()
                    && keys(group).containsAll(named);
        } else if (step instanceof Step.WindowColumn windowColumn) {
            return plain(windowColumn.each()).containsAll(named)
                    && !windowColumn.each().isEmpty();
        } else if (step instanceof Step.FirstRows firstRows) {
            return plain(firstRows.each()).containsAll(named)
                    && !firstRows.each().isEmpty();
        } else if (step instanceof Step.Columns columns) {
            return keptColumns(columns.columns()).containsAll(named);
        } else if (step instanceof Step.ToRows rows) {
            return !any(named, Stream.concat(rows.columns().stream(), Stream.of(rows.name(), rows.value())));
        }
        boolean leavesAll = step instanceof Step.Where
                || step instanceof Step.Sort
                || step instanceof Step.SemiJoin
                || step instanceof Step.MembershipFilter
                || step instanceof Step.DropColumns
                || step instanceof Step.Distinct;
        return leavesAll || changed(step).filter(names -> !any(named, names)).isPresent();
    }

    /** The columns that a step adds or changes; empty if unknown. */
    private static Optional<Stream<Step.Name>> changed(Step step) {
        if (step instanceof Step.Join join) {
            // A called query depends on the calling rows, and not every database supports it.
            boolean called = join.rows() instanceof RowSource.Query query
                    && !query.arguments().isEmpty();
            return called
                    ? Optional.empty()
                    : Optional.of(join.columns().stream().map(Step.ColumnAlias::as));
        } else if (step instanceof Step.NewColumn made) {
            return Optional.of(Stream.of(made.name()));
        } else if (step instanceof Step.Fill fill) {
            return Optional.of(Stream.of(fill.column()));
        } else if (step instanceof Step.Replace replace) {
            return Optional.of(Stream.of(replace.column()));
        } else if (step instanceof Step.Split split) {
            return Optional.of(Stream.of(split.before(), split.behind()));
        } else if (step instanceof Step.Rename rename) {
            return Optional.of(rename.columns().stream().flatMap(one -> Stream.of(one.column(), one.as())));
        }
        return Optional.empty();
    }

    /** Keys that are columns, under their own names. */
    private static Set<String> keys(Step.Group group) {
        return names(group.keys().stream()
                .filter(key -> key.value() instanceof StepExpression.Column column
                        && column.name().equalsIgnoreCase(key.name().name()))
                .map(key -> key.name().name())
                .toList());
    }

    /** Columns that keep their names, and do not get that of another. */
    private static Set<String> keptColumns(List<Step.ColumnAlias> taken) {
        return names(taken.stream()
                .filter(one -> one.column().name().equalsIgnoreCase(one.as().name()))
                .map(one -> one.column().name())
                .toList());
    }

    private static boolean any(Set<String> named, Stream<Step.Name> names) {
        return plain(names.toList()).stream().anyMatch(named::contains);
    }

    private static Set<String> plain(List<Step.Name> names) {
        return names(names.stream().map(Step.Name::name).toList());
    }

    private static Set<String> names(Collection<String> names) {
        return names.stream().map(name -> name.toLowerCase(Locale.ROOT)).collect(Collectors.toSet());
    }

    private static Optional<String> saved(Step step) {
        if (step instanceof Step.Join) {
            return Optional.of("fewer rows are joined then");
        } else if (step instanceof Step.Group || step instanceof Step.Distinct) {
            return Optional.of("fewer rows are grouped then");
        } else if (step instanceof Step.FirstRows || step instanceof Step.WindowColumn) {
            return Optional.of("fewer rows are sorted then");
        }
        return step instanceof Step.ToRows ? Optional.of("fewer rows are unpivoted then") : Optional.empty();
    }
}
