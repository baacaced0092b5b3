package plainsieve.sources.web;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import plainsieve.core.request.odata.EntitySet;
import plainsieve.core.request.odata.PropertyKind;
import plainsieve.sources.engine.UnreadableFileException;

/** Parses an OData metadata document (CSDL XML, OData 4.0, part 3). */
final class ODataMetadata {
    private static final int DEEPEST = 3;

    /** A type with its own properties, and the type that it extends. */
    private static final class Type {
        private final List<Property> properties = new ArrayList<>();
        private final List<String> key = new ArrayList<>();
        private Optional<String> base = Optional.empty();
    }

    private record Property(String name, String type, boolean nullable) {}

    private final Map<String, Type> types = new LinkedHashMap<>();
    private final Map<String, String> sets = new LinkedHashMap<>();
    private final Map<String, String> aliases = new LinkedHashMap<>();
    private String namespace = "";
    private Type current = new Type();

    private ODataMetadata() {}

    /** The entity sets of a service. Throws {@link UnreadableFileException} if it is not an OData metadata document. */
    static List<EntitySet> read(Path file) throws IOException {
        ODataMetadata oDataMetadata = new ODataMetadata();
        try (InputStream in = Files.newInputStream(file)) {
            XMLStreamReader at = safe().createXMLStreamReader(in);
            while (at.hasNext()) {
                if (at.next() == XMLStreamConstants.START_ELEMENT) {
                    oDataMetadata.element(at);
                }
            }
        } catch (XMLStreamException e) {
            throw new UnreadableFileException("is not an OData service description", e);
        }
        if (oDataMetadata.sets.isEmpty()) {
            throw new UnreadableFileException("describes no entity sets");
        }
        return oDataMetadata.all();
    }

    /** Nothing outside of the text is read for it. */
    private static XMLInputFactory safe() {
        XMLInputFactory factory = XMLInputFactory.newFactory();
        factory.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        factory.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        return factory;
    }

    private void element(XMLStreamReader at) {
        switch (at.getLocalName()) {
            case "Schema" -> {
                namespace = value(at, "Namespace");
                aliases.put(value(at, "Alias"), namespace);
            }
            case "EntityType", "ComplexType" -> {
                current = new Type();
                current.base = Optional.of(value(at, "BaseType")).filter(base -> !base.isEmpty());
                types.put(namespace + "." + value(at, "Name"), current);
            }
            case "PropertyRef" -> current.key.add(value(at, "Name"));
            case "Property" ->
                current.properties.add(new Property(
                        value(at, "Name"),
                        value(at, "Type"),
                        !value(at, "Nullable").equals("false")));
            case "EntitySet" -> sets.put(value(at, "Name"), value(at, "EntityType"));
            default -> {}
        }
    }

    private static String value(XMLStreamReader at, String name) {
        String value = at.getAttributeValue(null, name);
        return value == null ? "" : value;
    }

    private List<EntitySet> all() {
        List<EntitySet> all = new ArrayList<>();
        sets.forEach((name, type) -> type(type).ifPresent(found -> {
            List<EntitySet.Property> properties = new ArrayList<>();
            properties(found, Within.NOTHING, properties);
            if (!properties.isEmpty()) {
                all.add(new EntitySet(name, properties, key(found)));
            }
        }));
        return all;
    }

    private Optional<Type> type(String name) {
        int dot = name.lastIndexOf('.');
        String space = dot < 0 ? "" : name.substring(0, dot);
        String full = aliases.getOrDefault(space, space) + name.substring(Math.max(0, dot));
        return Optional.ofNullable(types.get(full));
    }

    private List<String> key(Type type) {
        return type.key.isEmpty() ? type.base.flatMap(this::type).map(this::key).orElse(List.of()) : type.key;
    }

    /** Where properties are: within which properties of complex types. */
    private record Within(String column, String path, boolean nullable, int depth) {
        static final Within NOTHING = new Within("", "", false, 0);

        Within in(Property property) {
            return new Within(
                    column + property.name() + "_",
                    path + property.name() + "/",
                    nullable || property.nullable(),
                    depth + 1);
        }
    }

    /** Properties of a complex type are their own columns; collections are texts. */
    private void properties(Type type, Within within, List<EntitySet.Property> into) {
        type.base.flatMap(this::type).ifPresent(base -> properties(base, within, into));
        for (Property property : type.properties) {
            Optional<Type> complex = type(property.type());
            if (complex.isPresent() && within.depth() < DEEPEST) {
                properties(complex.get(), within.in(property), into);
            } else {
                into.add(new EntitySet.Property(
                        within.column() + property.name(),
                        within.path() + property.name(),
                        PropertyKind.of(property.type()),
                        property.type(),
                        within.nullable() || property.nullable()));
            }
        }
    }
}
