package plainsieve.server.jobs.copies;

import java.time.Clock;
import java.util.List;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;
import plainsieve.files.CompanionFiles;
import plainsieve.files.CopiesFile;
import plainsieve.files.forms.CopyForm;
import plainsieve.server.definitions.project.Project;
import plainsieve.server.editing.transfer.ProjectExtension;
import plainsieve.server.runtime.settings.Settings;

/** The stored copies of a project out to its files and in from them. */
@Component
@Order(0)
class CopyTransfer implements ProjectExtension {
    private static final String IDS = "[a-z][a-z0-9-]{0,60}";

    private final StoredCopies storedCopies;
    private final CopyEdits edits;
    private final Settings settings;
    private final Clock clock;

    CopyTransfer(StoredCopies storedCopies, CopyEdits edits, Settings settings, Clock clock) {
        this.storedCopies = storedCopies;
        this.edits = edits;
        this.settings = settings;
        this.clock = clock;
    }

    @Override
    public CompanionFiles exportFiles(String projectId, CompanionFiles beside) {
        return beside.with(new CopiesFile(
                storedCopies.of(projectId).stream().map(CopyForms::form).toList()));
    }

    @Override
    public void prepare(Project project, CompanionFiles beside) {
        if (!beside.copies().copies().isEmpty()) {
            edits.prepare(project);
        }
    }

    @Override
    public void importFiles(Project project, CompanionFiles beside) {
        List<CopyForm> entries = beside.copies().copies();
        // A copy may be refreshed after another one that follows in the file.
        entries.stream()
                .filter(entry -> storedCopies.find(project.id(), entry.id()).isEmpty())
                .forEach(entry -> importCopy(project, entry.after("")));
        entries.forEach(entry -> importCopy(project, entry));
    }

    private void importCopy(Project project, CopyForm entry) {
        if (!entry.id().matches(IDS)) {
            throw new ProblemException(Problem.of(
                    ProblemKind.INVALID_NAME,
                    "Invalid copy ID “%s”.".formatted(entry.id()),
                    "Use small letters, digits and hyphens, a letter first."));
        }
        int version = storedCopies
                .find(project.id(), entry.id())
                .map(StoredCopy::version)
                .orElse(0);
        edits.addImported(
                project, CopyForms.copy(entry.identified(entry.id(), version), clock.instant(), settings.zone()));
    }

    @Override
    public boolean isTheirs(Project project, String sourceId) {
        return storedCopies.source(project).filter(sourceId::equals).isPresent();
    }
}
