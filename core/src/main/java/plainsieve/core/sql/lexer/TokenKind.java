package plainsieve.core.sql.lexer;

/** What a token is. White space and comments are not tokens: they are the gaps between tokens. */
public enum TokenKind {
    /** A keyword or an unquoted name. */
    WORD,
    QUOTED_NAME,
    STRING,
    NUMBER,
    /** {@code :name}. */
    PARAMETER,
    /** A placeholder of another notation ({@code ?}, {@code $1}), which plain SQL here does not use. */
    PLACEHOLDER,
    /** An operator, a dot, a cast, or any other character without a meaning for the structure. */
    SYMBOL,
    /** {@code (}, {@code [} or <code>{</code>. */
    OPEN,
    /** {@code )}, {@code ]} or <code>}</code>. */
    CLOSE,
    COMMA,
    SEMICOLON
}
