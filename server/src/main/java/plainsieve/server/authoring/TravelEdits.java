package plainsieve.server.authoring;

import org.springframework.stereotype.Service;
import plainsieve.server.project.Project;
import plainsieve.server.project.Travel;
import plainsieve.server.records.TravelRecords;
import plainsieve.server.records.TravelRow;

/** Decides between which sources values may travel in a project. */
@Service
public class TravelEdits {
    private final TravelRecords records;

    TravelEdits(TravelRecords records) {
        this.records = records;
    }

    /** Throws {@link plainsieve.server.project.NotFound} when there is no such source. */
    public void decide(Project project, Travel travel) {
        project.source(travel.from());
        project.source(travel.to());
        records.decide(row(project, travel));
    }

    /** Leaves it open again: until somebody decides, they do not travel. */
    public void forget(Project project, String from, String to) {
        records.forget(row(project, new Travel(from, to, false)));
    }

    private static TravelRow row(Project project, Travel travel) {
        return new TravelRow(project.id(), travel.from(), travel.to(), travel.allowed());
    }
}
