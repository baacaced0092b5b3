package plainsieve.core.rewrite.edit;

import plainsieve.core.dialect.Dialect;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.Tokens;

/** The author's text with its tokens and dialect. */
public record SourceText(Tokens tokens, Dialect dialect) {
    public int start(Span span) {
        return tokens.start(span.from());
    }

    public int end(Span span) {
        return tokens.end(span.to() - 1);
    }

    public String text(Span span) {
        return tokens.text().substring(start(span), end(span));
    }
}
