package plainsieve.server.api.author.queries;

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
import plainsieve.core.steps.compile.StepsAnalysis;
import plainsieve.core.steps.compile.block.CompiledSteps;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.steps.parse.StepMark;
import plainsieve.core.value.Type;
import plainsieve.files.forms.Absent;
import plainsieve.files.forms.ChoiceForm;
import plainsieve.server.body.ProblemBody;
import plainsieve.server.body.RequestLimits;
import plainsieve.server.body.RunIds;
import plainsieve.server.body.SentenceBodies;
import plainsieve.server.editing.refactoring.RowEquality;

/** Steps on the wire. */
final class StepsBodies {
    private static final Set<StepMark.Kind> ONLY_TAKEN =
            Set.of(StepMark.Kind.KEPT, StepMark.Kind.DIRECTION, StepMark.Kind.BETWEEN);
    private static final Set<StepMark.Kind> ONLY_TYPED =
            Set.of(StepMark.Kind.NAME, StepMark.Kind.FORMULA, StepMark.Kind.TYPED);

    private StepsBodies() {}

    /**
     * Analyzed steps.
     *
     * @param sql the compiled statement; empty if there are problems
     * @param sqlRanges the step that each part of the statement is compiled from
     * @param columns the output columns; empty if unknown
     * @param federation the step that combines several sources; its step is -1 for a single source
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
     * @param line its line in the text, from 0
     * @param text its stored text
     * @param parts the text split at its editable marks; a single part if it cannot be parsed
     * @param replacedRanges for each mark the range of the text that an option replaces
     * @param columnsKnown whether its output columns are known
     * @param hints hints
     * @param problem its problem; empty if none
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

    /** @param type empty if unknown */
    record OutputColumn(String name, String type) {
        static OutputColumn of(KnownColumn column) {
            return new OutputColumn(column.name(), column.type().map(Type::word).orElse(""));
        }
    }

    /**
     * Hints about a step.
     *
     * @param newColumns the columns it adds
     * @param checkStep a step that finds the rows this step cannot use; empty if there are none
     * @param checkKind why: {@code found-none} or {@code do-not-fit}; empty if there are none
     * @param earlierIndex the step before which it could run earlier; -1 if none
     * @param reason the benefit of running it there
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
     * @param runId cancels both runs
     * @param choices the choices on the bench
     */
    record TextPair(
            String runId,

            @Size(max = RequestLimits.TEXT, message = RequestLimits.TOO_LONG)
            String first,

            @Size(max = RequestLimits.TEXT, message = RequestLimits.TOO_LONG)
            String second,

            Map<String, ChoiceForm> choices) {
        TextPair {
            runId = RunIds.orNew(runId);
            first = Absent.orEmpty(first);
            second = Absent.orEmpty(second);
        }
    }

    /** @param first row count of the first text @param same whether the rows are equal */
    record RowComparison(long first, long second, boolean same) {
        static RowComparison of(RowEquality.RowCounts found) {
            return new RowComparison(found.first(), found.second(), found.same());
        }
    }

    /**
     * A request for the options of a mark.
     *
     * @param mark its number within the step; "+" for steps that can follow
     * @param choices the choices on the bench, for value lists
     */
    record StepOptionsRequest(
            @Size(max = RequestLimits.TEXT, message = RequestLimits.TOO_LONG)
            String text,

            int step,

            @Size(max = RequestLimits.NAME, message = RequestLimits.TOO_LONG)
            String mark,

            Map<String, ChoiceForm> choices) {
        StepOptionsRequest {
            text = Absent.orEmpty(text);
            mark = Absent.orEmpty(mark);
        }
    }

    /**
     * A request for completions of a typed line.
     *
     * @param afterStep the number of steps before it
     * @param choices the choices on the bench, for value lists
     */
    record CompletionRequest(
            @Size(max = RequestLimits.TEXT, message = RequestLimits.TOO_LONG)
            String text,

            int afterStep,

            @Size(max = RequestLimits.TEXT, message = RequestLimits.TOO_LONG)
            String line,

            Map<String, ChoiceForm> choices) {
        CompletionRequest {
            text = Absent.orEmpty(text);
            line = Absent.orEmpty(line);
        }
    }

    /**
     * A completion of a line.
     *
     * @param text the inserted text
     * @param note a description
     * @param from start of the replaced text in the line
     */
    record Completion(String text, String note, int from) {
        static Completion of(MarkOption option, int from) {
            return new Completion(option.id(), option.note(), from);
        }
    }
}
