package plainsieve.server.project;

import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Service;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.server.records.SelectionRecords;
import plainsieve.server.records.SelectionRow;

/** Choices that viewers keep: under a name for themselves, or without one in place of a link that would be too long. */
@Service
public class Selections {
    private static final int LONGEST_NAME = 120;

    private final SelectionRecords records;
    private final Json json;
    private final Clock clock;

    Selections(SelectionRecords records, Json json, Clock clock) {
        this.records = records;
        this.json = json;
        this.clock = clock;
    }

    public record Selection(String id, String name, Map<String, ChoiceBody> choices) {}

    private record Kept(Map<String, ChoiceBody> choices) {}

    public List<Selection> of(String reportId, String viewer) {
        return records.of(reportId, viewer).stream().map(this::selection).toList();
    }

    /** Found by whoever has the id, as a link is. */
    public Selection get(String reportId, String id) {
        return records.find(reportId, id)
                .map(this::selection)
                .orElseThrow(() -> new NotFound("selection", id, List.of()));
    }

    /** The same name again keeps the newer choices; the same choices without a name have the same id. */
    public Selection keep(String reportId, String viewer, String name, Map<String, ChoiceBody> choices) {
        String stripped = name == null ? "" : name.strip();
        if (stripped.length() > LONGEST_NAME) {
            throw new ProblemException(Problem.of(
                    "name-too-long", "The name has more than %d characters.".formatted(LONGEST_NAME), "Shorten it."));
        }
        String kept = json.write(new Kept(new LinkedHashMap<>(choices)));
        String what = stripped.isEmpty() ? reportId + "\n" + kept : reportId + "\n" + viewer + "\n" + stripped;
        String id =
                UUID.nameUUIDFromBytes(what.getBytes(StandardCharsets.UTF_8)).toString();
        records.keep(new SelectionRow(id, reportId, viewer, stripped, kept, clock.instant()));
        return get(reportId, id);
    }

    public void remove(String reportId, String viewer, String id) {
        if (records.remove(reportId, viewer, id) == 0) {
            throw new NotFound("selection", id, List.of());
        }
    }

    private Selection selection(SelectionRow row) {
        return new Selection(
                row.id(), row.name(), json.read(row.choices(), Kept.class).choices());
    }
}
