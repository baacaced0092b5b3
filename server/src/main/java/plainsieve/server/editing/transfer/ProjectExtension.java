package plainsieve.server.editing.transfer;

import plainsieve.files.CompanionFiles;
import plainsieve.server.definitions.project.Project;

/** A part of a project with its own files, such as stored copies, that is exported and imported with it. */
public interface ProjectExtension {
    /** A companion file of the project. */
    CompanionFiles exportFiles(String projectId, CompanionFiles beside);

    /** Prepares what queries need before they are imported. */
    default void prepare(Project project, CompanionFiles beside) {
        // Most extensions need no preparation.
    }

    /** Changes objects with an existing ID and adds others. */
    void importFiles(Project project, CompanionFiles beside);

    /** Whether a source is included in the project's extension instead of the project. */
    default boolean isTheirs(Project project, String sourceId) {
        return false;
    }
}
