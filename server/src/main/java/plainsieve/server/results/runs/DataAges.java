package plainsieve.server.results.runs;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.OffsetDateTime;
import java.time.format.DateTimeParseException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import plainsieve.core.parameter.BlankRule;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.view.DataAge;
import plainsieve.server.definitions.model.Query;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.people.Caller;
import plainsieve.server.runtime.settings.Settings;
import plainsieve.server.sources.RunListener;
import plainsieve.server.sources.ShownValue;
import plainsieve.server.sources.sent.Purpose;

/** The data age of reports: the newest value of a column for any choices, within the caller's row access. */
@Service
public class DataAges {
    private static final Duration KEPT = Duration.ofSeconds(30);
    private static final int MOST_KEPT = 1_000;

    private final QueryRunner queryRunner;
    private final Settings settings;
    private final Clock clock;
    private final Cache<AgeKey, Optional<String>> newest =
            Caffeine.newBuilder().expireAfterWrite(KEPT).maximumSize(MOST_KEPT).build();

    DataAges(QueryRunner queryRunner, Settings settings, Clock clock) {
        this.queryRunner = queryRunner;
        this.settings = settings;
        this.clock = clock;
    }

    private record AgeKey(Project project, Caller caller, DataAge age) {}

    /**
     * The age of a report's data.
     *
     * @param newest a date or timestamp, ISO 8601
     * @param late whether it is older than its author allows
     */
    public record Age(String newest, boolean late) {}

    /** Empty without a data age or without rows. Throws like any run. */
    public Optional<Age> of(Project project, Caller caller, Report report) {
        return report.opening().age().flatMap(age -> newest.get(new AgeKey(project, caller, age), this::query)
                .map(value -> new Age(value, isLate(value, age))));
    }

    private Optional<String> query(AgeKey asked) {
        Project project = asked.project();
        Query query = project.queryInStage(asked.age().queryId());
        Measure measure =
                new Measure(Measure.Function.MAX, Optional.of(asked.age().column()));
        Set<String> blank = project.parameters().values().stream()
                .filter(definition ->
                        !definition.isComputed() && definition.meaning().blankRule() == BlankRule.NO_FILTER)
                .map(definition -> definition.name())
                .collect(Collectors.toSet());
        Newest found = new Newest();
        queryRunner.run(
                new RunRequest(
                        UUID.randomUUID().toString(),
                        project,
                        RunRequest.Text.live(query),
                        RequestedChoices.of(asked.caller(), Set.of(), Map.of()).without(blank),
                        new RunRequest.RowSelection(
                                "",
                                new ResultShape.Totals(List.of(), List.of(measure), ResultShape.Order.KEYS),
                                List.of()),
                        Purpose.PREVIEW,
                        1),
                found);
        return Optional.ofNullable(found.value);
    }

    private static final class Newest implements RunListener {
        private String value;

        @Override
        public void row(Object[] values) {
            Object shown = ShownValue.of(values[0]);
            value = shown == null ? null : shown.toString().replace(' ', 'T');
        }
    }

    private boolean isLate(String value, DataAge age) {
        return age.lateHours() > 0
                && moment(value)
                        .filter(end ->
                                end.plus(Duration.ofHours(age.lateHours())).isBefore(clock.instant()))
                        .isPresent();
    }

    /* Of a day nothing is missing before it is over. */
    private Optional<Instant> moment(String value) {
        try {
            if (value.length() == "2026-01-01".length()) {
                LocalDate day = LocalDate.parse(value);
                return Optional.of(day.plusDays(1).atStartOfDay(settings.zone()).toInstant());
            }
            boolean zoned =
                    value.matches(".*(Z|[+-]\\d\\d(:?\\d\\d)?)$") && value.length() > "2026-01-01T00:00".length();
            return Optional.of(
                    zoned
                            ? OffsetDateTime.parse(value).toInstant()
                            : LocalDateTime.parse(value).atZone(settings.zone()).toInstant());
        } catch (DateTimeParseException e) {
            return Optional.empty();
        }
    }
}
