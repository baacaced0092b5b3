package plainsieve.server.editing.transfer;

import plainsieve.files.CompanionFiles;
import plainsieve.server.definitions.project.Project;

/** A part of a project with its own files, such as stored copies, that is exported and imported with it. */
public interface ProjectExtension {
    /** A companion file of the project. */
    CompanionFiles exportFiles(String projectId, CompanionFiles beside);

    /** Makes what queries ask before they come. */
    default void prepare(Project project, CompanionFiles beside) {
        // Most is asked by none.
    }

    /** Changes what has an id that is here, adds what has not. */
    void importFiles(Project project, CompanionFiles beside);

    /** Whether a source of the project comes with it, and is none of the project's own. */
    default boolean isTheirs(Project project, String sourceId) {
        return false;
    }
}
