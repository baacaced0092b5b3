package plainsieve.core.notice;

import java.util.stream.Stream;
import plainsieve.core.catalog.NoticeContext;

/** One thing to look for. */
interface NoticeRule {
    Stream<Notice> notices(NoticeContext context);
}
