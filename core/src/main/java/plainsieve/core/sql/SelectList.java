package plainsieve.core.sql;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.sql.lexer.Brackets;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;

/** The items of a SELECT list, parsed on demand. */
public final class SelectList {
    private static final Set<String> MODIFIERS = Set.of(
            "all",
            "distinct",
            "distinctrow",
            "high_priority",
            "straight_join",
            "sql_small_result",
            "sql_big_result",
            "sql_buffer_result",
            "sql_no_cache",
            "sql_cache",
            "sql_calc_found_rows");

    /** Words at the end of an expression that are no name for it. */
    private static final Set<String> LAST_WORDS =
            Set.of("end", "null", "true", "false", "unknown", "isnull", "notnull", "precision", "zone", "varying");

    /** Words that a name never directly follows. */
    private static final Set<String> JOINING_WORDS = Set.of(
            "is",
            "not",
            "and",
            "or",
            "xor",
            "collate",
            "distinct",
            "in",
            "like",
            "ilike",
            "glob",
            "match",
            "regexp",
            "rlike",
            "to",
            "between",
            "over",
            "from",
            "interval",
            "zone",
            "div",
            "mod",
            "escape",
            "as");

    private final Tokens tokens;
    private final List<OutputColumn> columns = new ArrayList<>();
    private final Optional<Span> distinctOn;
    private final Span body;

    private SelectList(Tokens tokens, Brackets brackets, Span clause) {
        this.tokens = tokens;
        int at = clause.from();
        Optional<Span> on = Optional.empty();
        while (at < clause.to() && isModifier(at)) {
            boolean keyed = tokens.isWord(at, "distinct") && tokens.isWord(at + 1, "on");
            if (keyed && tokens.isBracket(at + 2, '(')) {
                int close = brackets.close(at + 2);
                on = Optional.of(new Span(at + 3, close));
                at = close;
            }
            at++;
        }
        this.distinctOn = on;
        this.body = new Span(at, clause.to());
        for (Span item : split(tokens, brackets, body)) {
            columns.add(column(item));
        }
    }

    public static SelectList of(ParsedQuery query, Clause select) {
        return new SelectList(query.tokens(), query.brackets(), select.body());
    }

    /** The parts between top-level commas; empty parts are omitted. */
    public static List<Span> split(Tokens tokens, Brackets brackets, Span list) {
        List<Span> parts = new ArrayList<>();
        int from = list.from();
        for (int i = list.from(); i < list.to(); i++) {
            if (tokens.is(i, TokenKind.OPEN)) {
                i = brackets.close(i);
            } else if (tokens.is(i, TokenKind.COMMA)) {
                add(new Span(from, i), parts);
                from = i + 1;
            }
        }
        add(new Span(from, list.to()), parts);
        return parts;
    }

    private static void add(Span part, List<Span> parts) {
        if (!part.isEmpty()) {
            parts.add(part);
        }
    }

    public List<OutputColumn> columns() {
        return List.copyOf(columns);
    }

    /** Whether it has DISTINCT ON. */
    public boolean isDistinctOn() {
        return distinctOn.isPresent();
    }

    /** The keys of DISTINCT ON. */
    public Optional<Span> distinctOn() {
        return distinctOn;
    }

    private boolean isModifier(int at) {
        return tokens.is(at, TokenKind.WORD)
                && MODIFIERS.contains(tokens.written(at).toLowerCase(Locale.ROOT))
                && !tokens.isSymbol(at + 1, ".");
    }

    private OutputColumn column(Span item) {
        int last = item.to() - 1;
        boolean chosen = tokens.isWord(item.from(), "columns") && tokens.isBracket(item.from() + 1, '(');
        boolean star = chosen
                || tokens.isSymbol(item.from(), "*")
                || (item.length() >= 3
                        && tokens.isSymbol(item.from() + 1, ".")
                        && tokens.isSymbol(item.from() + 2, "*"));
        if (star) {
            return new OutputColumn("", item, true);
        }
        boolean namedBefore = item.length() > 2
                && (tokens.is(item.from(), TokenKind.WORD) || tokens.is(item.from(), TokenKind.QUOTED_NAME))
                && tokens.isSymbol(item.from() + 1, ":");
        if (namedBefore) {
            return new OutputColumn(tokens.written(item.from()), new Span(item.from() + 2, item.to()), false);
        }
        if (item.length() > 2 && tokens.isWord(last - 1, "as")) {
            return new OutputColumn(tokens.written(last), new Span(item.from(), last - 1), false);
        }
        if (isImplicitName(item, last)) {
            return new OutputColumn(tokens.written(last), new Span(item.from(), last), false);
        }
        return new OutputColumn(isPath(item) ? tokens.written(last) : "", item, false);
    }

    private boolean isImplicitName(Span item, int last) {
        boolean unitOfInterval = tokens.isWord(last - 2, "interval");
        if (item.length() < 2 || tokens.isSymbol(last - 1, ".") || unitOfInterval) {
            return false;
        }
        boolean name = tokens.is(last, TokenKind.QUOTED_NAME)
                || (tokens.is(last, TokenKind.WORD) && !LAST_WORDS.contains(lower(last)));
        return name
                && switch (tokens.kind(last - 1)) {
                    case WORD -> !JOINING_WORDS.contains(lower(last - 1));
                    case QUOTED_NAME, NUMBER, STRING, CLOSE, PARAMETER -> true;
                    default -> false;
                };
    }

    private String lower(int token) {
        return tokens.written(token).toLowerCase(Locale.ROOT);
    }

    /** {@code column}, {@code table.column}, {@code schema.table.column}. */
    private boolean isPath(Span item) {
        return isPath(tokens, item);
    }

    /** Whether the tokens are a name, or names joined by dots. */
    public static boolean isPath(Tokens tokens, Span span) {
        boolean path = span.length() % 2 == 1;
        for (int i = 0; path && i < span.length(); i++) {
            int at = span.from() + i;
            path = i % 2 == 1
                    ? tokens.isSymbol(at, ".")
                    : tokens.is(at, TokenKind.QUOTED_NAME)
                            || (tokens.is(at, TokenKind.WORD)
                                    && !LAST_WORDS.contains(tokens.written(at).toLowerCase(Locale.ROOT)));
        }
        return path;
    }
}
