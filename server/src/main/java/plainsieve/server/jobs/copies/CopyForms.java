package plainsieve.server.jobs.copies;

import java.time.Instant;
import java.time.ZoneId;
import java.util.Optional;
import plainsieve.core.dialect.DatePart;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.files.forms.CopyForm;
import plainsieve.server.jobs.schedules.ScheduleForms;

/** Converts stored copies to forms and back. */
public final class CopyForms {
    private CopyForms() {}

    public static CopyForm form(StoredCopy copy) {
        return new CopyForm(
                copy.id(),
                copy.name(),
                copy.queryId(),
                copy.parts().map(StoredCopy.Parts::key).orElse(""),
                copy.parts().map(StoredCopy.Parts::again).orElse(0),
                ScheduleForms.form(copy.schedule()),
                copy.paused(),
                copy.version());
    }

    /**
     * The copy. Throws {@link ProblemException} for invalid partitions and schedules.
     *
     * @param since start of its schedule
     * @param zone the time zone of a schedule that has none
     */
    public static StoredCopy copy(CopyForm form, Instant since, ZoneId zone) {
        return new StoredCopy(
                form.id(),
                form.name(),
                form.query(),
                parts(form),
                ScheduleForms.schedule(form.schedule(), zone),
                form.paused(),
                since,
                form.version());
    }

    private static Optional<StoredCopy.Parts> parts(CopyForm form) {
        String by = form.partitionBy();
        if (by.isEmpty()) {
            return Optional.empty();
        }
        int colon = by.lastIndexOf(':');
        DatePart period = DatePart.ofWord(by.substring(colon + 1))
                .filter(found -> colon > 0)
                .orElseThrow(() -> new ProblemException(Problem.of(
                        ProblemKind.INVALID_STORED_COPY,
                        "Invalid partitions “%s”.".formatted(by),
                        "Write a column and a period, such as departed_at:day.")));
        return Optional.of(new StoredCopy.Parts(by.substring(0, colon), period, form.refreshedPartitions()));
    }
}
