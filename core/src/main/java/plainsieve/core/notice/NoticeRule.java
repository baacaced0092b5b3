package plainsieve.core.notice;

import java.util.stream.Stream;

/** One thing to look for. */
interface NoticeRule {
    Stream<Notice> notices(Subject subject);
}
