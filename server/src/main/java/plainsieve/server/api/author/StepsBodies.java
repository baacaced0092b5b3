package plainsieve.server.api.author;

import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import plainsieve.core.sentence.MarkOption;
import plainsieve.core.steps.assist.FilterPushdownHint;
import plainsieve.core.steps.assist.ProblemRows;
import plainsieve.core.steps.compile.CompiledSteps;
import plainsieve.core.steps.compile.StepsAnalysis;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.steps.parse.StepMark;
import plainsieve.core.value.Type;
import plainsieve.server.api.body.Absent;
import plainsieve.server.api.body.ChoiceBody;
import plainsieve.server.api.body.ProblemBody;
import plainsieve.server.api.body.RequestLimits;
import plainsieve.server.api.body.RunIds;
import plainsieve.server.api.body.SentenceBodies;
import plainsieve.server.authoring.RowEquality;

/** Steps on the wire. */
final class StepsBodies {
    private static final Set<StepMark.Kind> ONLY_TAKEN =
            Set.of(StepMark.Kind.KEPT, StepMark.Kind.DIRECTION, StepMark.Kind.BETWEEN);
    private static final Set<StepMark.Kind> ONLY_TYPED =
            Set.of(StepMark.Kind.NAME, StepMark.Kind.FORMULA, StepMark.Kind.TYPED);

    private StepsBodies() {}

    /**
     * Steps as they read.
     *
     * @param sql the statement that they come to; empty while something is wrong
     * @param sqlRanges which step each part of it comes from
     * @param columns those that there are at last; none while they are not known
     * @param federation where the rows of several sources come together; without a step where all of them are of one
     */
    record StepsBody(
            List<StepBody> steps,
            String sql,
            List<SqlRange> sqlRanges,
            List<OutputColumn> columns,
            FederationBody federation,
            List<ProblemBody> problems) {
        static StepsBody of(StepsAnalysis analysis, FederationBody several) {
            List<Optional<FilterPushdownHint>> earlier = FilterPushdownHint.all(analysis.steps());
            return new StepsBody(
                    IntStream.range(0, analysis.steps().size())
                            .mapToObj(step -> StepBody.of(analysis.steps().get(step), earlier.get(step)))
                            .toList(),
                    analysis.made().map(CompiledSteps::sql).orElse(""),
                    analysis.made()
                            .map(compiledSteps -> sqlRanges(analysis, compiledSteps))
                            .orElse(List.of()),
                    analysis.columns().stream().map(OutputColumn::of).toList(),
                    several,
                    analysis.problems().stream().map(ProblemBody::of).toList());
        }

        private static List<SqlRange> sqlRanges(StepsAnalysis analysis, CompiledSteps compiledSteps) {
            List<Integer> lines = analysis.steps().stream()
                    .map(StepsAnalysis.AnalyzedStep::line)
                    .toList();
            return compiledSteps.stretches().stream()
                    .map(mappedRange -> new SqlRange(
                            mappedRange.start(),
                            mappedRange.end(),
                            lines.indexOf(mappedRange.origin().line())))
                    .toList();
        }
    }

    /** @param step which step, from 0 */
    record SqlRange(int start, int end, int step) {}

    /**
     * A step.
     *
     * @param line the number of its line in the text, from 0
     * @param text its words as they are kept
     * @param parts the same words, cut at those that can be changed; all of one piece while it cannot be understood
     * @param replacedRanges for each mark what gives way to what is taken
     * @param columnsKnown whether it is known which columns there are after it
     * @param hints what is worth knowing of it
     * @param problem what is wrong with it; empty when nothing is
     */
    record StepBody(
            int line,
            boolean enabled,
            String text,
            List<SentenceBodies.SentencePart> parts,
            List<TextRange> replacedRanges,
            boolean columnsKnown,
            StepHintsBody hints,
            String problem) {
        static StepBody of(StepsAnalysis.AnalyzedStep step, Optional<FilterPushdownHint> earlier) {
            return new StepBody(
                    step.line(),
                    step.on(),
                    step.written(),
                    parts(step),
                    step.marks().stream()
                            .map(mark -> new TextRange(
                                    mark.replaced().start(), mark.replaced().end()))
                            .toList(),
                    step.columns().isPresent(),
                    StepHintsBody.of(step, earlier),
                    step.problem()
                            .map(problem -> problem.message() + " " + problem.advice())
                            .orElse(""));
        }

        private static List<SentenceBodies.SentencePart> parts(StepsAnalysis.AnalyzedStep step) {
            List<SentenceBodies.SentencePart> pieces = new ArrayList<>();
            int at = 0;
            for (int i = 0; i < step.marks().size(); i++) {
                StepMark mark = step.marks().get(i);
                if (mark.at().start() > at) {
                    pieces.add(words(step.written().substring(at, mark.at().start())));
                }
                pieces.add(piece(step, mark, i));
                at = mark.at().end();
            }
            if (at < step.written().length()) {
                pieces.add(words(step.written().substring(at)));
            }
            return pieces;
        }

        private static SentenceBodies.SentencePart words(String text) {
            return new SentenceBodies.SentencePart(text, "", false, false, false, "");
        }

        private static SentenceBodies.SentencePart piece(StepsAnalysis.AnalyzedStep step, StepMark mark, int number) {
            return new SentenceBodies.SentencePart(
                    step.written().substring(mark.at().start(), mark.at().end()),
                    Integer.toString(number),
                    !ONLY_TAKEN.contains(mark.kind()),
                    !ONLY_TYPED.contains(mark.kind()),
                    false,
                    step.written()
                            .substring(mark.replaced().start(), mark.replaced().end()));
        }
    }

    record TextRange(int start, int end) {}

    /** @param type empty when it is not known */
    record OutputColumn(String name, String type) {
        static OutputColumn of(KnownColumn column) {
            return new OutputColumn(column.name(), column.type().map(Type::word).orElse(""));
        }
    }

    /**
     * Hints about a step.
     *
     * @param newColumns the columns that it brought
     * @param checkStep a step that asks for the rows with which this one can do nothing, in its place; empty where there are none
     * @param checkKind why they are odd: {@code found-none}, {@code do-not-fit}; empty where there are none
     * @param earlierIndex in front of which step it could be; -1 where it is as early as it can
     * @param reason what would be saved there
     */
    record StepHintsBody(List<String> newColumns, String checkStep, String checkKind, int earlierIndex, String reason) {
        static StepHintsBody of(StepsAnalysis.AnalyzedStep step, Optional<FilterPushdownHint> earlier) {
            Optional<ProblemRows> odd = ProblemRows.of(step);
            return new StepHintsBody(
                    List.copyOf(step.fresh()),
                    odd.map(ProblemRows::line).orElse(""),
                    odd.map(rows -> rows.kind().word()).orElse(""),
                    earlier.map(FilterPushdownHint::step).orElse(-1),
                    earlier.map(FilterPushdownHint::reason).orElse(""));
        }
    }

    record StepsText(
            @Size(max = RequestLimits.TEXT, message = RequestLimits.TOO_LONG)
            String text) {
        StepsText {
            text = Absent.orEmpty(text);
        }
    }

    /**
     * Two texts of a query whose rows are compared.
     *
     * @param runId by which the runs are stopped
     * @param choices what is chosen on the bench
     */
    record TextPair(
            String runId,

            @Size(max = RequestLimits.TEXT, message = RequestLimits.TOO_LONG)
            String first,

            @Size(max = RequestLimits.TEXT, message = RequestLimits.TOO_LONG)
            String second,

            Map<String, ChoiceBody> choices) {
        TextPair {
            runId = RunIds.given(runId);
            first = Absent.orEmpty(first);
            second = Absent.orEmpty(second);
        }
    }

    /** @param first how many rows the first has @param same whether all rows are the same */
    record RowComparison(long first, long second, boolean same) {
        static RowComparison of(RowEquality.RowCounts found) {
            return new RowComparison(found.first(), found.second(), found.same());
        }
    }

    /**
     * A mark whose offers are wanted.
     *
     * @param mark its number within the step; "+" for what could be put after the step
     * @param choices what is chosen on the bench, for the values that there are then
     */
    record StepOptionsRequest(
            @Size(max = RequestLimits.TEXT, message = RequestLimits.TOO_LONG)
            String text,

            int step,

            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String mark,

            Map<String, ChoiceBody> choices) {
        StepOptionsRequest {
            text = Absent.orEmpty(text);
            mark = Absent.orEmpty(mark);
        }
    }

    /**
     * A line that is being typed.
     *
     * @param afterStep after how many steps
     * @param choices what is chosen on the bench, for the values that there are then
     */
    record CompletionRequest(
            @Size(max = RequestLimits.TEXT, message = RequestLimits.TOO_LONG)
            String text,

            int afterStep,

            @Size(max = RequestLimits.TEXT, message = RequestLimits.TOO_LONG)
            String line,

            Map<String, ChoiceBody> choices) {
        CompletionRequest {
            text = Absent.orEmpty(text);
            line = Absent.orEmpty(line);
        }
    }

    /**
     * A completion of a line.
     *
     * @param text what is put in
     * @param note what is known of it
     * @param from where in the line what it takes the place of begins
     */
    record Completion(String text, String note, int from) {
        static Completion of(MarkOption option, int from) {
            return new Completion(option.id(), option.note(), from);
        }
    }
}
