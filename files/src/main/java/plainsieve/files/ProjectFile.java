package plainsieve.files;

import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import plainsieve.files.forms.Absent;
import plainsieve.files.forms.ParameterForm;
import plainsieve.files.forms.ReportForm;

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
        List<ParameterForm> parameters,
        List<QueryEntry> queries,
        List<ReportForm> reports,
        List<ReportForm> drafts,
        List<TransferPolicyEntry> transferPolicies) {
    /** The format of project files. */
    public static final String FORMAT = "plain-sieve/1";

    public ProjectFile {
        format = Absent.orEmpty(format).isEmpty() ? FORMAT : format;
        name = Absent.orEmpty(name);
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
            id = Absent.orEmpty(id);
            kind = Absent.orEmpty(kind);
            host = Absent.orEmpty(host);
            database = Absent.orEmpty(database);
            user = Absent.orEmpty(user);
            signIn = Absent.orEmpty(signIn);
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
            from = Absent.orEmpty(from);
            to = Absent.orEmpty(to);
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
            id = Absent.orEmpty(id);
            name = Absent.orEmpty(name);
            source = Absent.orEmpty(source);
            sourceParameter = Absent.orEmpty(sourceParameter);
            storedCopy = Absent.orEmpty(storedCopy);
            file = Absent.orEmpty(file);
            draftFile = Absent.orEmpty(draftFile);
        }

        /** With its draft in another file, or none. */
        public QueryEntry drafted(String draft) {
            return new QueryEntry(id, name, source, sourceParameter, storedCopy, cacheSeconds, file, draft);
        }
    }
}
