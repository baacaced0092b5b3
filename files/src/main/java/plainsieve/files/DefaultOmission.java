package plainsieve.files;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.lang.reflect.Array;
import java.lang.reflect.RecordComponent;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import plainsieve.files.forms.Form;
import tools.jackson.core.JsonGenerator;
import tools.jackson.databind.BeanDescription;
import tools.jackson.databind.SerializationConfig;
import tools.jackson.databind.SerializationContext;
import tools.jackson.databind.ser.BeanPropertyWriter;
import tools.jackson.databind.ser.ValueSerializerModifier;

/**
 * Omits the fields of a form that have the value they would have if they were missing: that of a form made of nothing. Fields marked
 * {@code @JsonInclude(ALWAYS)} stay.
 */
final class DefaultOmission extends ValueSerializerModifier {
    private static final long serialVersionUID = 1L;

    @Override
    public List<BeanPropertyWriter> changeProperties(
            SerializationConfig config, BeanDescription.Supplier description, List<BeanPropertyWriter> properties) {
        Class<?> type = description.getBeanClass();
        if (!Form.class.isAssignableFrom(type)) {
            return properties;
        }
        Map<String, Object> defaults = defaults(type);
        return properties.stream().map(property -> omitting(property, defaults)).toList();
    }

    private static BeanPropertyWriter omitting(BeanPropertyWriter property, Map<String, Object> defaults) {
        JsonInclude inclusion = property.getAnnotation(JsonInclude.class);
        return inclusion != null && inclusion.value() == JsonInclude.Include.ALWAYS
                ? property
                : new OmittingWriter(property, defaults.get(property.getMember().getName()));
    }

    private static Map<String, Object> defaults(Class<?> type) {
        RecordComponent[] components = type.getRecordComponents();
        Class<?>[] types =
                Arrays.stream(components).map(RecordComponent::getType).toArray(Class<?>[]::new);
        try {
            Object nothing = type.getDeclaredConstructor(types)
                    .newInstance(
                            Arrays.stream(types).map(DefaultOmission::missing).toArray());
            Map<String, Object> defaults = new HashMap<>();
            for (RecordComponent component : components) {
                defaults.put(component.getName(), component.getAccessor().invoke(nothing));
            }
            return defaults;
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException(type + " cannot be made of nothing", e);
        }
    }

    /** Zero, false or null: what arrays of the type contain at first. */
    private static Object missing(Class<?> type) {
        return Array.get(Array.newInstance(type, 1), 0);
    }

    private static final class OmittingWriter extends BeanPropertyWriter {
        private static final long serialVersionUID = 1L;

        private final transient Object usual;

        OmittingWriter(BeanPropertyWriter property, Object usual) {
            super(property);
            this.usual = usual;
        }

        @Override
        public void serializeAsProperty(Object form, JsonGenerator to, SerializationContext context) throws Exception {
            if (!Objects.equals(get(form), usual)) {
                super.serializeAsProperty(form, to, context);
            }
        }
    }
}
