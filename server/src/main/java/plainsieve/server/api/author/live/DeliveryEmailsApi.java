package plainsieve.server.api.author.live;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import java.util.List;
import java.util.Optional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import plainsieve.files.forms.Absent;
import plainsieve.server.api.author.live.DeliveryBodies.EmailBody;
import plainsieve.server.body.RequestLimits;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.http.context.RequiredRole;
import plainsieve.server.jobs.deliveries.Deliveries;
import plainsieve.server.jobs.deliveries.TestAddress;
import plainsieve.server.people.Caller;
import plainsieve.server.people.Role;
import plainsieve.server.records.jobs.EmailRecords;
import plainsieve.sources.Column;

/** Emails of deliveries: recipients and outcome, and test emails. */
@RestController
@RequestMapping("/api/v1/projects/{project}/deliveries/{id}")
@RequiredRole(Role.AUTHOR)
class DeliveryEmailsApi {
    private static final int MOST_MAILS = 200;

    private final Deliveries deliveries;
    private final TestAddress testing;
    private final EmailRecords mails;

    DeliveryEmailsApi(Deliveries deliveries, TestAddress testing, EmailRecords mails) {
        this.deliveries = deliveries;
        this.testing = testing;
        this.mails = mails;
    }

    /** @param to the recipient; the caller's own address if there are accounts */
    record TestEmailRequest(String to) {
        TestEmailRequest {
            to = Absent.orEmpty(to);
        }
    }

    /** @param to the recipient. @param reason why nothing was sent; empty if it was */
    record TestEmailResult(String to, String reason) {}

    /** Sends the email of the first recipient to the caller and to no one else. */
    @PostMapping("/test")
    TestEmailResult sendTestEmail(
            Project project, Caller caller, @PathVariable String id, @RequestBody TestEmailRequest body) {
        String address = testing.of(caller, body.to());
        Optional<String> nothing = deliveries.trial(project, id, address);
        return new TestEmailResult(address, nothing.orElse(""));
    }

    /** Emails and recipients, newest first. @param before the number of an email; 0 for the newest */
    @GetMapping("/emails")
    List<EmailBody> listEmails(
            Project project, @PathVariable String id, @RequestParam(defaultValue = "0") long before) {
        return mails.of(project.id(), deliveries.get(project.id(), id).id(), before, MOST_MAILS).stream()
                .map(row -> new EmailBody(row.id(), row.address(), row.state(), row.subject(), row.message(), row.at()))
                .toList();
    }

    record RecipientQuery(
            @NotBlank(message = RequestLimits.MISSING) String queryId) {}

    /** Runs a query to find its columns, one of which contains the recipients' addresses. */
    @PostMapping("/recipient-columns")
    List<Column> findRecipientColumns(
            Project project, @PathVariable String id, @Valid @RequestBody RecipientQuery body) {
        return deliveries.columns(project, id, body.queryId());
    }
}
