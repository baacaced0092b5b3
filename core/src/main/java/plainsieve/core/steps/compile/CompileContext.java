package plainsieve.core.steps.compile;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.steps.compile.block.SelectBlock;
import plainsieve.core.steps.compile.block.SqlExpression;
import plainsieve.core.steps.compile.block.StepOrigin;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.steps.model.LineSpan;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.TextLocation;

/**
 * The dialect, schema and source line of the step being compiled.
 *
 * @param line the line number, from 0
 * @param text the line
 * @param whole the origin of generated SQL if the line belongs to another query
 * @param reserved forbidden aliases
 * @param arguments the arguments of a called query, by parameter
 */
record CompileContext(
        Dialect dialect,
        SchemaContext around,
        int line,
        String text,
        Optional<StepOrigin> whole,
        Set<String> reserved,
        Map<String, SqlExpression> arguments) {
    /** Longer values are named in a subquery, so that the statement grows linearly with the steps. */
    private static final int LONGEST_REPEATED = 400;

    /** Of a line of these steps. */
    static CompileContext of(Dialect dialect, SchemaContext schema, int line, String text) {
        return new CompileContext(dialect, schema, line, text, Optional.empty(), Set.of(), Map.of());
    }

    /** The context for a line of another query, whose SQL originates from the same words here. */
    CompileContext within(String other, LineSpan here, Set<String> taken) {
        return new CompileContext(dialect, around, line, other, Optional.of(origin(here)), taken, Map.of());
    }

    CompileContext calledWith(Map<String, SqlExpression> others) {
        return new CompileContext(dialect, around, line, text, whole, reserved, others);
    }

    StepOrigin origin(LineSpan span) {
        return whole.orElse(new StepOrigin(line, span));
    }

    /** Where the whole line is. */
    StepOrigin origin() {
        return origin(new LineSpan(0, text.length()));
    }

    /** Aliases that nothing more in a block may have. */
    Set<String> usedAliases(SelectBlock block) {
        Set<String> taken = block.aliases();
        taken.addAll(reserved);
        return taken;
    }

    ProblemException wrong(ProblemKind kind, LineSpan span, String message, String advice) {
        return new ProblemException(Problem.of(kind, message, advice)
                .at(TextLocation.of(text, span.start(), Math.min(span.end(), text.length()))));
    }

    /** The block as a subquery of another. The outer block inherits its order where possible. */
    SelectBlock wrapped(SelectBlock block) {
        return wrapped(block, usedAliases(block));
    }

    /** @param taken forbidden aliases */
    SelectBlock wrapped(SelectBlock block, Set<String> taken) {
        String alias = alias("rows", taken);
        boolean ordersForNothing = block.limit().isEmpty() && !block.order().isEmpty();
        SelectBlock inner = ordersForNothing ? block.ordered(List.of()) : block;
        List<SelectBlock.Out> outs = new ArrayList<>();
        block.outs().forEach(out -> outs.add(new SelectBlock.Out(out.name(), again(alias, out))));
        SelectBlock.FromItem from = new SelectBlock.FromItem(new SelectBlock.Nested(inner), alias, Optional.empty());
        return new SelectBlock(
                List.of(from),
                List.of(),
                Optional.empty(),
                outs,
                block.open(),
                false,
                orderAround(block, alias),
                Optional.empty());
    }

    private SqlExpression again(String alias, SelectBlock.Out out) {
        KnownColumn column =
                new KnownColumn(out.name(), out.value().type(), out.value().mayBeEmpty());
        return SelectBlock.ref(alias, column, origin());
    }

    private List<SelectBlock.Ordering> orderAround(SelectBlock block, String alias) {
        List<SelectBlock.Ordering> outside = new ArrayList<>();
        for (SelectBlock.Ordering one : block.order()) {
            Optional<SelectBlock.Out> out =
                    block.output(one.by()).filter(found -> found.value().isAs(one.value()));
            if (out.isEmpty()) {
                break;
            }
            outside.add(new SelectBlock.Ordering(out.get().name(), again(alias, out.get()), one.largestFirst()));
        }
        return outside;
    }

    /** An unused alias: the first letter of a name, with a number if necessary. */
    String alias(String name, Set<String> taken) {
        String first = name.substring(0, 1).toLowerCase(Locale.ROOT);
        String letter = first.matches("[a-z]") ? first : "t";
        String end = dialect().forms().aliasEnd();
        String alias = letter + end;
        for (int i = 2; taken.contains(alias); i++) {
            alias = letter + i + end;
        }
        return alias;
    }

    /** The block with long values moved to a subquery if they would be repeated. */
    SelectBlock shortened(SelectBlock block) {
        boolean tooLong =
                block.outs().stream().anyMatch(out -> out.value().sql().length() > LONGEST_REPEATED);
        return tooLong ? wrapped(block) : block;
    }
}
