package plainsieve.core.notice;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import plainsieve.core.catalog.NoticeContext;
import plainsieve.core.dialect.Syntax.Feature;
import plainsieve.core.sql.Clause;
import plainsieve.core.sql.lexer.Span;
import plainsieve.core.sql.lexer.TextEdit;
import plainsieve.core.sql.lexer.TokenKind;
import plainsieve.core.sql.lexer.Tokens;

/**
 * Where {@code ||} is OR, text is concatenated by a function.
 *
 * <pre>
 * note like '%' || :word || '%'   note like concat('%', :word, '%')
 * </pre>
 */
final class PipesAsOr implements NoticeRule {
    @Override
    public Stream<Notice> notices(NoticeContext context) {
        if (!context.dialect().syntax().has(Feature.PIPES_MEAN_OR)) {
            return Stream.empty();
        }
        List<Notice> notices = new ArrayList<>();
        for (Clause clause : context.query().conditionClauses()) {
            Span body = clause.body();
            for (int i = body.from(); i < body.to(); i++) {
                if (context.tokens().isWord(i, "like") && isText(context.tokens(), i + 1)) {
                    Span chain = chain(context.tokens(), i + 1, body.to());
                    if (chain.length() > 1) {
                        notices.add(notice(context, chain));
                    }
                    i = chain.to() - 1;
                }
            }
        }
        return notices.stream();
    }

    private static Span chain(Tokens tokens, int from, int to) {
        int end = from + 1;
        while (end + 1 < to && tokens.isSymbol(end, "||") && isText(tokens, end + 1)) {
            end += 2;
        }
        return new Span(from, end);
    }

    private static boolean isText(Tokens tokens, int at) {
        return tokens.is(at, TokenKind.STRING) || tokens.is(at, TokenKind.PARAMETER);
    }

    private static Notice notice(NoticeContext context, Span chain) {
        List<String> parts = new ArrayList<>();
        for (int i = chain.from(); i < chain.to(); i += 2) {
            parts.add(context.tokens().written(i));
        }
        return Notice.of(
                        NoticeKind.PIPES_AS_OR,
                        "In this database || means OR, so this combines conditions instead of concatenating texts.",
                        "Concatenate texts with concat(…).")
                .at(context.place(chain))
                .fixedBy(
                        "Concatenate the texts",
                        new TextEdit(
                                context.start(chain), context.end(chain), "concat(" + String.join(", ", parts) + ")"));
    }
}
