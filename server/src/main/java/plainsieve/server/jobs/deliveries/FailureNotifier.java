package plainsieve.server.jobs.deliveries;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.web.util.HtmlUtils;
import plainsieve.core.value.Keyword;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.access.accounts.Permissions;
import plainsieve.server.jobs.JobListener;
import plainsieve.server.jobs.mail.EmailMessage;
import plainsieve.server.jobs.mail.MailFailure;
import plainsieve.server.jobs.mail.MailTransport;
import plainsieve.server.records.access.PersonRow;
import plainsieve.server.records.jobs.JobKind;
import plainsieve.server.records.jobs.JobState;
import plainsieve.server.runtime.settings.EmailReportSettings;

/** Notifies authors by email when a job failed or is held for review. */
@Component
class FailureNotifier implements JobListener {
    private static final Logger LOG = LoggerFactory.getLogger(FailureNotifier.class);

    private final MailTransport mailTransport;
    private final Accounts accounts;
    private final Permissions permissions;
    private final EmailReportSettings settings;

    FailureNotifier(
            MailTransport mailTransport, Accounts accounts, Permissions permissions, EmailReportSettings settings) {
        this.mailTransport = mailTransport;
        this.accounts = accounts;
        this.permissions = permissions;
        this.settings = settings;
    }

    @Override
    public void onProblem(String projectId, JobKind kind, String thing, JobState state, String note) {
        String what = state == JobState.FAILED ? "failed" : "was held for review";
        String subject = "The %s “%s” %s".formatted(Keyword.of(kind), thing, what);
        send(addresses(permissions.authorsOf(projectId)), subject, note, "/projects/%s/live".formatted(projectId));
    }

    /** @param path of the screen where it is fixed, within the server */
    void send(List<String> addresses, String subject, String note, String path) {
        if (!mailTransport.isSetUp() || addresses.isEmpty()) {
            return;
        }
        String link = settings.address() + path;
        String text = "%s.%n%n%s%n%nView it: %s%n".formatted(subject, note, link);
        String html = "<p><b>%s.</b></p><p>%s</p><p><a href=\"%s\">View it</a></p>"
                .formatted(describe(subject), describe(note), describe(link));
        try (MailTransport.SmtpSession smtpSession = mailTransport.open()) {
            for (String address : addresses) {
                String id = "told." + UUID.randomUUID() + "@plainsieve";
                send(
                        smtpSession,
                        new EmailMessage(id, address, subject, html, text, List.of(), List.of(), Optional.empty()));
            }
        }
    }

    /* A rejected address does not affect others. */
    private static void send(MailTransport.SmtpSession smtpSession, EmailMessage email) {
        try {
            smtpSession.hand(email, () -> {});
        } catch (MailFailure e) {
            LOG.warn("{} could not be notified of “{}”: {}", email.to(), email.subject(), e.getMessage());
        }
    }

    private static String describe(String text) {
        return HtmlUtils.htmlEscape(text, "UTF-8");
    }

    /** The permitted addresses of users who can sign in. */
    List<String> addresses(Set<String> people) {
        return accounts.all().stream()
                .filter(row -> people.contains(row.id()) && !row.suspended())
                .map(PersonRow::email)
                .filter(address -> !address.isEmpty() && mailTransport.mayGoTo(address))
                .distinct()
                .toList();
    }
}
