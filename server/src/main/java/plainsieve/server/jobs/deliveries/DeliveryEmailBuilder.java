package plainsieve.server.jobs.deliveries;

import java.math.BigDecimal;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.parameter.DefaultDefinition;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.server.access.accounts.Permissions;
import plainsieve.server.definitions.model.Report;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.jobs.mail.EmailMessage;
import plainsieve.server.jobs.reportmail.EmailFooter;
import plainsieve.server.jobs.reportmail.EmailHtml;
import plainsieve.server.jobs.reportmail.EmailText;
import plainsieve.server.jobs.reportmail.ReportEmail;
import plainsieve.server.jobs.reportmail.ReportEmailComposer;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.people.Viewer;
import plainsieve.server.sources.ClientPresence;

/** Builds the email of one recipient from the rows that they may see. */
@Component
class DeliveryEmailBuilder {
    private static final String BY = "The delivery";

    private final ReportEmailComposer reportEmailComposer;
    private final AttachmentBuilder attachmentBuilder;
    private final Permissions permissions;
    private final MailLinks links;

    DeliveryEmailBuilder(
            ReportEmailComposer reportEmailComposer,
            AttachmentBuilder attachmentBuilder,
            Permissions permissions,
            MailLinks links) {
        this.reportEmailComposer = reportEmailComposer;
        this.attachmentBuilder = attachmentBuilder;
        this.permissions = permissions;
        this.links = links;
    }

    /** An email, or the reason for none. */
    sealed interface BuildResult {}

    record BuiltEmail(EmailMessage mail) implements BuildResult {}

    record NothingToSend(String reason) implements BuildResult {}

    /** The emails of one delivery job: consecutive recipients with equal choices and rights share their content. */
    static final class Round {
        private final Project project;
        private final Delivery delivery;
        private final ClientPresence clientPresence;
        private final Optional<String> testFor;
        private Optional<Content> last = Optional.empty();

        private Round(Project project, Delivery delivery, ClientPresence clientPresence, Optional<String> testFor) {
            this.project = project;
            this.delivery = delivery;
            this.clientPresence = clientPresence;
            this.testFor = testFor;
        }

        /** @param project as its authors wrote it */
        static Round of(Project project, Delivery delivery, ClientPresence clientPresence) {
            return new Round(project, delivery, clientPresence, Optional.empty());
        }

        /** A test, whose emails go to the tester and cannot unsubscribe anyone. */
        static Round test(Project project, Delivery delivery, ClientPresence clientPresence, String address) {
            return new Round(project, delivery, clientPresence, Optional.of(address));
        }
    }

    /** @param sight the viewer: a person, or the choices of recipients without an account */
    private record Content(Object sight, ReportEmail letter, AttachmentBuilder.BuiltAttachments attached) {}

    /** Throws as any run. @param mailId of the mail among all */
    BuildResult write(Round round, Recipient to, String mailId) {
        Delivery delivery = round.delivery;
        if (round.testFor.isEmpty() && links.isUnsubscribed(round.project, delivery, to.address())) {
            return new NothingToSend("The recipient unsubscribed.");
        }
        Project live = round.project.inStage(Stage.LIVE, opening(delivery, to));
        Optional<Report> report = publishedReport(live, delivery);
        if (report.isEmpty()) {
            return new NothingToSend("The report is not published.");
        }
        Project opened = live.opening(report.get());
        Caller caller = caller(opened, delivery, to);
        if (!permissions.isFor(caller, opened.id(), report.get().id())) {
            return new NothingToSend("The recipient has no access to the report.");
        }
        ReportEmailComposer.EmailRequest wanted =
                new ReportEmailComposer.EmailRequest(opened, report.get(), caller, round.clientPresence);
        // Recipients without an account have equal rights.
        Object sight = to.person().isPresent() ? to.address() : to.choices();
        Optional<Content> known = round.last.filter(content -> content.sight().equals(sight));
        if (known.isEmpty()) {
            ReportEmail email = reportEmailComposer.compose(wanted);
            Optional<String> unmet = unmet(delivery.content().only(), email);
            if (unmet.isPresent()) {
                return new NothingToSend(unmet.get());
            }
            // Only one is cached: attachments may be large.
            round.last = Optional.of(new Content(
                    sight,
                    email,
                    attachmentBuilder.of(wanted, delivery.content().attached())));
        }
        Content content = round.last.orElseThrow();
        return new BuiltEmail(mail(opened, round, to, mailId, content));
    }

    private static Map<String, DefaultDefinition> opening(Delivery delivery, Recipient to) {
        Map<String, DefaultDefinition> opening =
                new LinkedHashMap<>(delivery.content().choices());
        to.choices().forEach((name, choice) -> opening.put(name, DefaultDefinition.of(choice)));
        return opening;
    }

    private static Optional<Report> publishedReport(Project live, Delivery delivery) {
        String id = delivery.content().reportId();
        boolean has = live.hasReport(id) && live.draft(id).published();
        return has ? Optional.of(live.report(id)) : Optional.empty();
    }

    /** Users see their permitted values; others see the values fixed by the delivery, as with a public link. */
    private Caller caller(Project live, Delivery delivery, Recipient to) {
        String by = "delivery";
        if (to.person().isPresent()) {
            return permissions.asPerson(by, to.person().get(), live.id());
        }
        Map<String, ChoiceText> theirs = new LinkedHashMap<>();
        opening(delivery, to).forEach((name, start) -> {
            boolean held = live.parameters().containsKey(name)
                    && live.parameter(name).rowAccess().holds();
            if (held && start.formulaText().isEmpty()) {
                theirs.put(name, start.choice());
            }
        });
        Viewer viewer = Viewer.byLink(by, delivery.content().reportId());
        return Caller.of(by + Caller.LOOKING + to.address(), Role.VIEWER, viewer)
                .fixing(theirs, BY);
    }

    /** Why it is not sent; empty if it is. Throws {@link ProblemException} if what its condition needs is missing. */
    private static Optional<String> unmet(Delivery.SendCondition only, ReportEmail email) {
        if (only instanceof Delivery.HasRows any) {
            boolean rows = email.parts().stream()
                    .filter(part -> part.viewId().equals(any.viewId()))
                    .anyMatch(DeliveryEmailBuilder::hasRows);
            return rows ? Optional.empty() : Optional.of("There were no rows.");
        }
        if (only instanceof Delivery.FigureThreshold passes) {
            ReportEmail.Figures.FigureText figure = email.parts().stream()
                    .filter(part -> part.viewId().equals(passes.viewId()) && part instanceof ReportEmail.Figures)
                    .flatMap(part -> ((ReportEmail.Figures) part).all().stream())
                    .filter(one -> one.label().equalsIgnoreCase(passes.label()))
                    .findFirst()
                    .orElseThrow(() -> new ProblemException(Problem.of(
                            ProblemKind.INVALID_DELIVERY,
                            "The report has no figure “%s” any more.".formatted(passes.label()),
                            "Set the send condition again.")));
            Optional<BigDecimal> value = figure.value().flatMap(DeliveryEmailBuilder::number);
            boolean met = value.filter(
                            is -> passes.above() ? is.compareTo(passes.value()) > 0 : is.compareTo(passes.value()) < 0)
                    .isPresent();
            return met ? Optional.empty() : Optional.of("“%s” was %s.".formatted(passes.label(), figure.written()));
        }
        return Optional.empty();
    }

    private static Optional<BigDecimal> number(Object value) {
        try {
            return Optional.of(new BigDecimal(value.toString()));
        } catch (NumberFormatException e) {
            return Optional.empty();
        }
    }

    private static boolean hasRows(ReportEmail.Section part) {
        return part instanceof ReportEmail.RowsSection rows && !rows.rows().isEmpty()
                || part instanceof ReportEmail.Chart;
    }

    private EmailMessage mail(Project live, Round round, Recipient to, String mailId, Content content) {
        Delivery delivery = round.delivery;
        boolean test = round.testFor.isPresent();
        EmailFooter foot = new EmailFooter(
                links.report(live, delivery, content.letter()),
                Stream.concat(links.aboutOpening(to).stream(), content.attached().notes().stream())
                        .toList(),
                "Plain Sieve of %s sends you “%s”.".formatted(live.name(), delivery.name()),
                Optional.of(links.unsubscribePage(live, delivery, to.address())).filter(page -> !test));
        EmailHtml html = new EmailHtml(mailId);
        String written = html.write(content.letter(), foot);
        return new EmailMessage(
                mailId,
                round.testFor.orElse(to.address()),
                (test ? "Test: " : "") + subject(delivery, to),
                written,
                new EmailText().write(content.letter(), foot),
                html.pictures(),
                content.attached().files(),
                Optional.of(links.unsubscribeAtOnce(live, delivery, to.address()))
                        .filter(link -> !test));
    }

    /** The subject, with the row if there are several. */
    private static String subject(Delivery delivery, Recipient to) {
        String row = to.choices().values().stream()
                .flatMap(choice -> choice.values().stream())
                .collect(Collectors.joining(", "));
        return row.isEmpty() ? delivery.name() : delivery.name() + ": " + row;
    }

    /** The message ID of an email, which is stable when it is built again. */
    String mailId(long job, long mail) {
        return links.mailId(job, mail);
    }
}
