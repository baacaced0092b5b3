package plainsieve.core.steps.compile;

import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.steps.model.KnownColumn;
import plainsieve.core.value.Type;

/** Tables, functions and queries that steps may reference. */
public interface SchemaContext {
    /** The columns of a table, in its order; nothing when they are not known. @param schema empty where none is named */
    Optional<List<KnownColumn>> columns(String schema, String table);

    /** Columns that together are different in every row of a table; none when no such are known. In lower case. */
    default List<Set<String>> keys(String schema, String table) {
        return List.of();
    }

    /** The names of the source's tables; none when they are not known. */
    Collection<String> tables();

    /** The text of another query of the same source; empty if there is none of this name. */
    Optional<String> query(String name);

    /** The names of the other queries of the same source. */
    Collection<String> queries();

    /** The names of the queries of other sources, each with its source. */
    default Map<String, String> queriesElsewhere() {
        return Map.of();
    }

    /** The source that is spoken of; empty where that does not matter. */
    default String source() {
        return "";
    }

    /**
     * A query of another source that can be read here; empty if there is none of this name.
     *
     * @throws plainsieve.core.value.ProblemException for a cycle
     */
    default Optional<RemoteQuery> elsewhere(String name) {
        return Optional.empty();
    }

    /** Whether keys of one source may be sent to another to find matching rows. */
    default boolean mayTravel(String from, String to) {
        return from.equals(to);
    }

    /** The choice for a parameter of the project; empty if there is no such parameter, or the choice is unknown. */
    default Optional<Type> parameter(String name) {
        return Optional.empty();
    }

    /** Where nothing is known. */
    static SchemaContext nothing() {
        return among(Map.of());
    }

    /** A schema without table metadata. @param texts of other queries, by name */
    static SchemaContext among(Map<String, String> texts) {
        return new SchemaContext() {
            @Override
            public Optional<List<KnownColumn>> columns(String schema, String table) {
                return Optional.empty();
            }

            @Override
            public Collection<String> tables() {
                return List.of();
            }

            @Override
            public Optional<String> query(String name) {
                return Optional.ofNullable(texts.get(name));
            }

            @Override
            public Collection<String> queries() {
                return texts.keySet();
            }
        };
    }
}
