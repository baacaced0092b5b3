package plainsieve.core.sql;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.dialect.Dialect;
import plainsieve.core.dialect.FunctionEffects;
import plainsieve.core.dialect.FunctionEffects.Kind;
import plainsieve.core.dialect.SqlFeature;
import plainsieve.core.sql.lexer.Identifiers;
import plainsieve.core.sql.lexer.Keywords;
import plainsieve.core.sql.lexer.Lexer;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;

/**
 * Whether a statement is proven to be read-only, by the functions that it calls. A read-only connection does not ensure that:
 * functions end other sessions, take locks, read files, write logs or change settings.
 *
 * <p>The classification follows the database's own catalog, see {@link FunctionEffects}. An embedded engine runs inside this process, so it
 * receives only known calls: a statement that starts as a query, and listed functions. A database server may have unlisted
 * functions; which of those are volatile is looked up in its catalog.
 *
 * @param dialect of the statements
 * @param allowed functions that an operator permits for this source, in lower case, with their schema where written so;
 *     without effect for an embedded engine
 */
public record ReadOnlyCheck(Dialect dialect, Set<String> allowed) {
    /** Keywords that start a server statement other than a query: whether a procedure only reads is decided by the read-only connection. */
    private static final Set<String> READING = Set.of("show", "call", "describe", "desc", "analyze");

    public ReadOnlyCheck {
        allowed = Set.copyOf(allowed);
    }

    /** A check without additionally permitted functions. */
    public ReadOnlyCheck(Dialect dialect) {
        this(dialect, Set.of());
    }

    /** The reason why a statement is not sent, with its position. */
    public record Refusal(int start, String message, String advice) {}

    /**
     * What a statement needs to be sent.
     *
     * @param refused the first forbidden call; empty if there is none
     * @param unknown calls of unlisted functions: the database's catalog decides
     */
    public record Finding(Optional<Refusal> refused, List<FunctionCall> unknown) {}

    /** Checks a whole statement. Time and memory grow with its length. */
    public Finding check(String text) {
        Tokens tokens = Lexer.scan(text, dialect.syntax()).tokens();
        Optional<Refusal> kind = rejectNonQuery(tokens).or(() -> systemView(tokens));
        return kind.isPresent() ? new Finding(kind, List.of()) : calls(tokens);
    }

    /** Checks an expression or a query that a function of the database represents. */
    public Finding checkDefinition(String text) {
        Tokens tokens = Lexer.scan(text, dialect.syntax()).tokens();
        Optional<Refusal> view = systemView(tokens);
        return view.isPresent() ? new Finding(view, List.of()) : calls(tokens);
    }

    private Finding calls(Tokens tokens) {
        Set<FunctionCall> unknown = new LinkedHashSet<>();
        boolean procedure = tokens.isWord(0, "call");
        for (FunctionCall call : FunctionCall.findAll(tokens)) {
            if (procedure && call.start() <= firstBracket(tokens)) {
                continue;
            }
            switch (verdict(call)) {
                case REFUSED -> {
                    return new Finding(Optional.of(refusal(call)), List.of());
                }
                case UNKNOWN -> unknown.add(call);
                case READS -> {}
            }
        }
        return new Finding(Optional.empty(), List.copyOf(unknown));
    }

    /* The procedure of a CALL is the database owner's own; its arguments are checked as any expression. */
    private static int firstBracket(Tokens tokens) {
        int at = 0;
        while (at < tokens.size() && !tokens.isBracket(at, '(')) {
            at++;
        }
        return at < tokens.size() ? tokens.start(at) : 0;
    }

    private enum Verdict {
        READS,
        REFUSED,
        UNKNOWN
    }

    private Verdict verdict(FunctionCall call) {
        FunctionEffects functionEffects = dialect.functions();
        if (isAllowed(call)) {
            return Verdict.READS;
        }
        if (call.escaped() || functionEffects.is(Kind.RESTRICTED, call.name())) {
            return Verdict.REFUSED;
        }
        boolean known = (call.canBeBuiltIn() || dialect.has(SqlFeature.EMBEDDED))
                && (functionEffects.knows(call.name())
                        || functionEffects.is(Kind.TABLE, call.name())
                        || functionEffects.is(Kind.HARMLESS, call.name()));
        if (!known) {
            return Verdict.UNKNOWN;
        }
        boolean changes =
                functionEffects.is(Kind.VOLATILE, call.name()) && !functionEffects.is(Kind.HARMLESS, call.name());
        return changes ? Verdict.REFUSED : Verdict.READS;
    }

    /* An engine inside this process could end it, so no exception is possible. */
    private boolean isAllowed(FunctionCall call) {
        return !dialect.has(SqlFeature.EMBEDDED) && isNamed(call);
    }

    private boolean isNamed(FunctionCall call) {
        return allowed.contains(call.name()) || allowed.contains(call.qualifier() + "." + call.name());
    }

    /** Why a call is not sent, when the catalog does not prove that it reads. */
    public Refusal refusal(FunctionCall call) {
        return new Refusal(
                call.start(),
                "The function “%s” may do more than read, such as change a setting, take a lock, or read a file."
                        .formatted(call.name()),
                dialect.has(SqlFeature.EMBEDDED)
                        ? "Use functions that compute from rows. See docs/sources.md for those of this engine."
                        : "Use another function, or ask an operator to allow it for this source.");
    }

    private Optional<Refusal> rejectNonQuery(Tokens tokens) {
        int at = 0;
        while (tokens.isBracket(at, '(')) {
            at++;
        }
        String first = tokens.is(at, TokenKind.WORD) ? tokens.written(at).toLowerCase(Locale.ROOT) : "";
        boolean reads = first.equals("explain")
                || !dialect.has(SqlFeature.EMBEDDED) && READING.contains(first)
                || Keywords.beginsQuery(tokens, dialect.syntax(), at);
        if (!reads) {
            return Optional.of(new Refusal(
                    at < tokens.size() ? tokens.start(at) : 0,
                    "Only queries run here: SELECT, WITH … SELECT, VALUES or TABLE.",
                    "Begin the statement with one of them."));
        }
        for (int i = 0; i + 1 < tokens.size(); i++) {
            if (tokens.is(i, TokenKind.SEMICOLON)) {
                return Optional.of(new Refusal(
                        tokens.start(i + 1), "A second statement begins here.", "Send one statement at a time."));
            }
        }
        return Optional.empty();
    }

    /* Views of the engine itself, which need no bracket: its logs, its settings. */
    private Optional<Refusal> systemView(Tokens tokens) {
        FunctionEffects functionEffects = dialect.functions();
        for (int i = 0; i < tokens.size(); i++) {
            boolean name = tokens.is(i, TokenKind.WORD) || tokens.is(i, TokenKind.QUOTED_NAME);
            if (name && functionEffects.is(Kind.RESTRICTED_VIEW, Identifiers.bare(tokens.written(i)))) {
                return Optional.of(new Refusal(
                        tokens.start(i),
                        "“%s” exposes the engine, not data.".formatted(tokens.written(i)),
                        "Query the tables and views of the source."));
            }
        }
        return Optional.empty();
    }
}
