package plainsieve.cli;

import java.util.List;
import java.util.Optional;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.steps.read.StepLines;
import plainsieve.core.steps.several.SeveralSteps;
import plainsieve.core.steps.sql.Around;
import plainsieve.core.steps.sql.StepsReading;
import plainsieve.core.value.Place;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;

/**
 * The text of a query as it stands in a file, and the SQL that it means: itself, or what its steps come to.
 *
 * @param steps nothing where it is SQL
 */
record Texts(String written, String sql, Optional<StepsReading> steps) {
    /** Throws {@link ProblemException} with the places in the file when its steps cannot be read. */
    static Texts of(String written, Dialect dialect, Around around) {
        if (!StepLines.isSteps(written)) {
            return new Texts(written, written, Optional.empty());
        }
        StepsReading reading = SeveralSteps.of(written, dialect, around);
        return new Texts(written, reading.statement().sql(), Optional.of(reading));
    }

    /** The SQL read once. Throws {@link ProblemException} when it is no query. */
    PreparedQuery prepared(Dialect dialect) {
        return steps.isPresent() ? PreparedQuery.ofAny(sql, dialect) : PreparedQuery.of(sql, dialect);
    }

    /** Problems of the SQL where the author wrote what they are about. */
    List<Problem> placed(List<Problem> problems) {
        return steps.map(reading -> reading.placed(written, problems)).orElse(problems);
    }

    Optional<Place> place(Optional<Place> inSql) {
        return steps.isEmpty() ? inSql : inSql.flatMap(place -> steps.get().place(written, place));
    }
}
