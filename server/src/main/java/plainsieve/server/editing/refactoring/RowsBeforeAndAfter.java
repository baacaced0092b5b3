package plainsieve.server.editing.refactoring;

import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import plainsieve.core.rewrite.Measure;
import plainsieve.core.rewrite.ResultShape;
import plainsieve.core.value.ProblemException;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.results.evidence.AnswerDigest;
import plainsieve.server.results.runs.QueryRunner;
import plainsieve.server.results.runs.RunRequest;
import plainsieve.server.sources.sent.Purpose;
import plainsieve.sources.SourceFailure;

/**
 * Compares the rows of a query before and after a change. Few rows are compared one by one; many are counted and summed, because a
 * database may return different first rows.
 */
@Service
class RowsBeforeAndAfter {
    /* Sums of binary fractions differ in their last digits with the order in which a database adds. */
    private static final BigDecimal NOISE = new BigDecimal("1e-12");

    private final QueryRunner queryRunner;

    RowsBeforeAndAfter(QueryRunner queryRunner) {
        this.queryRunner = queryRunner;
    }

    /** How far two answers are known to be the same. */
    enum Equality {
        /** All rows, or all of the first rows if counting failed. */
        ROWS,
        /** The number of rows and the totals of numeric columns. */
        TOTALS,
        OTHER,
        /** The rows differ even without a change. */
        UNKNOWN
    }

    /**
     * The result of a text.
     *
     * @param first its first rows; all of them if there are no more
     * @param whole the row count and totals, if there are more rows and counting succeeded
     */
    record RunDigest(AnswerDigest first, Optional<AnswerDigest.ResultSummary> whole) {
        /** The most that is known of it. */
        AnswerDigest.ResultSummary side() {
            return whole.orElseGet(first::side);
        }

        /** Whether counting can be tried: it was not in vain already. */
        private boolean counts() {
            return whole.isPresent() || !first.side().more();
        }

        private Equality as(RunDigest other) {
            if (whole.isPresent() && other.whole.isPresent()) {
                return sameTotals(whole.get(), other.whole.get()) ? Equality.TOTALS : Equality.OTHER;
            }
            return first.sameRowsAs(other.first) ? Equality.ROWS : Equality.OTHER;
        }
    }

    private static boolean sameTotals(AnswerDigest.ResultSummary one, AnswerDigest.ResultSummary other) {
        return one.rows() == other.rows()
                && one.columns().equals(other.columns())
                && one.totals().keySet().equals(other.totals().keySet())
                && one.totals().entrySet().stream()
                        .allMatch(total -> isNear(
                                new BigDecimal(total.getValue()),
                                new BigDecimal(other.totals().get(total.getKey()))));
    }

    private static boolean isNear(BigDecimal one, BigDecimal other) {
        BigDecimal largest = one.abs().max(other.abs());
        return one.subtract(other).abs().compareTo(largest.multiply(NOISE)) <= 0;
    }

    /** Runs the unchanged draft. Throws like {@link QueryRunner#run}. */
    RunDigest before(Project project, HardCodedValueConversion.Draft draft) {
        return run(project, draft, draft.text(), true);
    }

    /** Runs another text in place of the draft's. Throws as {@link QueryRunner#run} when it does not run. */
    RunDigest after(Project project, HardCodedValueConversion.Draft draft, String text, RunDigest before) {
        return run(project, draft, text, before.counts());
    }

    /** @param before the result of the draft, which is run again if the other differs */
    Equality compare(Project project, HardCodedValueConversion.Draft draft, RunDigest before, RunDigest after) {
        Equality found = before.as(after);
        if (found != Equality.OTHER) {
            return found;
        }
        RunDigest again = after(project, draft, draft.text(), before);
        return before.as(again) == Equality.OTHER ? Equality.UNKNOWN : Equality.OTHER;
    }

    private RunDigest run(Project project, HardCodedValueConversion.Draft draft, String text, boolean counted) {
        AnswerDigest first = new AnswerDigest();
        queryRunner.run(order(project, draft, text, RunRequest.RowSelection.ALL_ROWS), first);
        return new RunDigest(
                first, counted && first.side().more() ? whole(project, draft, text, first) : Optional.empty());
    }

    private static RunRequest order(
            Project project, HardCodedValueConversion.Draft draft, String text, RunRequest.RowSelection shape) {
        return new RunRequest(
                UUID.randomUUID().toString(),
                project.asDraft(),
                new RunRequest.Text(draft.query(), text),
                draft.asked(project),
                shape,
                Purpose.BENCH,
                AnswerDigest.MOST_ROWS);
    }

    private Optional<AnswerDigest.ResultSummary> whole(
            Project project, HardCodedValueConversion.Draft draft, String text, AnswerDigest first) {
        List<String> summed = first.numbers().stream()
                .filter(name -> Collections.frequency(first.side().columns(), name) == 1)
                .toList();
        List<Measure> measures = new ArrayList<>(List.of(Measure.countOfRows()));
        summed.forEach(name -> measures.add(new Measure(Measure.Function.SUM, Optional.of(name))));
        RunRequest.RowSelection totals = new RunRequest.RowSelection(
                "", new ResultShape.Totals(List.of(), measures, ResultShape.Order.KEYS), List.of());
        AnswerDigest counted = new AnswerDigest();
        try {
            queryRunner.run(order(project, draft, text, totals), counted);
        } catch (SourceFailure | ProblemException e) {
            // A query that cannot be counted in time is compared by its first rows.
            return Optional.empty();
        }
        return counted.rows().stream().findFirst().map(row -> side(first.side(), summed, row));
    }

    private static AnswerDigest.ResultSummary side(
            AnswerDigest.ResultSummary first, List<String> summed, List<String> row) {
        Map<String, String> totals = new LinkedHashMap<>();
        for (int i = 0; i < summed.size(); i++) {
            String name = summed.get(i);
            number(row.get(i + 1)).ifPresent(total -> totals.put(name, total.toPlainString()));
        }
        return new AnswerDigest.ResultSummary(
                first.id(), first.columns(), Long.parseLong(row.get(0)), false, totals, first.millis());
    }

    /** Null, text and infinity have no total. */
    private static Optional<BigDecimal> number(String total) {
        try {
            return Optional.ofNullable(total).map(BigDecimal::new);
        } catch (NumberFormatException e) {
            return Optional.empty();
        }
    }
}
