package plainsieve.core.steps.sql;

import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import plainsieve.core.dialect.DatePart;
import plainsieve.core.dialect.Forms;
import plainsieve.core.steps.sql.Reckoned.Binding;
import plainsieve.core.steps.step.At;
import plainsieve.core.steps.step.Expression;
import plainsieve.core.steps.step.Expression.Sign;
import plainsieve.core.steps.step.KnownColumn;
import plainsieve.core.steps.step.TimeUnit;
import plainsieve.core.value.Nearest;
import plainsieve.core.value.Type;
import plainsieve.core.value.Value;

/** Makes SQL of what is reckoned. */
final class ExpressionSql {
    private final Making making;
    private final Block ours;
    private final Optional<Block> theirs;

    ExpressionSql(Making making, Block ours) {
        this(making, ours, Optional.empty());
    }

    /** @param theirs the other rows of a match */
    ExpressionSql(Making making, Block ours, Optional<Block> theirs) {
        this.making = making;
        this.ours = ours;
        this.theirs = theirs;
    }

    Making making() {
        return making;
    }

    Forms forms() {
        return making.dialect().forms();
    }

    Reckoned of(Expression expression) {
        if (expression instanceof Expression.Column column) {
            return column(column);
        }
        if (expression instanceof Expression.Fixed fixed) {
            return fixed(fixed.value(), making.origin(fixed.at()));
        }
        if (expression instanceof Expression.Chosen chosen) {
            Reckoned argument = making.arguments().get(chosen.parameter());
            if (argument != null) {
                return argument;
            }
            Sql sql = Sql.of(":" + chosen.parameter(), making.origin(chosen.at()));
            return new Reckoned(sql, Optional.empty(), Level.CONSTANT, true, Binding.SINGLE, true);
        }
        if (expression instanceof Expression.Today today) {
            Sql sql = Sql.of(forms().today(), making.origin(today.at()));
            return Reckoned.single(sql, Optional.of(Type.DATE), Level.CONSTANT).neverEmpty();
        }
        if (expression instanceof Expression.Nothing nothing) {
            return Reckoned.single(Sql.of("null", making.origin(nothing.at())), Optional.empty(), Level.CONSTANT);
        }
        if (expression instanceof Expression.Calculated calculated) {
            return calculated(calculated);
        }
        if (expression instanceof Expression.Moved moved) {
            return moved(moved);
        }
        if (expression instanceof Expression.Stretch stretch) {
            return stretch(stretch);
        }
        if (expression instanceof Expression.Elapsed elapsed) {
            return elapsed(elapsed);
        }
        if (expression instanceof Expression.Call call) {
            return new FunctionSql(this).of(call);
        }
        return depending((Expression.Depending) expression);
    }

    /** A fixed value. */
    Reckoned fixed(Value value, Origin origin) {
        Sql sql = Sql.of(making.dialect().literal(value), origin);
        boolean negative =
                sql.pieces().get(0) instanceof Sql.Words words && words.text().startsWith("-");
        Reckoned read =
                Reckoned.single(sql, Optional.of(value.type()), Level.CONSTANT).neverEmpty();
        return negative ? read.written(sql, Binding.SUM) : read;
    }

    private Reckoned column(Expression.Column column) {
        if (column.theirs() && theirs.isEmpty()) {
            throw making.wrong(
                    "bad-step",
                    column.at(),
                    "There are no other rows here that “their” could mean.",
                    "Use it where rows are put beside each other.");
        }
        return column(column.theirs() ? theirs.orElseThrow() : ours, column.name(), column.at());
    }

    /** A column of our rows. */
    Reckoned column(String name, At at) {
        return column(ours, name, at);
    }

    private Reckoned column(Block block, String name, At at) {
        Optional<Block.Out> out = block.out(name);
        if (out.isPresent()) {
            Reckoned value = out.get().value();
            return value.written(value.sql().said(making.origin(at)), value.binding());
        }
        if (block.open()) {
            KnownColumn unknown = new KnownColumn(name, Optional.empty(), true);
            return Block.ref(block.from().get(0).alias(), unknown, making.origin(at));
        }
        throw unknown(making, block, name, at);
    }

    static RuntimeException unknown(Making making, Block block, String name, At at) {
        Collection<String> names = block.outs().stream().map(Block.Out::name).toList();
        return making.wrong(
                "unknown-column",
                at,
                "There is no column “%s” here.".formatted(name),
                Nearest.to(name, names)
                        .map("Did you mean “%s”?"::formatted)
                        .orElse("There are "
                                + String.join(", ", names.stream().limit(12).toList()) + "."));
    }

    private Reckoned calculated(Expression.Calculated calculated) {
        Reckoned left = of(calculated.left());
        Reckoned right = of(calculated.right());
        Origin origin = making.origin(calculated.at());
        return switch (calculated.sign()) {
            case JOINED -> joined(List.of(left, right), origin);
            case BY -> divided(calculated, left, right, origin);
            case PLUS, MINUS, TIMES -> reckoned(calculated.sign(), left, right, origin);
        };
    }

    private Reckoned reckoned(Sign sign, Reckoned left, Reckoned right, Origin origin) {
        Binding binding = sign == Sign.TIMES ? Binding.PRODUCT : Binding.SUM;
        Binding tighter = sign == Sign.MINUS || sign == Sign.TIMES ? Binding.PRODUCT : binding;
        Binding ofRight = sign == Sign.TIMES ? Binding.SINGLE : tighter;
        Sql sql =
                left.at(binding, origin).and(" " + sign.written() + " ", origin).plus(right.at(ofRight, origin));
        boolean whole =
                left.type().equals(Optional.of(Type.INTEGER)) && right.type().equals(left.type());
        return together(List.of(left, right), sql, Optional.of(whole ? Type.INTEGER : Type.DECIMAL), binding);
    }

    /** Always with a fraction. By nought there is no value; only of a number that stands there it is known that it is none. */
    private Reckoned divided(Expression.Calculated calculated, Reckoned left, Reckoned right, Origin origin) {
        boolean never = calculated.right() instanceof Expression.Fixed fixed
                && !fixed.value().written().matches("-?0+(\\.0*)?");
        Sql by = never
                ? right.at(Binding.SINGLE, origin)
                : Sql.form(p -> "nullif(" + p.get(0) + ", 0)", origin, right.sql());
        Sql sql = Sql.form(
                p -> forms().withFraction(p.get(0)) + " / " + p.get(1), origin, left.at(Binding.PRODUCT, origin), by);
        Reckoned all = together(List.of(left, right), sql, Optional.of(Type.DECIMAL), Binding.PRODUCT);
        return never ? all : new Reckoned(sql, all.type(), all.level(), true, Binding.PRODUCT, all.chosen());
    }

    private Reckoned joined(List<Reckoned> parts, Origin origin) {
        Sql[] texts = parts.stream().map(part -> text(part, origin)).toArray(Sql[]::new);
        Sql sql = Sql.form(forms()::joined, origin, texts);
        return together(parts, sql, Optional.of(Type.TEXT), Binding.SINGLE);
    }

    /** As a text; one that is known to be a text stays as it is. */
    Sql text(Reckoned value, Origin origin) {
        return value.type().equals(Optional.of(Type.TEXT))
                ? value.at(Binding.SINGLE, origin)
                : Sql.form(p -> making.dialect().asText(p.get(0)), origin, value.sql());
    }

    /** What several values come to. */
    Reckoned together(List<Reckoned> parts, Sql sql, Optional<Type> type, Binding binding) {
        Level level = Level.CONSTANT;
        boolean mayBeEmpty = false;
        boolean chosen = false;
        for (Reckoned part : parts) {
            level = level.with(part.level());
            mayBeEmpty |= part.mayBeEmpty();
            chosen |= part.chosen();
        }
        return new Reckoned(sql, type, level, mayBeEmpty, binding, chosen);
    }

    private Reckoned moved(Expression.Moved moved) {
        Origin origin = making.origin(moved.at());
        return moved(of(moved.from()), moved.back(), moved.amount(), moved.unit(), origin);
    }

    Reckoned moved(Reckoned from, boolean back, Expression amount, TimeUnit unit, Origin origin) {
        Reckoned by = of(amount);
        boolean days = unit.isOfDays() && !from.type().equals(Optional.of(Type.DATETIME));
        boolean fixed = amount instanceof Expression.Fixed number && number.value() instanceof Value.Whole;
        String written = fixed ? ((Expression.Fixed) amount).value().written() : "";
        boolean turned = written.startsWith("-");
        Sql sql = Sql.form(
                p -> forms().moved(
                                p.get(0),
                                new Forms.Move(
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

    private Reckoned stretch(Expression.Stretch stretch) {
        Reckoned of = of(stretch.of());
        Origin origin = making.origin(stretch.at());
        DatePart part = stretch.part();
        Sql first = Sql.form(p -> making.dialect().part(part, p.get(0)), origin, of.at(Binding.SINGLE, origin));
        boolean sameDay = !stretch.last() || part == DatePart.DAY;
        Sql sql = sameDay
                ? first
                : Sql.form(
                        p -> forms().lastDay(p.get(0), p.get(1), part.word()),
                        origin,
                        of.at(Binding.SINGLE, origin),
                        first);
        return together(List.of(of), sql, Optional.of(Type.DATE), Binding.SINGLE);
    }

    private Reckoned elapsed(Expression.Elapsed elapsed) {
        Reckoned from = of(elapsed.from());
        Reckoned to = of(elapsed.to());
        Origin origin = making.origin(elapsed.at());
        Sql sql = Sql.form(
                p -> elapsed.unit() == TimeUnit.DAY
                        ? forms().days(p.get(0), p.get(1))
                        : forms().stretches(elapsed.unit() == TimeUnit.HOUR ? 3600 : 60, p.get(0), p.get(1)),
                origin,
                from.sql(),
                to.sql());
        return together(List.of(from, to), sql, Optional.of(Type.INTEGER), Binding.SINGLE);
    }

    private Reckoned depending(Expression.Depending depending) {
        Origin origin = making.origin(depending.at());
        Sql sql = Sql.of("case", origin);
        List<Reckoned> parts = new ArrayList<>();
        List<Reckoned> values = new ArrayList<>();
        for (Expression.Branch branch : depending.branches()) {
            parts.add(new ConditionSql(this).of(branch.when()));
            values.add(of(branch.then()));
        }
        values.add(of(depending.otherwise()));
        List<Sql> written = beside(values, origin);
        for (int at = 0; at < parts.size(); at++) {
            sql = sql.and(" when ", origin)
                    .plus(parts.get(at).sql())
                    .and(" then ", origin)
                    .plus(written.get(at));
        }
        if (!(depending.otherwise() instanceof Expression.Nothing)) {
            sql = sql.and(" else ", origin).plus(written.get(parts.size()));
        }
        parts.addAll(values);
        Optional<Type> type =
                values.stream().flatMap(value -> value.type().stream()).findFirst();
        Reckoned all = together(parts, sql.and(" end", origin), type, Binding.SINGLE);
        return values.stream().noneMatch(Reckoned::mayBeEmpty) ? all.neverEmpty() : all;
    }

    /** Values of which one comes to stand in one place, none of which may lose digits for another. */
    List<Sql> beside(List<Reckoned> values, Origin origin) {
        List<Block> blocks = new ArrayList<>(List.of(ours));
        theirs.ifPresent(blocks::add);
        return new Digits(forms()).kept(values, blocks, origin);
    }
}
