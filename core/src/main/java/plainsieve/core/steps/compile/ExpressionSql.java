package plainsieve.core.steps.compile;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import plainsieve.core.dialect.DatePart;
import plainsieve.core.dialect.ExpressionSyntax;
import plainsieve.core.steps.compile.block.EvaluationLevel;
import plainsieve.core.steps.compile.block.SelectBlock;
import plainsieve.core.steps.compile.block.SqlExpression;
import plainsieve.core.steps.compile.block.SqlExpression.Binding;
import plainsieve.core.steps.compile.block.SqlFragment;
import plainsieve.core.steps.compile.block.StepOrigin;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.steps.model.LineSpan;
import plainsieve.core.steps.model.StepExpression;
import plainsieve.core.steps.model.StepExpression.Sign;
import plainsieve.core.steps.model.TimeUnit;
import plainsieve.core.value.NearestName;
import plainsieve.core.value.ProblemKind;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/** Compiles expressions to SQL. */
final class ExpressionSql {
    private final CompileContext context;
    private final SelectBlock ours;
    private final Optional<SelectBlock> theirs;

    ExpressionSql(CompileContext context, SelectBlock ours) {
        this(context, ours, Optional.empty());
    }

    /** @param theirs the other rows of a match */
    ExpressionSql(CompileContext context, SelectBlock ours, Optional<SelectBlock> theirs) {
        this.context = context;
        this.ours = ours;
        this.theirs = theirs;
    }

    CompileContext making() {
        return context;
    }

    ExpressionSyntax forms() {
        return context.dialect().forms();
    }

    SqlExpression of(StepExpression expression) {
        if (expression instanceof StepExpression.Column column) {
            return column(column);
        }
        if (expression instanceof StepExpression.Literal fixed) {
            return fixed(fixed.value(), context.origin(fixed.at()));
        }
        if (expression instanceof StepExpression.ParameterValue chosen) {
            return parameter(chosen);
        }
        if (expression instanceof StepExpression.Today today) {
            SqlFragment sql = SqlFragment.of(forms().today(), context.origin(today.at()));
            return SqlExpression.single(sql, Optional.of(Type.DATE), EvaluationLevel.CONSTANT)
                    .neverEmpty();
        }
        if (expression instanceof StepExpression.NullValue nothing) {
            return SqlExpression.single(
                    SqlFragment.of("null", context.origin(nothing.at())), Optional.empty(), EvaluationLevel.CONSTANT);
        }
        if (expression instanceof StepExpression.BinaryOperation calculated) {
            return calculated(calculated);
        }
        if (expression instanceof StepExpression.TimeOffset moved) {
            return moved(moved);
        }
        if (expression instanceof StepExpression.PeriodBoundary stretch) {
            return stretch(stretch);
        }
        if (expression instanceof StepExpression.TimeDifference elapsed) {
            return elapsed(elapsed);
        }
        if (expression instanceof StepExpression.Call call) {
            return new FunctionSql(this).of(call);
        }
        return depending((StepExpression.Conditional) expression);
    }

    private SqlExpression parameter(StepExpression.ParameterValue chosen) {
        SqlExpression argument = context.arguments().get(chosen.parameter());
        if (argument != null) {
            return argument;
        }
        SqlFragment sql = SqlFragment.of(":" + chosen.parameter(), context.origin(chosen.at()));
        return new SqlExpression(sql, Optional.empty(), EvaluationLevel.CONSTANT, true, Binding.SINGLE, true);
    }

    SqlExpression fixed(Value value, StepOrigin origin) {
        SqlFragment sql = SqlFragment.of(context.dialect().literal(value), origin);
        boolean negative = sql.pieces().get(0) instanceof SqlFragment.Words words
                && words.text().startsWith("-");
        SqlExpression read = SqlExpression.single(sql, Optional.of(value.type()), EvaluationLevel.CONSTANT)
                .neverEmpty();
        return negative ? read.written(sql, Binding.SUM) : read;
    }

    private SqlExpression column(StepExpression.Column column) {
        if (column.theirs() && theirs.isEmpty()) {
            throw context.wrong(
                    ProblemKind.INVALID_STEP, column.at(), "No rows are joined here.", "Write the column alone.");
        }
        return column(column.theirs() ? theirs.orElseThrow() : ours, column.name(), column.at());
    }

    /** A column of our rows. */
    SqlExpression column(String name, LineSpan span) {
        return column(ours, name, span);
    }

    private SqlExpression column(SelectBlock block, String name, LineSpan span) {
        Optional<SelectBlock.Out> out = block.output(name);
        if (out.isPresent()) {
            SqlExpression value = out.get().value();
            return value.written(value.sql().withOrigin(context.origin(span)), value.binding());
        }
        if (block.open()) {
            KnownColumn unknown = new KnownColumn(name, Optional.empty(), true);
            return SelectBlock.ref(block.from().get(0).alias(), unknown, context.origin(span));
        }
        throw unknown(context, block, name, span);
    }

    static RuntimeException unknown(CompileContext context, SelectBlock block, String name, LineSpan span) {
        Collection<String> names =
                block.outs().stream().map(SelectBlock.Out::name).toList();
        return context.wrong(
                ProblemKind.UNKNOWN_COLUMN,
                span,
                "Unknown column “%s”.".formatted(name),
                NearestName.of(name, names)
                        .map("Did you mean “%s”?"::formatted)
                        .orElse("There are "
                                + String.join(", ", names.stream().limit(12).toList()) + "."));
    }

    private SqlExpression calculated(StepExpression.BinaryOperation calculated) {
        SqlExpression left = of(calculated.left());
        SqlExpression right = of(calculated.right());
        StepOrigin origin = context.origin(calculated.at());
        return switch (calculated.sign()) {
            case JOINED -> joined(List.of(left, right), origin);
            case BY -> divided(calculated, left, right, origin);
            case PLUS, MINUS, TIMES -> computed(calculated.sign(), left, right, origin);
        };
    }

    private SqlExpression computed(Sign sign, SqlExpression left, SqlExpression right, StepOrigin origin) {
        Binding binding = sign == Sign.TIMES ? Binding.PRODUCT : Binding.SUM;
        Binding tighter = sign == Sign.MINUS || sign == Sign.TIMES ? Binding.PRODUCT : binding;
        Binding ofRight = sign == Sign.TIMES ? Binding.SINGLE : tighter;
        SqlFragment sql =
                left.at(binding, origin).and(" " + sign.written() + " ", origin).plus(right.at(ofRight, origin));
        boolean whole =
                left.type().equals(Optional.of(Type.INTEGER)) && right.type().equals(left.type());
        return together(List.of(left, right), sql, Optional.of(whole ? Type.INTEGER : Type.DECIMAL), binding);
    }

    /** Always with fraction digits. Division by zero yields null; the check is only needed for a nonliteral divisor. */
    private SqlExpression divided(
            StepExpression.BinaryOperation calculated, SqlExpression left, SqlExpression right, StepOrigin origin) {
        boolean never = calculated.right() instanceof StepExpression.Literal fixed
                && !fixed.value().written().matches("-?0+(\\.0*)?");
        SqlFragment by = never
                ? right.at(Binding.SINGLE, origin)
                : SqlFragment.form(p -> "nullif(" + p.get(0) + ", 0)", origin, right.sql());
        SqlFragment sql = SqlFragment.form(
                p -> forms().withFraction(p.get(0)) + " / " + p.get(1), origin, left.at(Binding.PRODUCT, origin), by);
        SqlExpression all = together(List.of(left, right), sql, Optional.of(Type.DECIMAL), Binding.PRODUCT);
        return never ? all : new SqlExpression(sql, all.type(), all.level(), true, Binding.PRODUCT, all.chosen());
    }

    private SqlExpression joined(List<SqlExpression> parts, StepOrigin origin) {
        SqlFragment[] texts = parts.stream().map(part -> text(part, origin)).toArray(SqlFragment[]::new);
        SqlFragment sql = SqlFragment.form(forms()::joined, origin, texts);
        return together(parts, sql, Optional.of(Type.TEXT), Binding.SINGLE);
    }

    /** As text; text stays unchanged. */
    SqlFragment text(SqlExpression value, StepOrigin origin) {
        return value.type().equals(Optional.of(Type.TEXT))
                ? value.at(Binding.SINGLE, origin)
                : SqlFragment.form(p -> context.dialect().asText(p.get(0)), origin, value.sql());
    }

    /** Combines several values into one expression. */
    SqlExpression together(List<SqlExpression> parts, SqlFragment sql, Optional<Type> type, Binding binding) {
        EvaluationLevel evaluationLevel = EvaluationLevel.CONSTANT;
        boolean mayBeEmpty = false;
        boolean chosen = false;
        for (SqlExpression part : parts) {
            evaluationLevel = evaluationLevel.with(part.level());
            mayBeEmpty |= part.mayBeEmpty();
            chosen |= part.chosen();
        }
        return new SqlExpression(sql, type, evaluationLevel, mayBeEmpty, binding, chosen);
    }

    private SqlExpression moved(StepExpression.TimeOffset moved) {
        StepOrigin origin = context.origin(moved.at());
        return moved(of(moved.from()), moved.back(), moved.amount(), moved.unit(), origin);
    }

    SqlExpression moved(SqlExpression from, boolean back, StepExpression amount, TimeUnit unit, StepOrigin origin) {
        SqlExpression by = of(amount);
        boolean days = unit.isOfDays() && !from.type().equals(Optional.of(Type.DATETIME));
        boolean fixed = amount instanceof StepExpression.Literal number && number.value() instanceof Value.Whole;
        String written = fixed ? ((StepExpression.Literal) amount).value().written() : "";
        boolean turned = written.startsWith("-");
        SqlFragment sql = SqlFragment.form(
                p -> forms().moved(
                                p.get(0),
                                new ExpressionSyntax.TimeShift(
                                        fixed ? written.replace("-", "") : p.get(1),
                                        unit.word(),
                                        back != turned,
                                        fixed),
                                days),
                origin,
                from.at(Binding.PRODUCT, origin),
                by.at(Binding.SINGLE, origin));
        Type type = days ? Type.DATE : Type.DATETIME;
        return together(List.of(from, by), sql, Optional.of(type), Binding.SINGLE);
    }

    private SqlExpression stretch(StepExpression.PeriodBoundary stretch) {
        SqlExpression of = of(stretch.of());
        StepOrigin origin = context.origin(stretch.at());
        DatePart part = stretch.part();
        SqlFragment first =
                SqlFragment.form(p -> context.dialect().part(part, p.get(0)), origin, of.at(Binding.SINGLE, origin));
        boolean sameDay = !stretch.last() || part == DatePart.DAY;
        SqlFragment sql = sameDay
                ? first
                : SqlFragment.form(
                        p -> forms().lastDay(p.get(0), p.get(1), part.word()),
                        origin,
                        of.at(Binding.SINGLE, origin),
                        first);
        return together(List.of(of), sql, Optional.of(Type.DATE), Binding.SINGLE);
    }

    private SqlExpression elapsed(StepExpression.TimeDifference elapsed) {
        SqlExpression from = of(elapsed.from());
        SqlExpression to = of(elapsed.to());
        StepOrigin origin = context.origin(elapsed.at());
        SqlFragment sql = SqlFragment.form(
                p -> elapsed.unit() == TimeUnit.DAY
                        ? forms().days(p.get(0), p.get(1))
                        : forms().stretches(elapsed.unit() == TimeUnit.HOUR ? 3600 : 60, p.get(0), p.get(1)),
                origin,
                from.sql(),
                to.sql());
        return together(List.of(from, to), sql, Optional.of(Type.INTEGER), Binding.SINGLE);
    }

    private SqlExpression depending(StepExpression.Conditional depending) {
        StepOrigin origin = context.origin(depending.at());
        SqlFragment sql = SqlFragment.of("case", origin);
        List<SqlExpression> parts = new ArrayList<>();
        List<SqlExpression> values = new ArrayList<>();
        for (StepExpression.Branch branch : depending.branches()) {
            parts.add(new ConditionSql(this).of(branch.when()));
            values.add(of(branch.then()));
        }
        values.add(of(depending.fallback()));
        List<SqlFragment> written = unified(values, origin);
        for (int at = 0; at < parts.size(); at++) {
            sql = sql.and(" when ", origin)
                    .plus(parts.get(at).sql())
                    .and(" then ", origin)
                    .plus(written.get(at));
        }
        if (!(depending.fallback() instanceof StepExpression.NullValue)) {
            sql = sql.and(" else ", origin).plus(written.get(parts.size()));
        }
        parts.addAll(values);
        Optional<Type> type =
                values.stream().flatMap(value -> value.type().stream()).findFirst();
        SqlExpression all = together(parts, sql.and(" end", origin), type, Binding.SINGLE);
        return values.stream().noneMatch(SqlExpression::mayBeEmpty) ? all.neverEmpty() : all;
    }

    /** Alternative values for one place, converted so that none loses digits. */
    List<SqlFragment> unified(List<SqlExpression> values, StepOrigin origin) {
        List<SelectBlock> blocks = new ArrayList<>(List.of(ours));
        theirs.ifPresent(blocks::add);
        return new NumericPrecision(forms()).preserved(values, blocks, origin);
    }
}
