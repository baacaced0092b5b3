package plainsieve.cli;

import java.util.List;
import java.util.Optional;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.rewrite.PreparedQuery;
import plainsieve.core.steps.compile.SchemaContext;
import plainsieve.core.steps.compile.StepsAnalysis;
import plainsieve.core.steps.federated.FederatedSteps;
import plainsieve.core.steps.parse.StepLines;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.TextLocation;

/**
 * The text of a query file and the SQL that it means: itself, or its compiled steps.
 *
 * @param steps nothing where it is SQL
 */
record QueryTexts(String written, String sql, Optional<StepsAnalysis> steps) {
    /** Throws {@link ProblemException} with the places in the file when its steps cannot be read. */
    static QueryTexts of(String written, Dialect dialect, SchemaContext schema) {
        if (!StepLines.isSteps(written)) {
            return new QueryTexts(written, written, Optional.empty());
        }
        StepsAnalysis analysis = FederatedSteps.of(written, dialect, schema);
        return new QueryTexts(written, analysis.statement().sql(), Optional.of(analysis));
    }

    /** The SQL read once. Throws {@link ProblemException} when it is no query. */
    PreparedQuery prepared(Dialect dialect) {
        return steps.isPresent() ? PreparedQuery.ofAny(sql, dialect) : PreparedQuery.of(sql, dialect);
    }

    /** Problems of the SQL at the position in the author's text. */
    List<Problem> placed(List<Problem> problems) {
        return steps.map(analysis -> analysis.locate(written, problems)).orElse(problems);
    }

    Optional<TextLocation> place(Optional<TextLocation> inSql) {
        return steps.isEmpty() ? inSql : inSql.flatMap(location -> steps.get().place(written, location));
    }
}
