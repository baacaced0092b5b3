package plainsieve.core.request.odata;

import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * An entity set of an OData service, exposed as a table.
 *
 * @param key the columns of the primary key
 */
public record EntitySet(String name, List<Property> properties, List<String> key) {
    public EntitySet {
        properties = List.copyOf(properties);
        key = List.copyOf(key);
    }

    /**
     * A property, exposed as a column.
     *
     * @param column {@code Place_City} for the city of a place
     * @param path in the notation of the service: {@code Place/City}
     */
    public record Property(String column, String path, PropertyKind kind, String edmType, boolean nullable) {}

    /** The property of a column, by its name in any case. */
    public Optional<Property> property(String column) {
        return properties.stream()
                .filter(property -> property.column().toLowerCase(Locale.ROOT).equals(column.toLowerCase(Locale.ROOT)))
                .findFirst();
    }
}
