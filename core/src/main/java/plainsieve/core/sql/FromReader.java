package plainsieve.core.sql;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import plainsieve.core.sql.FromItem.Kind;
import plainsieve.core.sql.FromItem.Reach;
import plainsieve.core.sql.lexer.Brackets;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;

/** Reads a FROM clause: its tables, subqueries and functions, how they are joined, and the ON of each join. */
final class FromReader {
    /** Callbacks for nested elements, which the parser of the enclosing query handles. */
    interface Inner {
        QueryLevel query(int open);

        void on(Clause found);

        void rest(Span span);
    }

    private final Tokens tokens;
    private final Brackets brackets;
    private final SubqueryDetector starts;
    private final Inner inner;
    private final Span body;
    private final List<FromItem> items = new ArrayList<>();
    private int group;
    private int withoutOn;
    private Reach next = Reach.INSIDE;

    FromReader(Tokens tokens, Brackets brackets, SubqueryDetector starts, Inner inner, Span body) {
        this.tokens = tokens;
        this.brackets = brackets;
        this.starts = starts;
        this.inner = inner;
        this.body = body;
    }

    List<FromItem> read() {
        int at = body.from();
        while (at < body.to()) {
            at = step(at);
        }
        return items;
    }

    private int step(int at) {
        if (tokens.is(at, TokenKind.COMMA)) {
            group = items.size();
            withoutOn = 0;
            next = Reach.INSIDE;
            return at + 1;
        }
        if (JoinWords.isJoinWord(tokens, at)) {
            return joinWord(at);
        }
        if (tokens.isWord(at, "outer") || tokens.isWord(at, "lateral") || tokens.isWord(at, "only")) {
            return at + 1;
        }
        boolean namedBefore = tokens.isSymbol(at + 1, ":") && at + 2 < body.to();
        return namedBefore ? itemNamedBefore(at) : item(at);
    }

    /** {@code c: crossings}. */
    private int itemNamedBefore(int at) {
        int first = items.size();
        int end = item(at + 2);
        if (items.size() == first + 1) {
            items.set(first, items.get(first).called(tokens.written(at)));
        }
        return end;
    }

    private int joinWord(int at) {
        if (tokens.isWord(at, "on")) {
            int to = endOfOn(at + 1);
            inner.on(new Clause(Clause.Kind.ON, at, new Span(at + 1, to)));
            withoutOn = Math.max(0, withoutOn - 1);
            return to;
        }
        if (tokens.isWord(at, "using")) {
            withoutOn = Math.max(0, withoutOn - 1);
            if (!tokens.isBracket(at + 1, '(')) {
                return at + 1;
            }
            inner.rest(new Span(at + 1, brackets.close(at + 1) + 1));
            return brackets.close(at + 1) + 1;
        }
        if (tokens.isWord(at, "tablesample")) {
            wholeFrom(Math.max(0, items.size() - 1));
            return rest(at + 1);
        }
        if (tokens.isWord(at, "join") || tokens.isWord(at, "straight_join")) {
            // "a left join b join c on … on …" nests without brackets; the side of c is then not determined.
            withoutOn++;
            if (withoutOn > 1) {
                wholeFrom(group);
                next = Reach.WHOLE;
            }
            return at + 1;
        }
        side(at);
        return at + 1;
    }

    private void side(int at) {
        if (tokens.isWord(at, "left") || tokens.isWord(at, "anti") || tokens.isWord(at, "semi")) {
            raise(Reach.NULL_SUPPLIED);
        } else if (tokens.isWord(at, "right") || tokens.isWord(at, "full")) {
            for (int i = group; i < items.size(); i++) {
                items.set(i, items.get(i).reachable(Reach.NULL_SUPPLIED));
            }
            raise(tokens.isWord(at, "full") ? Reach.NULL_SUPPLIED : Reach.INSIDE);
        } else if (tokens.isWord(at, "asof") || tokens.isWord(at, "positional")) {
            wholeFrom(group);
            raise(Reach.WHOLE);
        } else if (tokens.isWord(at, "cross") || tokens.isWord(at, "natural")) {
            withoutOn--;
        }
    }

    /** ASOF LEFT is both: the first restriction is kept. */
    private void raise(Reach other) {
        next = other.compareTo(next) > 0 ? other : next;
    }

    private void wholeFrom(int first) {
        for (int i = first; i < items.size(); i++) {
            items.set(i, items.get(i).reachable(Reach.WHOLE));
        }
    }

    private int endOfOn(int from) {
        for (int i = from; i < body.to(); i++) {
            if (tokens.is(i, TokenKind.OPEN)) {
                i = brackets.close(i);
            } else if (tokens.is(i, TokenKind.COMMA) || JoinWords.isJoinWord(tokens, i)) {
                return i;
            }
        }
        return body.to();
    }

    /** Reads one item with its alias and clauses, up to the next comma or join. */
    private int item(int at) {
        Reach reach = next;
        next = Reach.INSIDE;
        if (tokens.isBracket(at, '(') && !starts.opensQuery(at)) {
            int close = brackets.close(at);
            for (FromItem joined : new FromReader(tokens, brackets, starts, inner, new Span(at + 1, close)).read()) {
                items.add(joined.reachable(reach));
            }
            return rest(close + 1);
        }
        Optional<QueryLevel> query = Optional.empty();
        if (tokens.is(at, TokenKind.OPEN) && !tokens.isBracket(at, '(')) {
            return rest(at);
        }
        int behind;
        Kind kind = Kind.TABLE;
        Span name = new Span(at, at);
        if (tokens.isBracket(at, '(')) {
            kind = Kind.QUERY;
            query = Optional.of(inner.query(at));
            behind = brackets.close(at) + 1;
        } else {
            behind = endOfName(at);
            name = new Span(at, behind);
            inner.rest(name);
            if (tokens.isBracket(behind, '(') && behind < body.to()) {
                kind = Kind.FUNCTION;
                inner.rest(new Span(behind, brackets.close(behind) + 1));
                behind = brackets.close(behind) + 1;
            }
        }
        return alias(new FromItem(kind, name, query, "", List.of(), reach), behind);
    }

    private int endOfName(int at) {
        int end = tokens.isWord(at, "rows") && tokens.isWord(at + 1, "from") ? at + 2 : at + 1;
        while (end + 1 < body.to() && tokens.isSymbol(end, ".")) {
            end += 2;
        }
        return end;
    }

    private int alias(FromItem item, int behind) {
        int at = behind;
        if (tokens.isWord(at, "with") && tokens.isWord(at + 1, "ordinality")) {
            at += 2;
        }
        boolean as = at < body.to() && tokens.isWord(at, "as") && !tokens.isWord(at + 1, "of");
        int word = as ? at + 1 : at;
        boolean named = word < body.to()
                && (as || JoinWords.isAlias(tokens, word) || tokens.is(word, TokenKind.QUOTED_NAME))
                && !tokens.isBracket(word, '(');
        List<String> columns = new ArrayList<>();
        int end = behind;
        if (named) {
            end = word + 1;
            if (end < body.to() && tokens.isBracket(end, '(')) {
                columns = columnNames(new Span(end + 1, brackets.close(end)));
                inner.rest(new Span(end, brackets.close(end) + 1));
                end = brackets.close(end) + 1;
            }
        }
        items.add(new FromItem(
                item.kind(), item.name(), item.query(), named ? tokens.written(word) : "", columns, item.reach()));
        return rest(end);
    }

    private List<String> columnNames(Span list) {
        List<String> names = new ArrayList<>();
        for (int i = list.from(); i < list.to(); i++) {
            boolean first = i == list.from() || tokens.is(i - 1, TokenKind.COMMA);
            if (first) {
                names.add(tokens.written(i));
            }
            if (tokens.is(i, TokenKind.OPEN)) {
                i = brackets.close(i);
            }
        }
        return names;
    }

    /** Index hints, partitions, points in time, pivots: read for the parameters in them only. */
    private int rest(int from) {
        int at = from;
        while (at < body.to() && !tokens.is(at, TokenKind.COMMA) && !JoinWords.isJoinWord(tokens, at)) {
            if (tokens.isWord(at, "pivot") || tokens.isWord(at, "unpivot")) {
                wholeFrom(group);
            }
            at = tokens.is(at, TokenKind.OPEN) ? brackets.close(at) + 1 : at + 1;
        }
        inner.rest(new Span(from, at));
        return at;
    }
}
