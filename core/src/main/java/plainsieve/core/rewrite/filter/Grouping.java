package plainsieve.core.rewrite.filter;

import java.util.ArrayList;
import java.util.List;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.SqlFeature;
import plainsieve.core.sql.Block;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.KnownFunctions;
import plainsieve.core.sql.OutputColumn;
import plainsieve.core.sql.ParsedQuery;
import plainsieve.core.sql.SelectList;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;

/** The grouping of one block, as needed for a filter on an output column. */
final class Grouping {
    /** The role of an output column in the grouping. */
    public enum Role {
        /** Rows are not grouped. */
        ROW,
        /** One of the grouping keys: rows can be filtered by it before they are grouped. */
        KEY,
        /** An aggregate, or anything else that is known only after grouping. */
        GROUP,
        /** A key by its name only, where a table column of that name may take precedence. */
        KEY_BY_NAME,
        /** A key that some of the grouping sets do without. */
        KEY_OF_SOME_SETS
    }

    private final ParsedQuery query;
    private final Tokens tokens;
    private final Block block;
    private final SelectList list;
    private final boolean strict;
    private final KnownFunctions functions;
    private final ColumnEquality columns;
    private final List<Span> keys = new ArrayList<>();
    private boolean sets;
    private boolean all;

    public Grouping(ParsedQuery query, Dialect dialect, Block block, SelectList list, KnownFunctions functions) {
        this.query = query;
        this.tokens = query.tokens();
        this.block = block;
        this.list = list;
        this.strict = dialect.has(SqlFeature.STRICT_GROUP_BY);
        this.functions = functions;
        this.columns = new ColumnEquality(query, dialect, block);
        block.clause(Clause.Kind.GROUP_BY).ifPresent(this::readKeys);
    }

    private void readKeys(Clause clause) {
        Span body = clause.body();
        int end = body.to();
        if (tokens.isWord(end - 1, "rollup") && tokens.isWord(end - 2, "with")) {
            sets = true;
            return;
        }
        boolean distinct = tokens.isWord(body.from(), "distinct") || tokens.isWord(body.from(), "all");
        all = body.length() == 1 && tokens.isWord(body.from(), "all");
        for (Span part : SelectList.split(tokens, query.brackets(), new Span(body.from() + (distinct ? 1 : 0), end))) {
            boolean set = tokens.isWord(part.from(), "rollup")
                    || tokens.isWord(part.from(), "cube")
                    || tokens.isWord(part.from(), "grouping");
            sets |= set;
            if (!set) {
                addKey(part);
            } else if (tokens.isWord(part.from(), "grouping")) {
                keysOfEverySet(new Span(part.from() + 3, part.to() - 1));
            }
        }
    }

    /** A key, or several in one bracket. */
    private void addKey(Span part) {
        boolean bracketed =
                tokens.isBracket(part.from(), '(') && query.brackets().close(part.from()) == part.to() - 1;
        if (bracketed) {
            keys.addAll(SelectList.split(tokens, query.brackets(), new Span(part.from() + 1, part.to() - 1)));
        } else {
            keys.add(part);
        }
    }

    private void keysOfEverySet(Span list) {
        List<List<Span>> eachSet = new ArrayList<>();
        for (Span set : SelectList.split(tokens, query.brackets(), list)) {
            boolean bracketed = tokens.isBracket(set.from(), '(');
            eachSet.add(
                    bracketed
                            ? SelectList.split(tokens, query.brackets(), new Span(set.from() + 1, set.to() - 1))
                            : List.of(set));
        }
        if (!eachSet.isEmpty()) {
            eachSet.get(0).stream()
                    .filter(key -> eachSet.stream()
                            .allMatch(set -> set.stream().anyMatch(other -> tokens.sameText(other, key))))
                    .forEach(keys::add);
        }
    }

    public Role role(int position) {
        OutputColumn column = list.columns().get(position);
        if (!isGrouped()) {
            return Role.ROW;
        }
        if (isKey(position, column)) {
            return Role.KEY;
        }
        if (isKeyByName(column)) {
            return strict ? Role.KEY : Role.KEY_BY_NAME;
        }
        return sets ? Role.KEY_OF_SOME_SETS : Role.GROUP;
    }

    public boolean isGrouped() {
        return block.clause(Clause.Kind.GROUP_BY).isPresent()
                || block.clause(Clause.Kind.HAVING).isPresent()
                || list.columns().stream().anyMatch(column -> aggregates(column.expression()));
    }

    public boolean aggregates(Span expression) {
        return functions.aggregate(expression);
    }

    private boolean isKey(int position, OutputColumn column) {
        boolean plain = !aggregates(column.expression());
        return plain && (all || keys.stream().anyMatch(key -> names(key, position, column)));
    }

    /** As in {@code group by day} with {@code date(departed_at) as day}: a table column {@code day} takes precedence. */
    private boolean isKeyByName(OutputColumn column) {
        return !aggregates(column.expression()) && !column.name().isEmpty() && hasKeyCalled(column.name());
    }

    /** Whether rows are grouped by an unqualified name equal to this one. */
    public boolean hasKeyCalled(String name) {
        return keys.stream()
                .anyMatch(key -> key.length() == 1
                        && (tokens.is(key.from(), TokenKind.WORD) || tokens.is(key.from(), TokenKind.QUOTED_NAME))
                        && Identifiers.mayBeEqual(tokens.written(key.from()), name));
    }

    /** A key is the expression again, or its number in the list. */
    private boolean names(Span key, int position, OutputColumn column) {
        if (columns.areEqual(key, column.expression())) {
            return true;
        }
        return key.length() == 1
                && tokens.is(key.from(), TokenKind.NUMBER)
                && tokens.written(key.from()).equals(Integer.toString(position + 1));
    }
}
