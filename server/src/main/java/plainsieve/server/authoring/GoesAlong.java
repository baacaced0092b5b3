package plainsieve.server.authoring;

import plainsieve.files.BesideFiles;
import plainsieve.server.project.Project;

/** What goes out and in with a project and is looked after elsewhere, such as its stored copies. */
public interface GoesAlong {
    /** What stands beside the project, with its own. */
    BesideFiles out(String projectId, BesideFiles beside);

    /** Makes what queries ask before they come. */
    default void prepare(Project project, BesideFiles beside) {
        // Most is asked by none.
    }

    /** Changes what has an id that is here, adds what has not. */
    void in(Project project, BesideFiles beside);

    /** Whether a source of the project comes with it, and is none of the project's own. */
    default boolean isTheirs(Project project, String sourceId) {
        return false;
    }
}
