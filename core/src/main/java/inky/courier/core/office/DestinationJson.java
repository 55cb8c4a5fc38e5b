package inky.courier.core.office;

import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.destination.LinkSettings;
import inky.courier.core.destination.MailSettings;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.JsonParser;
import tools.jackson.databind.DatabindException;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.JacksonModule;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationContext;
import tools.jackson.databind.ValueDeserializer;
import tools.jackson.databind.ValueSerializer;
import tools.jackson.databind.exc.UnrecognizedPropertyException;
import tools.jackson.databind.module.SimpleModule;
import tools.jackson.databind.node.ObjectNode;

/** A destination as JSON or YAML: which settings it has, its kind says. */
public final class DestinationJson {
    private static final Set<String> NAMES = Set.of("id", "name", "kind", "through", "settings", "owner");

    /** Where versions before had the settings of each sort. */
    private static final Map<Class<?>, String> EARLIER_PARTS =
            Map.of(FolderSettings.class, "folder", LinkSettings.class, "link", MailSettings.class, "mail");

    private DestinationJson() {}

    public static JacksonModule module() {
        return new SimpleModule("destinations")
                .addSerializer(DestinationItem.class, new Writer())
                .addDeserializer(DestinationItem.class, new Reader());
    }

    private static final class Writer extends ValueSerializer<DestinationItem> {
        @Override
        public void serialize(DestinationItem item, JsonGenerator out, SerializationContext context) {
            out.writeStartObject();
            out.writePOJOProperty("id", item.id());
            out.writeStringProperty("name", item.name());
            out.writePOJOProperty("kind", item.kind());
            if (!item.through().equals(DestinationItem.NOTHING)) {
                out.writePOJOProperty("through", item.through());
            }
            out.writePOJOProperty("settings", item.settings());
            if (item.owner().isPresent()) {
                out.writePOJOProperty("owner", item.ownerId());
            }
            out.writeEndObject();
        }
    }

    private static final class Reader extends ValueDeserializer<DestinationItem> {
        @Override
        @SuppressWarnings(
                "NullAway") // The item itself says what must not be absent, and what stands where nothing is said.
        public DestinationItem deserialize(JsonParser in, DeserializationContext context) {
            JsonNode tree = context.readTree(in);
            if (!(tree instanceof ObjectNode object)) {
                return context.reportInputMismatch(DestinationItem.class, "not a destination");
            }
            ofEarlierVersions(object);
            for (String name : object.propertyNames()) {
                if (!NAMES.contains(name)) {
                    throw UnrecognizedPropertyException.from(in, DestinationItem.class, name, null);
                }
            }
            DestinationKind kind = value(context, object, "kind", DestinationKind.class);
            return new DestinationItem(
                    value(context, object, "id", UUID.class),
                    value(context, object, "name", String.class),
                    kind,
                    value(context, object, "through", UUID.class),
                    kind == null ? null : value(context, object, "settings", kind.settingsType()),
                    value(context, object, "owner", UUID.class));
        }

        private static <T> @Nullable T value(
                DeserializationContext context, ObjectNode object, String name, Class<T> type) {
            JsonNode node = object.get(name);
            if (node == null || node.isNull()) {
                return null;
            }
            try {
                return context.readTreeAsValue(node, type);
            } catch (DatabindException e) {
                throw e.prependPath(DestinationItem.class, name);
            }
        }

        /** What was kept or exported before settings stood in one place has them in several. */
        private static void ofEarlierVersions(ObjectNode object) {
            JsonNode owner = object.remove("ownerId");
            if (owner != null) {
                object.set("owner", owner);
            }
            JsonNode recipients = object.remove("recipients");
            String kind = object.path("kind").asString("");
            for (String part : EARLIER_PARTS.values()) {
                JsonNode settings = object.remove(part);
                if (settings != null && settings.isObject() && part.equals(partOf(kind))) {
                    object.set("settings", settings);
                }
            }
            if (recipients != null && partOf(kind).equals("mail")) {
                ObjectNode mail = object.path("settings") instanceof ObjectNode there
                        ? there
                        : object.putObject("settings").put("directEntry", true);
                mail.set("recipients", recipients);
            }
        }

        private static String partOf(String kind) {
            return Stream.of(DestinationKind.values())
                    .filter(known -> known.name().equalsIgnoreCase(kind))
                    .map(known -> EARLIER_PARTS.getOrDefault(known.settingsType(), ""))
                    .findFirst()
                    .orElse("");
        }
    }
}
