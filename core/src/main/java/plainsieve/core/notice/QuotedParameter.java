package plainsieve.core.notice;

import java.util.stream.Stream;
import plainsieve.core.sql.TextEdit;

/** {@code ':port'} is a text. Rewrite: {@code :port}. */
final class QuotedParameter implements NoticeRule {
    @Override
    public Stream<Notice> notices(Subject subject) {
        return subject.query().quotedParameters().stream().map(place -> {
            String name = subject.query().text().substring(place.start() + 1, place.end() - 1);
            return Notice.of(
                            "quoted-parameter",
                            "Inside quotes this is text, not a parameter.",
                            "Take the quotes off: values are bound, they need none.")
                    .at(place)
                    .about(name.substring(1))
                    .fixedBy("Take the quotes off", new TextEdit(place.start(), place.end(), name));
        });
    }
}
