package plainsieve.core.rewrite;

import plainsieve.core.dialect.Dialect;
import plainsieve.core.sql.Span;
import plainsieve.core.sql.Tokens;

/** The author's text as rules see it: its tokens, and the dialect it is written in. */
record Source(Tokens tokens, Dialect dialect) {
    int start(Span span) {
        return tokens.start(span.from());
    }

    int end(Span span) {
        return tokens.end(span.to() - 1);
    }

    String text(Span span) {
        return tokens.text().substring(start(span), end(span));
    }
}
