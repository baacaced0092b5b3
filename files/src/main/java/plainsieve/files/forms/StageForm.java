package plainsieve.files.forms;

import com.fasterxml.jackson.annotation.JsonIgnore;
import jakarta.annotation.Nullable;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.util.Map;

/**
 * A stage.
 *
 * @param defaults defaults of parameters in the stage, by name
 * @param sources the source that replaces another one, by the other's ID
 * @param rowLimit the maximum number of rows of a view or the bench; null for the server's
 * @param timeoutSeconds statement timeout; null for the server's
 * @param version the version on which a change is based; 0 for a new stage
 */
public record StageForm(
        String name,
        Map<String, @NotNull(message = FormLimits.MISSING) @Valid DefaultForm> defaults,
        Map<String, @NotNull(message = FormLimits.MISSING) String> sources,
        @Nullable Long rowLimit,
        @Nullable Integer timeoutSeconds,
        @ApiOnly int version)
        implements Form, VersionedResource {
    @Override
    @JsonIgnore
    public String id() {
        return name;
    }

    public StageForm {
        name = Absent.orEmpty(name);
        defaults = Absent.orEmpty(defaults);
        sources = Absent.orEmpty(sources);
    }

    /** The same as a change of a version. */
    public StageForm atVersion(int base) {
        return new StageForm(name, defaults, sources, rowLimit, timeoutSeconds, base);
    }

    /** The same under a name. */
    public StageForm named(String newName) {
        return new StageForm(newName, defaults, sources, rowLimit, timeoutSeconds, version);
    }
}
