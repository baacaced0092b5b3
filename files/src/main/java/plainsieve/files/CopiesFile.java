package plainsieve.files;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;
import plainsieve.files.forms.CopyForm;

/**
 * The stored copies of a project, {@code copies.yaml} beside its {@code project.yaml}. Their rows are not included: copies are created
 * by the importing server. Described in docs/project-files.md.
 */
@JsonInclude(JsonInclude.Include.NON_EMPTY)
public record CopiesFile(List<CopyForm> copies) {
    public static final String NAME = "copies.yaml";

    /** There are none. */
    public static final CopiesFile NONE = new CopiesFile(List.of());

    public CopiesFile {
        copies = copies == null ? List.of() : List.copyOf(copies);
    }
}
