package plainsieve.server.definitions.model;

import java.util.Map;
import java.util.Optional;
import plainsieve.sources.SourceSettings;

/** The source of a project's stored copies, which is a folder. */
public final class CopiesSource {
    private static final String FOLDER = "copies-";

    private CopiesSource() {}

    /** The name of the folder, within that for files. */
    public static String folderName(String projectId) {
        return FOLDER + projectId;
    }

    /** Whether a folder inside the files folder has the name of one for stored copies. */
    public static boolean isFolderName(String name) {
        return name.startsWith(FOLDER);
    }

    /** The table of a copy. */
    public static String table(String copyId) {
        return copyId.replace('-', '_');
    }

    /** The ID of the source; empty before the first copy. */
    public static Optional<String> of(String projectId, Map<String, SourceSettings> sources) {
        return sources.entrySet().stream()
                .filter(source -> source.getValue() instanceof SourceSettings.Folder folder
                        && folder.file().equals(folderName(projectId)))
                .map(Map.Entry::getKey)
                .findFirst();
    }

    /** A query that reads all rows of its copy. */
    public static Query reading(String copiesSource, Query query, SourceSettings settings) {
        String text = "select * from "
                + settings.dialect().quoteName(table(query.asked().copy()));
        return new Query(query.id(), query.name(), copiesSource, "", query.asked(), text, text, query.version());
    }
}
