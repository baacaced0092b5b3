package plainsieve.core.steps.parse;

import java.util.List;
import java.util.Optional;
import plainsieve.core.steps.model.LineSpan;
import plainsieve.core.steps.model.RowSource;
import plainsieve.core.steps.model.Step;
import plainsieve.core.steps.model.StepCondition;

/** Parses joins, semi-joins and membership filters, also as SQL writes them. */
final class JoinStepParser {
    private static final String KEEP_ALL = "keep all rows";
    private static final String KEEP_MATCHING = "keep only matching rows";

    private final StepCursor cursor;
    private final StepExpressionParser expressions;
    private final StepConditionParser conditions;
    private final RowSourceParser rows;
    private final StepColumnParser columns;

    JoinStepParser(StepCursor cursor, StepExpressionParser expressions, StepConditionParser conditions) {
        this.cursor = cursor;
        this.expressions = expressions;
        this.conditions = conditions;
        this.rows = new RowSourceParser(cursor, expressions);
        this.columns = new StepColumnParser(cursor);
    }

    /** {@code left join …} and {@code inner join …}, which state first which rows are kept. */
    Optional<Step> sqlJoin() {
        for (String words : List.of("left outer join", "left join", "inner join")) {
            if (cursor.matches(words)) {
                cursor.replace(words, "join");
                return Optional.of(join(Optional.of(words.startsWith("left"))));
            }
        }
        return Optional.empty();
    }

    /** @param keepsAll whether unmatched rows are kept, if SQL keywords state it; otherwise a phrase at the end does */
    Step join(Optional<Boolean> keepsAll) {
        RowSource other = rows.read();
        String alias = alias();
        boolean called =
                other instanceof RowSource.Query query && !query.arguments().isEmpty()
                        || other instanceof RowSource.FunctionCall;
        boolean unmatched = called && !cursor.isNext("on") && !cursor.matches("using");
        Step.Match match = unmatched ? new Step.SameColumns(List.of()) : match(other, alias);
        List<Step.ColumnAlias> columns = addedColumns();
        return new Step.Join(other, match, columns, keepsUnmatched(keepsAll));
    }

    private List<Step.ColumnAlias> addedColumns() {
        boolean adds = cursor.consumeIf(", adding");
        if (!adds && cursor.matches("adding")) {
            cursor.replaceWords("adding", ", adding");
            adds = true;
        }
        return adds ? columns.aliases(StepMark.Kind.THEIR_COLUMNS) : List.of();
    }

    private boolean keepsUnmatched(Optional<Boolean> ofSql) {
        if (!cursor.consumeIf(";")) {
            boolean all = ofSql.orElse(false);
            int end = cursor.last().end();
            cursor.correct(new LineSpan(end, end), "; " + (all ? KEEP_ALL : KEEP_MATCHING));
            return all;
        }
        int start = cursor.start();
        boolean all = cursor.consumeIf(KEEP_ALL);
        if (!all) {
            cursor.must(KEEP_MATCHING);
        }
        cursor.mark(StepMark.of(
                StepMark.Kind.KEPT, new LineSpan(start, cursor.last().end())));
        return all;
    }

    /** {@code on port_id} for columns of the same name, or {@code on} and a condition. */
    private Step.Match match(RowSource other, String alias) {
        if (cursor.matches("using")) {
            return using();
        }
        cursor.must("on");
        int start = cursor.start();
        StepToken next = cursor.peek(1);
        boolean sameNames = cursor.isAtEnd()
                || cursor.peek().isName()
                        && (next.kind() == StepToken.Kind.END || next.isSign(",") || next.isSign(";"));
        if (sameNames) {
            List<Step.Name> names = columns.names();
            cursor.mark(StepMark.of(
                    StepMark.Kind.THEIR_COLUMNS,
                    new LineSpan(start, cursor.last().end())));
            return new Step.SameColumns(names);
        }
        StepCondition condition = expressions.withJoined(
                new StepExpressionParser.JoinedName(RowSourceParser.name(other), alias), conditions::read);
        return new Step.Matching(condition, new LineSpan(start, cursor.last().end()));
    }

    /** {@code using (port_id)} of SQL. */
    private Step.Match using() {
        cursor.replace("using", "on");
        cursor.correct(cursor.must("("), "");
        List<Step.Name> names = columns.names();
        cursor.correct(cursor.must(")"), "");
        return new Step.SameColumns(names);
    }

    Step semiJoin(boolean with) {
        RowSource other = rows.read();
        String alias = alias();
        return new Step.SemiJoin(other, match(other, alias), with);
    }

    Step membership() {
        Step.Name column = columns.column();
        boolean among = !cursor.consumeIf("is not in");
        if (among) {
            cursor.must("is in");
        }
        Optional<Step.Name> theirs = Optional.empty();
        if (cursor.peek().isName() && cursor.peek(1).isWord("of")) {
            theirs = Optional.of(cursor.name("A column"));
            cursor.must("of");
        }
        return new Step.MembershipFilter(column, among, theirs, rows.read());
    }

    /** The alias of a table in SQL. Steps have none; it is removed. */
    String alias() {
        int start = cursor.start();
        boolean as = cursor.matches("as");
        StepToken alias = cursor.peek(as ? 1 : 0);
        boolean isAlias =
                alias.isName() && List.of("on", "using", "adding").stream().noneMatch(alias::isWord);
        if (!isAlias) {
            return "";
        }
        if (as) {
            cursor.consume();
        }
        cursor.consume();
        cursor.remove(new LineSpan(start, cursor.last().end()));
        return alias.text();
    }
}
