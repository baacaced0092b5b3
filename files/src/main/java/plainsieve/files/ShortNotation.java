package plainsieve.files;

import com.fasterxml.jackson.annotation.JsonFormat;
import plainsieve.core.parameter.ListedValue;
import plainsieve.files.forms.ApiOnly;
import plainsieve.files.forms.ChoiceForm;
import plainsieve.files.forms.DefaultForm;
import plainsieve.files.forms.Form;
import plainsieve.files.forms.ShortList;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.JsonParser;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationContext;
import tools.jackson.databind.cfg.MapperConfig;
import tools.jackson.databind.deser.std.StdDeserializer;
import tools.jackson.databind.introspect.Annotated;
import tools.jackson.databind.introspect.AnnotatedMember;
import tools.jackson.databind.introspect.NopAnnotationIntrospector;
import tools.jackson.databind.module.SimpleModule;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;
import tools.jackson.databind.ser.std.StdSerializer;

/**
 * The notation of forms in files and the database: without fields that have their default or that only the API has, with choices,
 * defaults and listed values as short as they can be.
 */
final class ShortNotation extends SimpleModule {
    private static final long serialVersionUID = 1L;

    ShortNotation() {
        addSerializer(new ChoiceWriter());
        addDeserializer(ChoiceForm.class, new ChoiceParser());
        addSerializer(new DefaultWriter());
        addDeserializer(DefaultForm.class, new DefaultParser());
        addSerializer(new ListedValueWriter());
        addDeserializer(ListedValue.class, new ListedValueParser());
        setSerializerModifier(new DefaultOmission());
    }

    @Override
    public void setupModule(SetupContext context) {
        super.setupModule(context);
        context.insertAnnotationIntrospector(new FormFields());
    }

    private static final class FormFields extends NopAnnotationIntrospector {
        private static final long serialVersionUID = 1L;

        @Override
        public JsonFormat.Value findFormat(MapperConfig<?> config, Annotated member) {
            return _hasAnnotation(member, ShortList.class)
                    ? JsonFormat.Value.empty()
                            .withFeature(JsonFormat.Feature.ACCEPT_SINGLE_VALUE_AS_ARRAY)
                            .withFeature(JsonFormat.Feature.WRITE_SINGLE_ELEM_ARRAYS_UNWRAPPED)
                    : null;
        }

        @Override
        public boolean hasIgnoreMarker(MapperConfig<?> config, AnnotatedMember member) {
            return Form.class.isAssignableFrom(member.getDeclaringClass()) && _hasAnnotation(member, ApiOnly.class);
        }
    }

    private static final class ChoiceWriter extends StdSerializer<ChoiceForm> {
        ChoiceWriter() {
            super(ChoiceForm.class);
        }

        @Override
        public void serialize(ChoiceForm choice, JsonGenerator to, SerializationContext context) {
            to.writeTree(ChoiceNotation.write(choice.toText()));
        }
    }

    private static final class ChoiceParser extends StdDeserializer<ChoiceForm> {
        ChoiceParser() {
            super(ChoiceForm.class);
        }

        @Override
        public ChoiceForm deserialize(JsonParser from, DeserializationContext context) {
            return ChoiceForm.of(ChoiceNotation.read(from.readValueAsTree()));
        }
    }

    private static final class DefaultWriter extends StdSerializer<DefaultForm> {
        DefaultWriter() {
            super(DefaultForm.class);
        }

        @Override
        public void serialize(DefaultForm start, JsonGenerator to, SerializationContext context) {
            to.writeTree(
                    switch (start.kind()) {
                        case CHOICE -> ChoiceNotation.write(start.choice().toText());
                        case FORMULA -> JsonNodeFactory.instance.objectNode().put("formula", start.formula());
                        case QUERY -> JsonNodeFactory.instance.objectNode().put("query", start.query());
                    });
        }
    }

    private static final class DefaultParser extends StdDeserializer<DefaultForm> {
        DefaultParser() {
            super(DefaultForm.class);
        }

        @Override
        public DefaultForm deserialize(JsonParser from, DeserializationContext context) {
            JsonNode node = from.readValueAsTree();
            if (node.path("formula").isString()) {
                return new DefaultForm(
                        DefaultForm.DefaultKind.FORMULA,
                        null,
                        node.path("formula").asString(),
                        "");
            }
            return node.path("query").isString()
                    ? new DefaultForm(
                            DefaultForm.DefaultKind.QUERY,
                            null,
                            "",
                            node.path("query").asString())
                    : new DefaultForm(DefaultForm.DefaultKind.CHOICE, ChoiceForm.of(ChoiceNotation.read(node)), "", "");
        }

        /** {@code null} is blank. */
        @Override
        public DefaultForm getNullValue(DeserializationContext context) {
            return new DefaultForm(null, null, "", "");
        }
    }

    private static final class ListedValueWriter extends StdSerializer<ListedValue> {
        ListedValueWriter() {
            super(ListedValue.class);
        }

        @Override
        public void serialize(ListedValue value, JsonGenerator to, SerializationContext context) {
            if (value.value().equals(value.label())) {
                to.writeString(value.value());
            } else {
                ObjectNode labelled = JsonNodeFactory.instance.objectNode();
                to.writeTree(labelled.put("value", value.value()).put("label", value.label()));
            }
        }
    }

    private static final class ListedValueParser extends StdDeserializer<ListedValue> {
        ListedValueParser() {
            super(ListedValue.class);
        }

        @Override
        public ListedValue deserialize(JsonParser from, DeserializationContext context) {
            JsonNode node = from.readValueAsTree();
            if (!node.isObject()) {
                return ListedValue.of(ChoiceNotation.scalar(node));
            }
            String value = ChoiceNotation.scalar(node.path("value"));
            return new ListedValue(value, node.path("label").asString(value));
        }
    }
}
