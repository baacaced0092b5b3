package plainsieve.core.sql;

import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Set;
import java.util.TreeMap;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.Syntax.Feature;
import plainsieve.core.sql.lexer.Lexer;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;
import plainsieve.core.value.ProblemKind;

/**
 * User variables that a statement assigns row by row, the row numbers of older reports. A variable lives as long as its
 * connection, so it may only be used if the statement initializes it: the assigning block, or an enclosing one, reads a subquery
 * without a FROM that assigns a value independent of other variables.
 *
 * <pre>
 * select @rn := @rn + 1 as n, id from ship, (select @rn := 0) as start    accepted
 * select @rn := @rn + 1 as n, id from ship                               continues from another run: rejected
 * </pre>
 */
public final class SessionVariables {
    private static final String ASSIGNS = ":=";
    private static final String ADVICE =
            "Let it begin in the statement, as in: from crossings, (select @rn := 0) as start. Or write row_number() over (order by …).";

    private final Tokens tokens;

    /** Where each variable is initialized: the outermost blocks, from their first token to the one after them. */
    private final Map<String, NavigableMap<Integer, Integer>> begun = new HashMap<>();

    private SessionVariables(Tokens tokens) {
        this.tokens = tokens;
    }

    /** The variables that a text assigns, by first occurrence: {@code @rn}. */
    public static Collection<String> setBy(String text, Dialect dialect) {
        boolean may = dialect.syntax().has(Feature.SESSION_VARIABLES) && text.contains(ASSIGNS);
        return may ? new SessionVariables(Lexer.scan(text, dialect.syntax()).tokens()).set() : Set.of();
    }

    private Collection<String> set() {
        Map<String, String> written = new LinkedHashMap<>();
        for (int i = 0; i < tokens.size(); i++) {
            if (isAssigned(i)) {
                written.putIfAbsent(name(i), "@" + tokens.written(i + 1));
            }
        }
        return written.values();
    }

    /** Throws if an assigned variable is not initialized in the statement. */
    static void requireStarts(Tokens tokens, List<QueryLevel> levels) {
        new SessionVariables(tokens).requireStarts(levels);
    }

    /** Whether {@code @name}, a variable of the session and not of the server, is at this token. */
    static boolean isVariable(Tokens tokens, int at) {
        boolean name = tokens.is(at + 1, TokenKind.WORD)
                || tokens.is(at + 1, TokenKind.STRING)
                || tokens.is(at + 1, TokenKind.QUOTED_NAME);
        return tokens.isSymbol(at, "@") && name && !tokens.isSymbol(at - 1, "@");
    }

    private void requireStarts(List<QueryLevel> levels) {
        boolean sought = false;
        for (int i = 0; i < tokens.size(); i++) {
            if (tokens.isSymbol(i, ASSIGNS)) {
                if (!sought) {
                    levels.forEach(this::findStarts);
                    sought = true;
                }
                requireStart(i);
            }
        }
    }

    private void requireStart(int assignment) {
        int variable = assignment - 2;
        if (!isVariable(tokens, variable)) {
            throw StatementGate.rejection(
                    tokens,
                    assignment,
                    ProblemKind.STATEMENT_REJECTED,
                    "“%s” sets a variable that the statement does not define.",
                    ADVICE);
        }
        NavigableMap<Integer, Integer> blocks = begun.getOrDefault(name(variable), new TreeMap<>());
        Map.Entry<Integer, Integer> block = blocks.floorEntry(assignment);
        if (block == null || block.getValue() <= assignment) {
            String message = "“@%s” depends on the session, so two runs could return different results.";
            throw StatementGate.rejection(tokens, variable + 1, ProblemKind.STATEMENT_REJECTED, message, ADVICE);
        }
    }

    private void findStarts(QueryLevel level) {
        for (QueryLevel.Operand operand : level.operands()) {
            if (operand instanceof QueryLevel.Operand.Plain plain) {
                Block block = plain.block();
                block.from().forEach(item -> startedBy(item).forEach(name -> add(name, block.span())));
            }
        }
    }

    /** Levels arrive from the inside out, so an outer block replaces those in it. */
    private void add(String name, Span block) {
        NavigableMap<Integer, Integer> blocks = begun.computeIfAbsent(name, any -> new TreeMap<>());
        blocks.subMap(block.from(), block.to()).clear();
        blocks.put(block.from(), block.to());
    }

    /** A variable is known from the comma behind its value on. */
    private Set<String> startedBy(FromItem item) {
        Span row = item.query()
                .filter(SessionVariables::isOneRow)
                .map(QueryLevel::span)
                .orElse(new Span(0, 0));
        Set<String> known = new LinkedHashSet<>();
        Set<String> names = new LinkedHashSet<>();
        for (int i = row.from(); i < row.to(); i++) {
            if (isAssigned(i)) {
                names.add(name(i));
            } else if (isVariable(tokens, i) && !known.contains(name(i))) {
                return Set.of();
            } else if (tokens.is(i, TokenKind.COMMA)) {
                known.addAll(names);
            }
        }
        return names;
    }

    /** A SELECT list only: it always returns one row. */
    private static boolean isOneRow(QueryLevel query) {
        return query.with().isEmpty()
                && query.tail().isEmpty()
                && query.operands().size() == 1
                && query.operands().get(0) instanceof QueryLevel.Operand.Plain plain
                && plain.block().clauses().size() == 1;
    }

    private boolean isAssigned(int variable) {
        return isVariable(tokens, variable) && tokens.isSymbol(variable + 2, ASSIGNS);
    }

    private String name(int variable) {
        String written = tokens.written(variable + 1);
        String bare = tokens.is(variable + 1, TokenKind.WORD) ? written : written.substring(1, written.length() - 1);
        return bare.toLowerCase(Locale.ROOT);
    }
}
