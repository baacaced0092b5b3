package plainsieve.server.copies;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import plainsieve.core.dialect.DatePart;
import plainsieve.files.CopiesFile.CopyEntry;
import plainsieve.server.project.StoredForms;
import plainsieve.server.records.CopyRecords;
import plainsieve.server.records.CopyRow;
import plainsieve.server.records.ParsedRowCache;
import plainsieve.server.schedules.ScheduleEntry;

/** Definitions of stored copies in the database and in files. */
@Component
class CopyDefinitions {
    private final CopyRecords records;
    private final StoredForms forms;
    private final ParsedRowCache<CopyRow, ProjectCopy> read;

    CopyDefinitions(CopyRecords records, StoredForms forms) {
        this.records = records;
        this.forms = forms;
        this.read = new ParsedRowCache<>(row -> new ProjectCopy(row.projectId(), copy(row)));
    }

    /** A copy and the project that it belongs to. */
    record ProjectCopy(String projectId, StoredCopy copy) {}

    List<ProjectCopy> all() {
        return read.of(records.all());
    }

    /** Whether it was kept: not when someone else was faster. */
    boolean keep(String projectId, StoredCopy copy) {
        return records.keep(row(projectId, copy)) == 1;
    }

    void remove(String projectId, String id) {
        records.remove(projectId, id);
    }

    private StoredCopy copy(CopyRow row) {
        return copy(forms.readRecord(row.definition(), CopyEntry.class), Instant.parse(row.since()), row.version());
    }

    /** @param since its schedule counts from here */
    static StoredCopy copy(CopyEntry kept, Instant since, int version) {
        int colon = kept.partitionBy().lastIndexOf(':');
        Optional<StoredCopy.Parts> parts = colon < 1
                ? Optional.empty()
                : DatePart.ofWord(kept.partitionBy().substring(colon + 1))
                        .map(stretch -> new StoredCopy.Parts(
                                kept.partitionBy().substring(0, colon), stretch, kept.refreshedPartitions()));
        return new StoredCopy(
                kept.id(),
                kept.name(),
                kept.query(),
                parts,
                new ScheduleEntry(kept.cron(), kept.timeZone(), kept.missedRuns(), kept.after()).read(),
                kept.paused(),
                since,
                version);
    }

    static CopyEntry entry(StoredCopy copy) {
        String by = copy.parts().map(StoredCopy.Parts::key).orElse("");
        int again = copy.parts().map(StoredCopy.Parts::again).orElse(0);
        ScheduleEntry when = ScheduleEntry.of(copy.schedule());
        return new CopyEntry(
                copy.id(),
                copy.name(),
                copy.queryId(),
                by,
                again,
                when.every(),
                when.zone(),
                when.missed(),
                when.after(),
                copy.paused());
    }

    private CopyRow row(String projectId, StoredCopy copy) {
        return new CopyRow(
                projectId,
                copy.id(),
                forms.writeRecord(entry(copy)),
                copy.since().toString(),
                copy.version());
    }
}
