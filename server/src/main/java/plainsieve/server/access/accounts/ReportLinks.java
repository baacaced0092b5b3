package plainsieve.server.access.accounts;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import plainsieve.core.parameter.ChoiceText;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.server.access.security.SignedLinks;
import plainsieve.server.definitions.forms.StoredForms;
import plainsieve.server.definitions.model.NotFoundException;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.records.access.SignedLinkRecords;
import plainsieve.server.records.access.SignedLinkRow;

/** Signed links: created, listed, revoked. */
@Service
public class ReportLinks {
    /** The maximum lifetime of a public link, so that no forgotten ones stay valid. */
    private static final Duration LONGEST_FOR_ANYONE = Duration.ofDays(366);

    private final SignedLinks signed;
    private final SignedLinkRecords records;
    private final StoredForms forms;
    private final Clock clock;

    ReportLinks(SignedLinks signed, SignedLinkRecords records, StoredForms forms, Clock clock) {
        this.signed = signed;
        this.records = records;
        this.forms = forms;
        this.clock = clock;
    }

    /**
     * A request for a link.
     *
     * @param ends its expiry; empty for none
     * @param anyone whether it is public
     */
    public record LinkRequest(Map<String, ChoiceText> choices, Optional<Instant> ends, boolean anyone, String madeBy) {}

    /** A new link. @param token the signed part */
    public record CreatedLink(SignedLinkRow row, String token) {}

    /** A valid link. */
    public record ValidLink(Optional<SignedLinkRow> row, Map<String, ChoiceText> choices) {
        static final ValidLink NONE = new ValidLink(Optional.empty(), Map.of());

        /** Whether it is public. */
        public boolean isForAnyone() {
            return row.filter(SignedLinkRow::openToAnyone).isPresent();
        }

        /** The name in Sent of callers who use it. */
        public String who() {
            return row.map(link -> "link " + link.id().substring(0, 8)).orElse("link");
        }
    }

    /** Throws {@link ProblemException} for an end that cannot be. */
    public CreatedLink create(Project project, String reportId, LinkRequest wanted) {
        Instant now = clock.instant();
        boolean past = wanted.ends().filter(end -> !end.isAfter(now)).isPresent();
        boolean tooFar = wanted.anyone()
                && wanted.ends()
                        .filter(end -> end.isBefore(now.plus(LONGEST_FOR_ANYONE)))
                        .isEmpty();
        if (past || tooFar) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_LINK,
                    past ? "That date is in the past." : "A link without sign-in must expire within a year.",
                    "Choose a day from tomorrow on, at most a year ahead."));
        }
        SignedLinkRow row = new SignedLinkRow(
                UUID.randomUUID().toString(),
                project.id(),
                reportId,
                wanted.madeBy(),
                now,
                wanted.ends().map(Instant::toString).orElse(""),
                wanted.anyone(),
                forms.write(new FixedChoices(wanted.choices())),
                "",
                0,
                "");
        records.add(row);
        return new CreatedLink(
                row,
                signed.sign(
                        target(project, reportId),
                        new SignedLinks.LinkTerms(row.id(), row.endsAt(), row.openToAnyone()),
                        wanted.choices()));
    }

    /** The choices as the records keep them. */
    private record FixedChoices(Map<String, ChoiceText> choices) {
        FixedChoices {
            choices = new LinkedHashMap<>(choices);
        }
    }

    public Map<String, ChoiceText> choices(SignedLinkRow row) {
        return forms.read(row.choices(), FixedChoices.class).choices();
    }

    /** The links of a report, the newest first. */
    public List<SignedLinkRow> of(Project project, String reportId) {
        return records.of(project.id(), reportId);
    }

    /** From now on it opens nothing. */
    public void revoke(Project project, String reportId, String id) {
        boolean there = of(project, reportId).stream().anyMatch(row -> row.id().equals(id));
        if (!there) {
            throw new NotFoundException("link", id, List.of());
        }
        records.revoke(id, clock.instant().toString());
    }

    /**
     * The content of a token; empty for an empty one.
     *
     * @throws ProblemException if it was not issued for this report, is expired, or was revoked
     */
    public ValidLink read(Project project, String reportId, String token) {
        if (token.isEmpty()) {
            return ValidLink.NONE;
        }
        SignedLinks.LinkContent read = signed.read(target(project, reportId), token);
        SignedLinkRow row = records.find(read.terms().id())
                .or(() -> fromElsewhere(project, reportId, read))
                .filter(link -> !link.isRevoked())
                .orElseThrow(() -> invalid("This link was revoked."));
        if (row.ends().filter(end -> !end.isAfter(clock.instant())).isPresent()) {
            throw invalid("This link has expired.");
        }
        return new ValidLink(Optional.of(row), read.choices());
    }

    /** A link created by another server with the same key is listed here from its first use. */
    private Optional<SignedLinkRow> fromElsewhere(Project project, String reportId, SignedLinks.LinkContent read) {
        if (!signed.areShared()) {
            return Optional.empty();
        }
        SignedLinkRow row = new SignedLinkRow(
                read.terms().id(),
                project.id(),
                reportId,
                "another server",
                clock.instant(),
                read.terms().ends(),
                read.terms().anyone(),
                forms.write(new FixedChoices(read.choices())),
                "",
                0,
                "");
        records.meet(row);
        return Optional.of(row);
    }

    private static ProblemException invalid(String what) {
        return new ProblemException(Problem.of(ProblemKind.INVALID_LINK, what, "Ask the sender for a new one."));
    }

    private SignedLinks.LinkTarget target(Project project, String reportId) {
        return new SignedLinks.LinkTarget(project.id(), reportId);
    }
}
