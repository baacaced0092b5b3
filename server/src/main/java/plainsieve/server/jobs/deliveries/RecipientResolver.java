package plainsieve.server.jobs.deliveries;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.IntStream;
import org.springframework.stereotype.Component;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.server.access.accounts.Accounts;
import plainsieve.server.access.accounts.Groups;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.jobs.mail.MailTransport;
import plainsieve.server.people.Caller;
import plainsieve.server.people.MailAddress;
import plainsieve.server.people.Person;
import plainsieve.server.people.Role;
import plainsieve.server.people.Viewer;
import plainsieve.server.records.access.GroupRecords;
import plainsieve.server.records.access.GroupRow;
import plainsieve.server.records.access.PersonRow;
import plainsieve.server.records.sent.StatementCause;
import plainsieve.server.results.runs.QueryRunner;
import plainsieve.server.results.runs.RequestedChoices;
import plainsieve.server.results.runs.RunRequest;
import plainsieve.server.runtime.settings.EmailReportSettings;
import plainsieve.server.sources.ClientPresence;
import plainsieve.server.sources.RunListener;
import plainsieve.server.sources.ShownValue;
import plainsieve.server.sources.sent.Purpose;
import plainsieve.sources.Cancellation;
import plainsieve.sources.Column;

/** Resolves the recipients of a delivery: addresses, people, groups, or rows of a query. */
@Component
class RecipientResolver {
    static final String GROUP = "group:";

    private final Accounts accounts;
    private final Groups groups;
    private final MailTransport mailTransport;
    private final QueryRunner queryRunner;
    private final EmailReportSettings settings;

    RecipientResolver(
            Accounts accounts,
            Groups groups,
            MailTransport mailTransport,
            QueryRunner queryRunner,
            EmailReportSettings settings) {
        this.accounts = accounts;
        this.groups = groups;
        this.mailTransport = mailTransport;
        this.queryRunner = queryRunner;
        this.settings = settings;
    }

    /**
     * All recipients without duplicates, however they are named and their address is written.
     *
     * @param project in the live stage
     * @throws ProblemException if there are too many, or a column is missing; otherwise like any run
     */
    List<Recipient> of(Project project, Delivery delivery, ClientPresence clientPresence) {
        List<PersonRow> people = accounts.all();
        List<Recipient> all = new ArrayList<>();
        if (delivery.to() instanceof Delivery.EachRow each) {
            rows(project, delivery, each, clientPresence)
                    .forEach(row -> all.add(addressee(row.address(), row.choices(), people)));
        } else if (delivery.to() instanceof Delivery.NamedRecipients named) {
            named.who().forEach(who -> named(who, people).forEach(all::add));
        }
        Map<String, Recipient> once = new LinkedHashMap<>();
        all.forEach(one -> once.putIfAbsent(one.address().toLowerCase(Locale.ROOT) + "\n" + one.part(), one));
        if (once.size() > settings.maxEmails()) {
            throw invalid(
                    "More than %,d emails would be sent, so none was sent.".formatted(settings.maxEmails()),
                    "Reduce the recipients, or ask the operator for a higher limit.");
        }
        return List.copyOf(once.values());
    }

    private List<Recipient> named(String who, List<PersonRow> people) {
        if (!who.startsWith(GROUP)) {
            return List.of(addressee(who, Map.of(), people));
        }
        String name = who.substring(GROUP.length()).strip();
        Optional<GroupRow> group = groups.all().stream()
                .filter(row -> row.name().equalsIgnoreCase(name))
                .findFirst();
        if (group.isEmpty()) {
            return List.of(unreachable(who, Map.of(), "Unknown group “%s”.".formatted(name)));
        }
        Set<String> members = new LinkedHashSet<>();
        groups.members().stream()
                .filter(member -> member.groupId().equals(group.get().id()))
                .map(GroupRecords.Member::personId)
                .forEach(members::add);
        return people.stream()
                .filter(row -> members.contains(row.id()))
                .map(row -> of(row, Map.of()))
                .toList();
    }

    /** Anyone who has the address, or the name. */
    private Recipient addressee(String who, Map<String, ChoiceText> choices, List<PersonRow> people) {
        Optional<PersonRow> person = people.stream()
                .filter(row -> row.name().equalsIgnoreCase(who.strip())
                        || !row.email().isEmpty() && row.email().equalsIgnoreCase(who.strip()))
                .findFirst();
        if (person.isPresent()) {
            return of(person.get(), choices);
        }
        return MailAddress.read(who)
                .map(address -> mailTransport.mayGoTo(address)
                        ? new Recipient(address, Optional.empty(), choices, Optional.empty())
                        : unreachable(address, choices, "The operator does not allow emails to that domain."))
                .orElseGet(() ->
                        unreachable(who.isBlank() ? "(empty)" : who, choices, "Not an email address or account name."));
    }

    private Recipient of(PersonRow row, Map<String, ChoiceText> choices) {
        String address = row.email().isEmpty() ? MailAddress.read(row.name()).orElse("") : row.email();
        if (row.suspended()) {
            return unreachable(address.isEmpty() ? row.name() : address, choices, "The account is suspended.");
        }
        if (address.isEmpty()) {
            return unreachable(row.name(), choices, "%s has no email address.".formatted(row.label()));
        }
        return mailTransport.mayGoTo(address)
                ? new Recipient(
                        address, Optional.of(new Person(row.id(), row.name(), row.label())), choices, Optional.empty())
                : unreachable(address, choices, "The operator does not allow emails to that domain.");
    }

    private static Recipient unreachable(String who, Map<String, ChoiceText> choices, String why) {
        return new Recipient(who, Optional.empty(), choices, Optional.of(why));
    }

    /** A row with a recipient. */
    private record Row(String address, Map<String, ChoiceText> choices) {}

    private List<Row> rows(Project project, Delivery delivery, Delivery.EachRow each, ClientPresence clientPresence) {
        RecipientCollector reading = new RecipientCollector(each, clientPresence);
        run(project, delivery, each.queryId(), settings.maxEmails() + 1L, reading);
        return reading.rows;
    }

    /** The columns of a query that could provide recipients. Throws like any run. */
    List<Column> columns(Project project, Delivery delivery, String queryId) {
        List<Column> columns = new ArrayList<>();
        run(project, delivery, queryId, 1, new RunListener() {
            @Override
            public void columns(List<Column> found) {
                columns.addAll(found);
            }
        });
        return columns;
    }

    private void run(Project project, Delivery delivery, String queryId, long cap, RunListener listener) {
        Caller caller = Caller.of("delivery", Role.AUTHOR, new Viewer("delivery", "", false, true, Set.of(), ""));
        queryRunner.run(
                new RunRequest(
                        UUID.randomUUID().toString(),
                        project,
                        RunRequest.Text.live(project.queryInStage(queryId)),
                        RequestedChoices.of(caller, Set.of(), Map.of()),
                        RunRequest.RowSelection.ALL_ROWS,
                        Purpose.ofView(
                                StatementCause.DELIVERY, delivery.content().reportId(), ""),
                        cap),
                listener);
    }

    private static final class RecipientCollector implements RunListener {
        private final Delivery.EachRow each;
        private final ClientPresence clientPresence;
        private final List<Row> rows = new ArrayList<>();
        private final Map<String, Integer> places = new LinkedHashMap<>();
        private int address;

        RecipientCollector(Delivery.EachRow each, ClientPresence clientPresence) {
            this.each = each;
            this.clientPresence = clientPresence;
        }

        @Override
        public void started(Cancellation run) {
            clientPresence.begun(run);
        }

        @Override
        public void columns(List<Column> columns) {
            address = place(columns, each.column());
            each.choices().forEach((parameter, column) -> places.put(parameter, place(columns, column)));
        }

        private static int place(List<Column> columns, String name) {
            return IntStream.range(0, columns.size())
                    .filter(i -> columns.get(i).name().toLowerCase(Locale.ROOT).equals(name.toLowerCase(Locale.ROOT)))
                    .findFirst()
                    .orElseThrow(() -> invalid(
                            "The query for the recipients has no column “%s”.".formatted(name),
                            "It has %s."
                                    .formatted(String.join(
                                            ", ",
                                            columns.stream().map(Column::name).toList()))));
        }

        @Override
        public void row(Object[] values) {
            Map<String, ChoiceText> choices = new LinkedHashMap<>();
            places.forEach((parameter, at) -> choices.put(parameter, choice(values[at])));
            Object to = values[address];
            rows.add(new Row(to == null ? "" : to.toString(), choices));
        }

        private static ChoiceText choice(Object value) {
            return value == null
                    ? new ChoiceText(ChoiceText.Kind.VALUES, List.of(), true)
                    : ChoiceText.of(ShownValue.of(value).toString());
        }
    }

    private static ProblemException invalid(String message, String advice) {
        return new ProblemException(Problem.of(ProblemKind.INVALID_DELIVERY, message, advice));
    }
}
