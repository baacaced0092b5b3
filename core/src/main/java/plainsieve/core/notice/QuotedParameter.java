package plainsieve.core.notice;

import java.util.stream.Stream;
import plainsieve.core.catalog.NoticeContext;
import plainsieve.core.sql.lexer.TextEdit;
import plainsieve.core.value.TextLocation;

/** {@code ':port'} is a text. Rewrite: {@code :port}. */
final class QuotedParameter implements NoticeRule {
    @Override
    public Stream<Notice> notices(NoticeContext context) {
        return context.query().quotedParameters().stream().map(token -> {
            int end = context.tokens().end(token);
            int quote = context.query().text().lastIndexOf(':', end - 2) - 1;
            TextLocation location = context.query().tokens().place(quote, end);
            String name = context.query().text().substring(quote + 1, end - 1);
            return Notice.of(
                            NoticeKind.QUOTED_PARAMETER,
                            "Inside quotes this is text, not a parameter.",
                            "Remove the quotes: bound values need none.")
                    .at(location)
                    .about(name.substring(1))
                    .fixedBy("Remove the quotes", new TextEdit(location.start(), location.end(), name));
        });
    }
}
