package plainsieve.server.jobs.deliveries;

import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import plainsieve.core.parameter.ChoiceLink;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.definitions.project.Selections;
import plainsieve.server.jobs.reportmail.ReportEmail;
import plainsieve.server.runtime.settings.EmailReportSettings;
import plainsieve.server.runtime.settings.Settings;

/** The links in emails, based on the public address of this server. */
@Component
class MailLinks {
    /** Servers and mail programs truncate longer ones. */
    private static final int LONGEST = 6000;

    private final Selections selections;
    private final Unsubscriptions unsubscriptions;
    private final EmailReportSettings settings;
    private final boolean accounts;

    MailLinks(Selections selections, Unsubscriptions unsubscriptions, EmailReportSettings settings, Settings all) {
        this.accounts = all.accounts();
        this.selections = selections;
        this.unsubscriptions = unsubscriptions;
        this.settings = settings;
    }

    /** The URL of the report with the choices of the email. */
    String report(Project project, Delivery delivery, ReportEmail email) {
        String report = delivery.content().reportId();
        String page = "%s/projects/%s/reports/%s".formatted(settings.address(), project.id(), report);
        String choices = ChoiceLink.write(email.choices()).stream()
                .map(part -> encoded(part.getKey()) + "=" + encoded(part.getValue()))
                .collect(Collectors.joining("&"));
        if (choices.length() <= LONGEST) {
            return choices.isEmpty() ? page : page + "?" + choices;
        }
        Selections.Owner owner = new Selections.Owner(project, project.report(report), "");
        return "%s?saved=%s"
                .formatted(
                        page,
                        selections
                                .keep(owner, "", email.choices(), Optional.empty())
                                .id());
    }

    private static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8);
    }

    /** A note about the link for recipients without access to it; empty if it opens for them. */
    Optional<String> aboutOpening(Recipient to) {
        return accounts && to.person().isEmpty()
                ? Optional.of("The report requires sign-in. This email contains what it shows you.")
                : Optional.empty();
    }

    /** A page that asks for confirmation. */
    String unsubscribePage(Project project, Delivery delivery, String address) {
        return settings.address() + "/unsubscribe/" + token(project, delivery, address);
    }

    /** Unsubscribes without confirmation (RFC 8058). */
    String unsubscribeAtOnce(Project project, Delivery delivery, String address) {
        return settings.address() + "/api/v1/unsubscribe/" + token(project, delivery, address);
    }

    private String token(Project project, Delivery delivery, String address) {
        return unsubscriptions.token(new Unsubscriptions.Subscription(project.id(), delivery.id(), address));
    }

    boolean isUnsubscribed(Project project, Delivery delivery, String address) {
        return unsubscriptions.isUnsubscribed(new Unsubscriptions.Subscription(project.id(), delivery.id(), address));
    }

    /** The message ID of an email, which is stable when it is built again. */
    String mailId(long job, long mail) {
        String host = settings.address().replaceFirst("^https?://", "").replaceFirst("[:/].*", "");
        return "delivery.%d.%d@%s".formatted(job, mail, host.toLowerCase(Locale.ROOT));
    }
}
