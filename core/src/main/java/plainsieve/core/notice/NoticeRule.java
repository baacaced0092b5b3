package plainsieve.core.notice;

import java.util.stream.Stream;
import plainsieve.core.catalogue.Subject;

/** One thing to look for. */
interface NoticeRule {
    Stream<Notice> notices(Subject subject);
}
