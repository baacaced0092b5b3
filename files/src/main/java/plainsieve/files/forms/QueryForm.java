package plainsieve.files.forms;

import jakarta.validation.constraints.Size;

/**
 * A query with its text, in the database and in the API. A project's files have the text beside the other properties, in a file of its
 * own: see {@link plainsieve.files.ProjectFile.QueryEntry}.
 *
 * @param id given by the server when it is created
 * @param source the ID of its source, which cannot change
 * @param sourceParameter the parameter that selects a source of the same kind; empty for none
 * @param storedCopy the stored copy that reports read instead; empty to query the source
 * @param cacheSeconds how long reports reuse a result; 0 to query the source each time
 * @param text SQL, steps or a web request; on the bench, the draft
 * @param version the version on which a change is based
 */
public record QueryForm(
        String id,

        @Size(max = FormLimits.NAME, message = FormLimits.TOO_LONG)
        String name,

        String source,

        @Size(max = FormLimits.NAME, message = FormLimits.TOO_LONG)
        String sourceParameter,

        @Size(max = FormLimits.NAME, message = FormLimits.TOO_LONG)
        String storedCopy,

        int cacheSeconds,

        @Size(max = FormLimits.TEXT, message = FormLimits.TOO_LONG)
        String text,

        @ApiOnly int version)
        implements Form, VersionedResource {
    public QueryForm {
        id = Absent.orEmpty(id);
        name = Absent.orEmpty(name);
        source = Absent.orEmpty(source);
        sourceParameter = Absent.orEmpty(sourceParameter);
        storedCopy = Absent.orEmpty(storedCopy);
        text = Absent.orEmpty(text);
    }
}
