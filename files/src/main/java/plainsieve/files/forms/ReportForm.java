package plainsieve.files.forms;

import jakarta.annotation.Nullable;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import plainsieve.core.view.ReportOpening;

/**
 * A report.
 *
 * @param id given by the server when it is created
 * @param audience for whom it is, as text
 * @param question the question line, with parameters in braces
 * @param start how it opens
 * @param onDemand whether it runs on request only
 * @param signedParameters parameters that only signed links can set
 * @param showsPlacements whether viewers see where their choices ran
 * @param dataAge how the age of the data is determined; null if it is not shown
 * @param defaults defaults of parameters in this report, by name
 * @param version the version on which a change is based
 */
public record ReportForm(
        String id,

        @Size(max = FormLimits.NAME, message = FormLimits.TOO_LONG)
        String name,

        @Size(max = FormLimits.NAME, message = FormLimits.TOO_LONG)
        String audience,

        @Size(max = FormLimits.WORDS, message = FormLimits.TOO_LONG)
        String question,

        List<@NotNull(message = FormLimits.MISSING) @Valid ControlForm> controls,
        List<@NotNull(message = FormLimits.MISSING) @Valid ViewForm> views,
        ReportOpening.StartMode start,
        boolean onDemand,
        List<@NotNull(message = FormLimits.MISSING) String> signedParameters,
        boolean showsPlacements,
        @Nullable DataAgeForm dataAge,
        Map<String, @NotNull(message = FormLimits.MISSING) DefaultForm> defaults,
        @ApiOnly int version)
        implements Form, VersionedResource {
    public ReportForm {
        id = Absent.orEmpty(id);
        name = Absent.orEmpty(name);
        audience = Absent.orEmpty(audience);
        question = Absent.orEmpty(question);
        controls = Absent.orEmpty(controls);
        views = Absent.orEmpty(views);
        start = start == null ? ReportOpening.StartMode.DEFAULTS : start;
        signedParameters = Absent.orEmpty(signedParameters);
        defaults = Absent.orEmpty(defaults);
    }

    /** The same with an ID, as a change of a version. */
    public ReportForm identified(String newId, int base) {
        return new ReportForm(
                newId,
                name,
                audience,
                question,
                controls,
                views,
                start,
                onDemand,
                signedParameters,
                showsPlacements,
                dataAge,
                defaults,
                base);
    }

    /**
     * The age of a report's data: the newest value of a column.
     *
     * @param query the ID of the query with the column
     * @param lateHours the age after which data is reported as late; 0 for never
     */
    public record DataAgeForm(String query, String column, int lateHours) implements Form {
        public DataAgeForm {
            query = Absent.orEmpty(query);
            column = Absent.orEmpty(column);
        }
    }
}
