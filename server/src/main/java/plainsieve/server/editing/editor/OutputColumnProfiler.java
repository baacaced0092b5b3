package plainsieve.server.editing.editor;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.math.BigDecimal;
import java.time.Duration;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Service;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.Type;
import plainsieve.core.view.ProfiledColumn;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.people.Caller;
import plainsieve.server.results.runs.QueryRunner;
import plainsieve.server.results.runs.RequestedChoices;
import plainsieve.server.results.runs.RunRequest;
import plainsieve.server.sources.RunListener;
import plainsieve.server.sources.sent.Purpose;
import plainsieve.sources.Column;
import plainsieve.sources.SourceFailure;

/**
 * Profiles the output columns of a query: types and distinct values. Never fetches a whole table; results are cached for a while.
 */
@Service
public class OutputColumnProfiler {
    private static final Duration KEPT = Duration.ofMinutes(10);
    private static final int MOST_KEPT = 500;
    private static final int MOST_COUNTED = 60;
    private static final int LENGTH_OF_A_DAY = 10;

    private final QueryRunner queryRunner;
    private final Cache<CacheKey, List<ProfiledColumn>> kept =
            Caffeine.newBuilder().expireAfterWrite(KEPT).maximumSize(MOST_KEPT).build();

    private record CacheKey(String sourceId, String text) {}

    OutputColumnProfiler(QueryRunner queryRunner) {
        this.queryRunner = queryRunner;
    }

    /**
     * The output columns of a query's published text.
     *
     * @throws ProblemException if its defaults are unusable
     * @throws SourceFailure if the source fails
     */
    public List<ProfiledColumn> of(Project project, Caller caller, Query query) {
        String asked = project.prepare(query, query.liveText()).text();
        CacheKey place = new CacheKey(query.sourceId(), query.liveText() + '\0' + asked);
        List<ProfiledColumn> known = kept.getIfPresent(place);
        if (known != null) {
            return known;
        }
        Profile looked;
        try {
            looked = looked(wanted -> order(project, query, defaults(caller), wanted));
        } catch (ProblemException e) {
            // Where a required parameter has no default, the author's trial values are used.
            looked = looked(wanted -> order(project, query, trials(caller), wanted));
        }
        if (looked.complete()) {
            kept.put(place, looked.columns());
        }
        return looked.columns();
    }

    /** @param complete whether values were counted; after a timeout they are counted the next time */
    private record Profile(List<ProfiledColumn> columns, boolean complete) {}

    /** @param most rows that are of use */
    private record ProfileQuery(ResultShape wanted, long most) {}

    private interface Orders {
        RunRequest of(ProfileQuery asked);
    }

    private static RequestedChoices defaults(Caller caller) {
        return RequestedChoices.of(caller, Set.of(), Map.of());
    }

    private static RequestedChoices trials(Caller caller) {
        return RequestedChoices.onTheBench(caller, Set.of(), Map.of());
    }

    private Profile looked(Orders order) {
        FirstRow first = new FirstRow();
        queryRunner.run(order.of(new ProfileQuery(ResultShape.allRows(), 1)), first);
        Profile counted = counted(first.columns, order);
        ColumnRefinements columnRefinements =
                new ColumnRefinements((pairs, most) -> groups(order.of(new ProfileQuery(pairs, most))));
        return counted.complete() ? new Profile(columnRefinements.in(counted.columns()), true) : counted;
    }

    /** How many groups have a value in their first column. As with counts, a slow source shows less, not nothing. */
    private OptionalLong groups(RunRequest request) {
        Groups groups = new Groups();
        try {
            queryRunner.run(request, groups);
        } catch (SourceFailure e) {
            return OptionalLong.empty();
        }
        return OptionalLong.of(groups.withValue);
    }

    private Profile counted(List<Column> columns, Orders order) {
        List<Column> countable = columns.stream()
                .filter(column -> type(column).isPresent())
                .limit(MOST_COUNTED)
                .toList();
        Map<Measure, Object> found = measured(countable, order);
        return new Profile(
                columns.stream().map(column -> output(column, found)).toList(),
                countable.isEmpty() || !found.isEmpty());
    }

    private Map<Measure, Object> measured(List<Column> countable, Orders order) {
        List<Measure> measures = new ArrayList<>();
        for (Column column : countable) {
            measures.add(measure(Measure.Function.COUNT_DISTINCT, column));
            if (isTime(column) || column.kind().isNumber()) {
                measures.add(measure(Measure.Function.MIN, column));
                measures.add(measure(Measure.Function.MAX, column));
            }
        }
        Map<Measure, Object> found = new HashMap<>();
        if (measures.isEmpty()) {
            return found;
        }
        FirstRow row = new FirstRow();
        try {
            queryRunner.run(
                    order.of(new ProfileQuery(new ResultShape.Totals(List.of(), measures, ResultShape.Order.KEYS), 1)),
                    row);
        } catch (SourceFailure e) {
            // Columns without counts are still columns: a source that is too slow for counting shows less, not nothing.
            return found;
        }
        for (int i = 0; i < Math.min(measures.size(), row.values.size()); i++) {
            found.put(measures.get(i), row.values.get(i));
        }
        return found;
    }

    private static ProfiledColumn output(Column column, Map<Measure, Object> found) {
        OptionalLong different = found.get(measure(Measure.Function.COUNT_DISTINCT, column)) instanceof Number number
                ? OptionalLong.of(number.longValue())
                : OptionalLong.empty();
        Object first = found.get(measure(Measure.Function.MIN, column));
        Object last = found.get(measure(Measure.Function.MAX, column));
        OptionalLong days = isTime(column) ? days(first, last) : OptionalLong.empty();
        Optional<BigDecimal> reach = column.kind().isNumber() ? reach(first, last) : Optional.empty();
        return new ProfiledColumn(column.name(), type(column), different, days, reach, List.of());
    }

    /** Both in ISO 8601 or a similar format. */
    private static OptionalLong days(Object first, Object last) {
        if (first == null || last == null) {
            return OptionalLong.empty();
        }
        try {
            return OptionalLong.of(ChronoUnit.DAYS.between(day(first), day(last)) + 1);
        } catch (DateTimeParseException e) {
            return OptionalLong.empty();
        }
    }

    /** Both as numbers of the source. */
    private static Optional<BigDecimal> reach(Object first, Object last) {
        try {
            return first == null || last == null
                    ? Optional.empty()
                    : Optional.of(new BigDecimal(last.toString()).subtract(new BigDecimal(first.toString())));
        } catch (NumberFormatException e) {
            // Infinity and NaN have no distance.
            return Optional.empty();
        }
    }

    private static LocalDate day(Object value) {
        String text = value.toString();
        return LocalDate.parse(text.substring(0, Math.min(text.length(), LENGTH_OF_A_DAY)));
    }

    private static Measure measure(Measure.Function function, Column column) {
        return new Measure(function, Optional.of(column.name()));
    }

    private static boolean isTime(Column column) {
        return column.kind() == Column.Kind.DATE || column.kind() == Column.Kind.DATETIME;
    }

    private static RunRequest order(Project project, Query query, RequestedChoices choices, ProfileQuery asked) {
        return new RunRequest(
                UUID.randomUUID().toString(),
                project.asDraft(),
                RunRequest.Text.live(query),
                choices,
                new RunRequest.RowSelection("", asked.wanted(), List.of()),
                Purpose.PREVIEW,
                asked.most());
    }

    private static Optional<Type> type(Column column) {
        return switch (column.kind()) {
            case TEXT -> Optional.of(Type.TEXT);
            case INTEGER -> Optional.of(Type.INTEGER);
            case DECIMAL -> Optional.of(Type.DECIMAL);
            case DATE -> Optional.of(Type.DATE);
            case DATETIME -> Optional.of(Type.DATETIME);
            case BOOLEAN -> Optional.of(Type.BOOLEAN);
            case OTHER -> Optional.empty();
        };
    }

    private static final class FirstRow implements RunListener {
        private final List<Object> values = new ArrayList<>();
        private List<Column> columns = List.of();

        @Override
        public void columns(List<Column> found) {
            columns = found;
        }

        @Override
        public void row(Object[] row) {
            if (values.isEmpty()) {
                values.addAll(Arrays.asList(row));
            }
        }
    }

    private static final class Groups implements RunListener {
        private long withValue;

        @Override
        public void row(Object[] row) {
            withValue += row[0] == null ? 0 : 1;
        }
    }
}
