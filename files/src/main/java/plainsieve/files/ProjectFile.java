package plainsieve.files;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;

/**
 * A whole project, or a part of one, as a YAML file says it: sources, parameters, queries and reports. The SQL of each
 * query stands in a file of its own, so that every byte of it is kept. Described in docs/project-files.md.
 *
 * @param name what the project is called; a part of one may have none
 * @param reports as viewers get them
 * @param drafts reports as their authors make them, where that differs: not given to viewers yet, or changed since
 */
@JsonInclude(JsonInclude.Include.NON_EMPTY)
public record ProjectFile(
        String format,
        String name,
        List<SourceEntry> sources,
        List<ParameterEntry> parameters,
        List<QueryEntry> queries,
        List<ReportEntry> reports,
        List<ReportEntry> drafts) {
    /** The only format there is. */
    public static final String FORMAT = "plain-sieve/1";

    public ProjectFile {
        format = ParameterEntry.orEmpty(format).isEmpty() ? FORMAT : format;
        name = ParameterEntry.orEmpty(name);
        sources = orEmpty(sources);
        parameters = orEmpty(parameters);
        queries = orEmpty(queries);
        reports = orEmpty(reports);
        drafts = orEmpty(drafts);
    }

    private static <T> List<T> orEmpty(List<T> items) {
        return items == null ? List.of() : List.copyOf(items);
    }

    /** A source without its password, which no file holds. */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record SourceEntry(
            String id,
            String kind,
            String host,
            @JsonInclude(JsonInclude.Include.NON_DEFAULT) int port,
            String database,
            String user) {
        public SourceEntry {
            host = ParameterEntry.orEmpty(host);
            database = ParameterEntry.orEmpty(database);
            user = ParameterEntry.orEmpty(user);
        }
    }

    /**
     * A query.
     *
     * @param source the id of its source
     * @param file the path of the SQL that reports send, from the folder of this file
     * @param draftFile the path of the author's draft, when it differs
     */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record QueryEntry(String id, String name, String source, String file, String draftFile) {
        public QueryEntry {
            name = ParameterEntry.orEmpty(name);
            source = ParameterEntry.orEmpty(source);
            file = ParameterEntry.orEmpty(file);
            draftFile = ParameterEntry.orEmpty(draftFile);
        }
    }

    /**
     * A report.
     *
     * @param start defaults, empty, or question
     * @param onDemand whether it runs only when rows are asked for
     * @param signed parameters that a signed link alone may choose
     */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record ReportEntry(
            String id,
            String name,
            String audience,
            String question,
            List<ControlEntry> controls,
            List<ViewEntry> views,
            String start,
            @JsonInclude(JsonInclude.Include.NON_DEFAULT) boolean onDemand,
            List<String> signed) {
        public ReportEntry {
            start = ParameterEntry.orEmpty(start);
            signed = orEmpty(signed);
            audience = ParameterEntry.orEmpty(audience);
            question = ParameterEntry.orEmpty(question);
            controls = orEmpty(controls);
            views = orEmpty(views);
        }
    }

    /** @param kind slicer, dropdown, search, dates, numbers, text, switch, number or rows */
    public record ControlEntry(String kind, String label, List<String> parameters) {
        public ControlEntry {
            label = ParameterEntry.orEmpty(label);
            parameters = orEmpty(parameters);
        }
    }

    /**
     * One thing to look at.
     *
     * @param kind figures, bars, or table
     * @param query the id of its query
     * @param limit the parameter that limits this view alone
     */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record ViewEntry(
            String id,
            String kind,
            String title,
            String query,
            List<MeasureEntry> measures,
            String groupBy,
            String limit,
            List<ColumnEntry> columns) {
        public ViewEntry {
            title = ParameterEntry.orEmpty(title);
            measures = orEmpty(measures);
            groupBy = ParameterEntry.orEmpty(groupBy);
            limit = ParameterEntry.orEmpty(limit);
            columns = orEmpty(columns);
        }
    }

    /** A figure over all matching rows; the column is empty for a count of rows. */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record MeasureEntry(String function, String column, String label, String unit) {
        public MeasureEntry {
            column = ParameterEntry.orEmpty(column);
            label = ParameterEntry.orEmpty(label);
            unit = ParameterEntry.orEmpty(unit);
        }
    }

    /** What viewers read above a column. */
    public record ColumnEntry(String name, String label) {}
}
