package plainsieve.server.authoring;

import plainsieve.files.CompanionFiles;
import plainsieve.server.project.Project;

/** What goes out and in with a project and is managed elsewhere, such as its stored copies. */
public interface ProjectExtension {
    /** What is next to the project, with its own. */
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
