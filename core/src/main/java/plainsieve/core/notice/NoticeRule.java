package plainsieve.core.notice;

import java.util.stream.Stream;
import plainsieve.core.catalog.NoticeContext;

/** A rule that detects one kind of problem. */
interface NoticeRule {
    Stream<Notice> notices(NoticeContext context);
}
