package plainsieve.server.copies;

import java.time.Instant;
import java.time.ZoneId;
import java.util.Optional;
import org.springframework.stereotype.Component;
import plainsieve.core.dialect.DatePart;
import plainsieve.server.project.StoredForms;
import plainsieve.server.records.CopyRow;
import plainsieve.server.schedules.Schedule;

/** Stored copies as the records keep them. */
@Component
class CopyForms {
    private final StoredForms forms;

    CopyForms(StoredForms forms) {
        this.forms = forms;
    }

    /**
     * A copy as it is kept. Texts are empty where there is nothing.
     *
     * @param by the column that it is cut by, and the stretch behind a colon
     * @param every a line of five fields
     * @param after the copy behind which it is refreshed
     */
    record Kept(
            String name,
            String query,
            String by,
            int again,
            String every,
            String zone,
            boolean left,
            String after,
            boolean paused) {}

    StoredCopy copy(CopyRow row) {
        Kept kept = forms.readRecord(row.definition(), Kept.class);
        int colon = kept.by().lastIndexOf(':');
        Optional<StoredCopy.Parts> parts = colon < 1
                ? Optional.empty()
                : DatePart.ofWord(kept.by().substring(colon + 1))
                        .map(stretch -> new StoredCopy.Parts(kept.by().substring(0, colon), stretch, kept.again()));
        return new StoredCopy(
                row.id(),
                kept.name(),
                kept.query(),
                parts,
                schedule(kept),
                kept.paused(),
                Instant.parse(row.since()),
                row.version());
    }

    private static Schedule schedule(Kept kept) {
        if (!kept.every().isEmpty()) {
            Schedule.Missed missed = kept.left() ? Schedule.Missed.LEAVE : Schedule.Missed.CATCH_UP;
            return new Schedule.Times(kept.every(), ZoneId.of(kept.zone()), missed);
        }
        return kept.after().isEmpty() ? new Schedule.ByHand() : new Schedule.After(kept.after());
    }

    CopyRow row(String projectId, StoredCopy copy) {
        String by = copy.parts().map(StoredCopy.Parts::key).orElse("");
        int again = copy.parts().map(StoredCopy.Parts::again).orElse(0);
        Optional<Schedule.Times> times = copy.schedule().times();
        Kept kept = new Kept(
                copy.name(),
                copy.queryId(),
                by,
                again,
                times.map(Schedule.Times::cron).orElse(""),
                times.map(said -> said.zone().getId()).orElse(""),
                times.filter(said -> said.missed() == Schedule.Missed.LEAVE).isPresent(),
                copy.schedule().behind().orElse(""),
                copy.paused());
        return new CopyRow(
                projectId, copy.id(), forms.writeRecord(kept), copy.since().toString(), copy.version());
    }
}
