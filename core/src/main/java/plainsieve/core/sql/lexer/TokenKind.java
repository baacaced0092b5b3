package plainsieve.core.sql.lexer;

/** The kind of a token. White space and comments are gaps between tokens. */
public enum TokenKind {
    /** A keyword or an unquoted name. */
    WORD,
    QUOTED_NAME,
    STRING,
    NUMBER,
    /** {@code :name}. */
    PARAMETER,
    /** A placeholder of another notation ({@code ?}, {@code $1}), which author texts do not use. */
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
