package plainsieve.server.authoring;

import plainsieve.files.CopiesFile;
import plainsieve.server.project.Project;

/** What goes out and in with a project and is looked after elsewhere: its stored copies. */
public interface GoesAlong {
    CopiesFile out(String projectId);

    /** Makes the source that queries on them ask, before the queries come. */
    void prepare(Project project, CopiesFile copies);

    /** Changes what has an id that is here, adds what has not. */
    void in(Project project, CopiesFile copies);

    /** Whether a source of the project is that of its copies, which comes with them. */
    boolean isTheirs(Project project, String sourceId);
}
