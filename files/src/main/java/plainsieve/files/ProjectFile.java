package plainsieve.files;

import com.fasterxml.jackson.annotation.JsonFormat;
import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import tools.jackson.databind.JsonNode;

/**
 * A project or a part of one as a YAML file: sources, parameters, queries and reports. The SQL of each
 * query is in a separate file that preserves every byte. Described in docs/project-files.md.
 *
 * @param name of the project; may be empty for a part
 * @param reports as published
 * @param drafts drafts of reports that differ: unpublished, or changed since
 * @param transferPolicies decisions on keys that are transferred between sources
 */
@JsonInclude(JsonInclude.Include.NON_EMPTY)
public record ProjectFile(
        String format,
        String name,
        List<SourceEntry> sources,
        List<ParameterEntry> parameters,
        List<QueryEntry> queries,
        List<ReportEntry> reports,
        List<ReportEntry> drafts,
        List<TransferPolicyEntry> transferPolicies) {
    /** The format of project files. */
    public static final String FORMAT = "plain-sieve/1";

    public ProjectFile {
        format = ParameterEntry.orEmpty(format).isEmpty() ? FORMAT : format;
        name = ParameterEntry.orEmpty(name);
        sources = orEmpty(sources);
        parameters = orEmpty(parameters);
        queries = orEmpty(queries);
        reports = orEmpty(reports);
        drafts = orEmpty(drafts);
        transferPolicies = orEmpty(transferPolicies);
    }

    /** The published state, without drafts. */
    public ProjectFile published() {
        List<QueryEntry> live = queries.stream().map(query -> query.drafted("")).toList();
        return new ProjectFile(format, name, sources, parameters, live, reports, List.of(), transferPolicies);
    }

    /** The project without its sources, which belong to an environment. */
    public ProjectFile withoutSources() {
        return new ProjectFile(format, name, List.of(), parameters, queries, reports, drafts, transferPolicies);
    }

    private static <T> List<T> orEmpty(List<T> items) {
        return items == null ? List.of() : List.copyOf(items);
    }

    /**
     * A source without its password, which is never exported.
     *
     * @param tableOverrides declared column types of files, by table and column
     */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record SourceEntry(
            String id,
            String kind,
            String host,
            @JsonInclude(JsonInclude.Include.NON_DEFAULT) int port,
            String database,
            String user,
            String signIn,
            Map<String, Map<String, String>> tableOverrides) {
        public SourceEntry {
            id = ParameterEntry.orEmpty(id);
            kind = ParameterEntry.orEmpty(kind);
            host = ParameterEntry.orEmpty(host);
            database = ParameterEntry.orEmpty(database);
            user = ParameterEntry.orEmpty(user);
            signIn = ParameterEntry.orEmpty(signIn);
            tableOverrides =
                    tableOverrides == null ? Map.of() : Collections.unmodifiableMap(new TreeMap<>(tableOverrides));
        }

        private static final Set<String> ASKED_HERE = Set.of("folder", "web", "odata");

        /** The name of the dialect of its queries: files and responses are queried by an embedded engine. */
        @JsonIgnore
        public String dialect() {
            return ASKED_HERE.contains(kind) ? "duckdb" : kind;
        }
    }

    /**
     * Whether keys of one source may be sent to another.
     *
     * @param from the ID of the source that provides the keys
     */
    public record TransferPolicyEntry(String from, String to, boolean allowed) {
        public TransferPolicyEntry {
            from = ParameterEntry.orEmpty(from);
            to = ParameterEntry.orEmpty(to);
        }
    }

    /**
     * A query.
     *
     * @param source the ID of its source
     * @param sourceParameter the parameter that selects a source of the same kind; empty for none
     * @param storedCopy the stored copy that reports read instead; empty to query the source
     * @param cacheSeconds how long reports reuse a result; 0 to query the source each time
     * @param file the path of the published SQL, relative to this file
     * @param draftFile the path of the author's draft, if it differs
     */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record QueryEntry(
            String id,
            String name,
            String source,
            String sourceParameter,
            String storedCopy,
            @JsonInclude(JsonInclude.Include.NON_DEFAULT) int cacheSeconds,
            String file,
            String draftFile) {
        public QueryEntry {
            id = ParameterEntry.orEmpty(id);
            name = ParameterEntry.orEmpty(name);
            source = ParameterEntry.orEmpty(source);
            sourceParameter = ParameterEntry.orEmpty(sourceParameter);
            storedCopy = ParameterEntry.orEmpty(storedCopy);
            file = ParameterEntry.orEmpty(file);
            draftFile = ParameterEntry.orEmpty(draftFile);
        }

        /** With its draft in another file, or none. */
        public QueryEntry drafted(String draft) {
            return new QueryEntry(id, name, source, sourceParameter, storedCopy, cacheSeconds, file, draft);
        }
    }

    /**
     * A report.
     *
     * @param start defaults, empty, or question
     * @param onDemand whether it runs on request only
     * @param signedParameters parameters that only signed links can set
     * @param showsPlacements whether viewers see where their choices ran
     * @param dataAge how the age of the data is determined; null if it is not shown
     * @param defaults defaults of parameters in this report, by name, in the format of their defaults
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
            List<String> signedParameters,
            @JsonInclude(JsonInclude.Include.NON_DEFAULT) boolean showsPlacements,
            @JsonInclude(JsonInclude.Include.NON_NULL) DataAgeEntry dataAge,
            Map<String, JsonNode> defaults) {
        public ReportEntry {
            defaults = defaults == null ? Map.of() : Map.copyOf(defaults);
            id = ParameterEntry.orEmpty(id);
            name = ParameterEntry.orEmpty(name);
            start = ParameterEntry.orEmpty(start);
            signedParameters = orEmpty(signedParameters);
            audience = ParameterEntry.orEmpty(audience);
            question = ParameterEntry.orEmpty(question);
            controls = orEmpty(controls);
            views = orEmpty(views);
        }
    }

    /**
     * The age of a report's data: the newest value of a column.
     *
     * @param query the ID of the query with the column
     * @param lateHours the age after which data is reported as late; 0 for never
     */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record DataAgeEntry(
            String query,
            String column,
            @JsonInclude(JsonInclude.Include.NON_DEFAULT) int lateHours) {
        public DataAgeEntry {
            query = ParameterEntry.orEmpty(query);
            column = ParameterEntry.orEmpty(column);
        }
    }

    /**
     * A control.
     *
     * @param kind slicer, dropdown, search, dates, numbers, text, switch, number or rows
     * @param heading empty for the group of its parameter
     * @param place beside-rows or in-sentence; beside-rows if empty
     */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record ControlEntry(String kind, String label, List<String> parameters, String heading, String place) {
        public ControlEntry {
            kind = ParameterEntry.orEmpty(kind);
            heading = ParameterEntry.orEmpty(heading);
            place = ParameterEntry.orEmpty(place);
            label = ParameterEntry.orEmpty(label);
            parameters = orEmpty(parameters);
        }
    }

    /**
     * A view.
     *
     * @param kind figures, bars, line, table, groups or text
     * @param query the ID of its query; texts have none
     * @param groupBy one column or several: bars and their parts, one line per value of the second, levels of groups
     * @param limitParameter the parameter that limits only this view
     * @param text of a text view, in the notation of question lines
     * @param comparison the basis of figures: all, before and a parameter, year and a parameter
     * @param ignoredParameters parameters that do not filter this view
     * @param link the report that a click opens, a space, and the parameter that receives the clicked value
     */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record ViewEntry(
            String id,
            String kind,
            String title,
            String query,
            List<MeasureEntry> measures,

            @JsonFormat(
                    with = {
                        JsonFormat.Feature.ACCEPT_SINGLE_VALUE_AS_ARRAY,
                        JsonFormat.Feature.WRITE_SINGLE_ELEM_ARRAYS_UNWRAPPED
                    })
            List<String> groupBy,

            String limitParameter,
            List<ColumnEntry> columns,
            String text,
            String comparison,
            List<String> ignoredParameters,
            String link,
            @JsonInclude(JsonInclude.Include.NON_NULL) LayoutEntry layout) {
        public ViewEntry {
            id = ParameterEntry.orEmpty(id);
            kind = ParameterEntry.orEmpty(kind);
            title = ParameterEntry.orEmpty(title);
            query = ParameterEntry.orEmpty(query);
            measures = orEmpty(measures);
            groupBy = ProjectFile.orEmpty(groupBy).stream()
                    .filter(key -> !key.isEmpty())
                    .toList();
            limitParameter = ParameterEntry.orEmpty(limitParameter);
            columns = orEmpty(columns);
            text = ParameterEntry.orEmpty(text);
            comparison = ParameterEntry.orEmpty(comparison);
            ignoredParameters = orEmpty(ignoredParameters);
            link = ParameterEntry.orEmpty(link);
        }

        /** Its appearance; defaults for what the file omits. */
        public LayoutEntry layoutOrDefault() {
            return layout == null ? LayoutEntry.USUAL : layout;
        }
    }

    /**
     * The layout of a view.
     *
     * @param order of bars: largest, smallest, or keys; empty for largest
     * @param first number of bars shown; 0 for all; absent for 7
     * @param sideBySide whether parts of bars are side by side
     * @param width in twelfths of the page; 0: automatic its kind
     * @param height in lines; 0: automatic its kind
     */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record LayoutEntry(
            String order,
            @JsonInclude(JsonInclude.Include.NON_NULL) Integer first,
            @JsonInclude(JsonInclude.Include.NON_DEFAULT) boolean sideBySide,
            @JsonInclude(JsonInclude.Include.NON_DEFAULT) int width,
            @JsonInclude(JsonInclude.Include.NON_DEFAULT) int height) {
        /** The defaults. */
        public static final LayoutEntry USUAL = new LayoutEntry("", null, false, 0, 0);

        public LayoutEntry {
            order = ParameterEntry.orEmpty(order);
        }
    }

    /**
     * A figure over all matching rows.
     *
     * @param column empty for a count of rows
     * @param format how the number is written, such as number 1, money €, percent 1; empty: rounded for readability
     */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record MeasureEntry(String function, String column, String label, String unit, String format) {
        public MeasureEntry {
            function = ParameterEntry.orEmpty(function);
            column = ParameterEntry.orEmpty(column);
            label = ParameterEntry.orEmpty(label);
            unit = ParameterEntry.orEmpty(unit);
            format = ParameterEntry.orEmpty(format);
        }
    }

    /**
     * A column of a table.
     *
     * @param label its heading
     * @param format of its values, such as number 1, money €, percent, unit min, day, month, moment
     * @param total whether the sum over all rows is shown
     * @param width in characters; 0 for automatic
     */
    @JsonInclude(JsonInclude.Include.NON_EMPTY)
    public record ColumnEntry(
            String name,
            String label,
            String format,
            @JsonInclude(JsonInclude.Include.NON_DEFAULT) boolean total,
            @JsonInclude(JsonInclude.Include.NON_DEFAULT) int width) {
        public ColumnEntry {
            name = ParameterEntry.orEmpty(name);
            label = ParameterEntry.orEmpty(label);
            format = ParameterEntry.orEmpty(format);
        }
    }
}
