package plainsieve.server.jobs.deliveries;

import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.server.definitions.model.Stage;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.jobs.JobOutcome;
import plainsieve.server.jobs.mail.EmailMessage;
import plainsieve.server.jobs.mail.MailFailure;
import plainsieve.server.jobs.mail.MailTransport;
import plainsieve.server.records.jobs.EmailRecords;
import plainsieve.server.records.jobs.EmailRow;
import plainsieve.server.sources.ClientPresence;
import plainsieve.sources.Cancellation;
import plainsieve.sources.SourceFailure;

/**
 * Sends the emails of one delivery job. Each email has a database record, which is set to <em>handing over</em> before the mail
 * server can accept it; such an email is never sent again.
 */
@Component
class DeliverySender {
    private static final int LONGEST_NOTE = 500;
    private static final Duration KEPT = Duration.ofDays(365);
    private static final int MOST_LOST = 3;

    private final RecipientResolver recipientResolver;
    private final DeliveryEmailBuilder deliveryEmailBuilder;
    private final MailTransport mailTransport;
    private final EmailRecords records;
    private final Clock clock;

    DeliverySender(
            RecipientResolver recipientResolver,
            DeliveryEmailBuilder deliveryEmailBuilder,
            MailTransport mailTransport,
            EmailRecords records,
            Clock clock) {
        this.recipientResolver = recipientResolver;
        this.deliveryEmailBuilder = deliveryEmailBuilder;
        this.mailTransport = mailTransport;
        this.records = records;
        this.clock = clock;
    }

    /** Throws {@link MailFailure} for failures to be retried; finished emails are not repeated then. */
    JobOutcome send(Project project, Delivery delivery, long job, Cancellation stop) {
        ClientPresence clientPresence = new ClientPresence();
        if (!stop.begin(clientPresence::cancel)) {
            return new JobOutcome.Skipped("It was stopped.");
        }
        records.forget(clock.instant().minus(KEPT).toString());
        try (Round round = new Round(project, delivery, job, clientPresence)) {
            for (Recipient to : recipientResolver.of(project.inStage(Stage.LIVE), delivery, clientPresence)) {
                if (stop.reason().isPresent()) {
                    throw new MailFailure(MailFailure.Kind.LATER, "It was stopped before all emails were sent.", null);
                }
                round.one(to);
            }
            return round.outcome();
        } finally {
            stop.end();
        }
    }

    /** Nothing of a job is tried again. */
    void abandon(long job) {
        records.abandon(job);
    }

    /** Sends the first email to a tester. @return why there would be none; empty if it was sent */
    Optional<String> trial(Project project, Delivery delivery, String address) {
        ClientPresence clientPresence = new ClientPresence();
        List<Recipient> all = recipientResolver.of(project.inStage(Stage.LIVE), delivery, clientPresence);
        Recipient first = all.stream()
                .filter(one -> one.reason().isEmpty())
                .findFirst()
                .orElse(new Recipient(address, Optional.empty(), Map.of(), Optional.empty()));
        String id = deliveryEmailBuilder.mailId(0, clock.millis());
        DeliveryEmailBuilder.Round test = DeliveryEmailBuilder.Round.test(project, delivery, clientPresence, address);
        DeliveryEmailBuilder.BuildResult written = deliveryEmailBuilder.write(test, first, id);
        if (written instanceof DeliveryEmailBuilder.NothingToSend nothing) {
            return Optional.of(nothing.reason());
        }
        try (MailTransport.SmtpSession smtpSession = mailTransport.open()) {
            smtpSession.hand(((DeliveryEmailBuilder.BuiltEmail) written).mail(), () -> {});
        }
        return Optional.empty();
    }

    /** One round over all who get it. */
    private final class Round implements AutoCloseable {
        private final Project project;
        private final Delivery delivery;
        private final long job;
        private final DeliveryEmailBuilder.Round known;
        private Optional<MailTransport.SmtpSession> way = Optional.empty();
        private int sent;
        private int left;
        private int refused;
        private int unsure;
        private int waiting;
        private int lost;
        private String why = "";

        Round(Project project, Delivery delivery, long job, ClientPresence clientPresence) {
            this.project = project;
            this.delivery = delivery;
            this.job = job;
            this.known = DeliveryEmailBuilder.Round.of(project, delivery, clientPresence);
        }

        void one(Recipient to) {
            EmailRow row = row(to);
            EmailRow.State state = row.state();
            if (state == EmailRow.State.HANDING_OVER) {
                become(
                        row,
                        EmailRow.State.UNSURE,
                        row.subject(),
                        "The server stopped during sending: delivery is unconfirmed.");
                unsure++;
            } else if (state.isOver()) {
                count(state);
            } else if (to.reason().isPresent()) {
                become(row, EmailRow.State.REFUSED, "", to.reason().get());
                refused++;
            } else {
                write(to, row);
            }
        }

        private EmailRow row(Recipient to) {
            records.add(new EmailRow(
                    0,
                    project.id(),
                    delivery.id(),
                    job,
                    to.address(),
                    to.part(),
                    EmailRow.State.WAITING,
                    "",
                    "",
                    clock.instant().toString()));
            return records.find(job, to.address(), to.part());
        }

        private void count(EmailRow.State state) {
            switch (state) {
                case SENT -> sent++;
                case REFUSED -> refused++;
                case SKIPPED -> left++;
                case UNSURE -> unsure++;
                default -> waiting++;
            }
        }

        private void write(Recipient to, EmailRow row) {
            try {
                DeliveryEmailBuilder.BuildResult written =
                        deliveryEmailBuilder.write(known, to, deliveryEmailBuilder.mailId(job, row.id()));
                if (written instanceof DeliveryEmailBuilder.NothingToSend nothing) {
                    become(row, EmailRow.State.SKIPPED, "", nothing.reason());
                    left++;
                } else if (written instanceof DeliveryEmailBuilder.BuiltEmail ready) {
                    hand(ready.mail(), row);
                }
            } catch (SourceFailure e) {
                later(row, "", e.getMessage());
            } catch (ProblemException e) {
                impossible(row, e);
            }
        }

        /* No permitted values or an invalid definition: permanent. A list that cannot be queried is temporary. */
        private void impossible(EmailRow row, ProblemException e) {
            if (e.problems().stream().anyMatch(problem -> problem.kind().equals(ProblemKind.LIST_UNAVAILABLE))) {
                later(row, "", e.getMessage());
            } else {
                become(row, EmailRow.State.REFUSED, "", e.getMessage());
                refused++;
            }
        }

        /* Without a mail server no email is attempted, since each would wait as long as the first. */
        private void hand(EmailMessage email, EmailRow row) {
            MailTransport.SmtpSession open = way();
            try {
                open.hand(email, () -> become(row, EmailRow.State.HANDING_OVER, email.subject(), ""));
                become(row, EmailRow.State.SENT, email.subject(), "");
                sent++;
                lost = 0;
            } catch (MailFailure e) {
                if (e.kind() == MailFailure.Kind.LATER) {
                    later(row, email.subject(), e.getMessage());
                    lost = open.isOpen() ? 0 : lost + 1;
                    if (lost == MOST_LOST) {
                        throw e;
                    }
                } else {
                    boolean taken = e.kind() == MailFailure.Kind.UNSURE;
                    become(
                            row,
                            taken ? EmailRow.State.UNSURE : EmailRow.State.REFUSED,
                            email.subject(),
                            e.getMessage());
                    count(taken ? EmailRow.State.UNSURE : EmailRow.State.REFUSED);
                }
            }
        }

        /* The others may have theirs. */
        private void later(EmailRow row, String subject, String note) {
            become(row, EmailRow.State.WAITING, subject, note);
            waiting++;
            why = note;
        }

        private MailTransport.SmtpSession way() {
            if (way.filter(MailTransport.SmtpSession::isOpen).isEmpty()) {
                close();
                way = Optional.of(mailTransport.open());
            }
            return way.orElseThrow();
        }

        private void become(EmailRow row, EmailRow.State state, String subject, String note) {
            String said = note.substring(0, Math.min(LONGEST_NOTE, note.length()));
            records.become(row.id(), state, subject, said, clock.instant().toString());
        }

        JobOutcome outcome() {
            if (waiting > 0) {
                throw new MailFailure(MailFailure.Kind.LATER, "%d of %d wait: %s".formatted(waiting, all(), why), null);
            }
            StringBuilder note = new StringBuilder();
            say(note, left, "%d had nothing to receive");
            say(note, refused, "%d failed");
            say(note, unsure, "%d unconfirmed");
            return new JobOutcome.Succeeded(sent, note.toString());
        }

        private int all() {
            return sent + left + refused + unsure + waiting;
        }

        private static void say(StringBuilder note, int count, String words) {
            if (count > 0) {
                note.append(note.isEmpty() ? "" : ", ").append(words.formatted(count));
            }
        }

        @Override
        public void close() {
            way.ifPresent(MailTransport.SmtpSession::close);
            way = Optional.empty();
        }
    }
}
