package inky.courier.web;

import inky.courier.core.message.Message;
import jakarta.persistence.AttributeConverter;
import jakarta.persistence.Converter;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.JsonParser;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationContext;
import tools.jackson.databind.deser.std.StdDeserializer;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.module.SimpleModule;
import tools.jackson.databind.ser.std.StdSerializer;

/**
 * A {@link Message} as it is kept in a column of text: its code and arguments as JSON. Words of others, and what was written before
 * messages were kept as data, stand there as plain text.
 */
@Converter(autoApply = true)
public final class MessageColumn implements AttributeConverter<Message, String> {
    /** What is kept begins so, and no text that Courier wrote before does. */
    private static final String START = "{\"code\":\"";

    private static final JsonMapper MAPPER = JsonMapper.builder().build();

    @Override
    public String convertToDatabaseColumn(Message message) {
        return message == null ? null : write(message);
    }

    @Override
    public Message convertToEntityAttribute(String column) {
        return column == null ? null : read(column);
    }

    public static String write(Message message) {
        String text = message.code().equals(Message.TEXT)
                ? String.valueOf(message.arguments().get("text"))
                : "";
        // A far side may have said what looks like ours.
        boolean plain = message.code().equals(Message.TEXT) && !text.startsWith(START);
        return plain ? text : MAPPER.writeValueAsString(tree(message));
    }

    public static Message read(String column) {
        return column.startsWith(START) ? message(MAPPER.readTree(column)) : Message.text(column);
    }

    /** For values that hold messages and are kept as JSON themselves. */
    static SimpleModule module() {
        return new SimpleModule("kept messages")
                .addSerializer(Message.class, new Kept())
                .addDeserializer(Message.class, new Read());
    }

    private static Map<String, Object> tree(Message message) {
        Map<String, Object> with = new TreeMap<>();
        message.arguments().forEach((name, value) -> with.put(name, node(value)));
        // In this order: read() looks how it begins.
        Map<String, Object> tree = new LinkedHashMap<>();
        tree.put("code", message.code());
        if (!with.isEmpty()) {
            tree.put("with", with);
        }
        return tree;
    }

    private static Object node(Object value) {
        if (value instanceof Message message) {
            return tree(message);
        }
        return value instanceof List<?> list
                ? list.stream().map(MessageColumn::node).toList()
                : value;
    }

    private static Message message(JsonNode tree) {
        Map<String, Object> with = new HashMap<>();
        tree.path("with").properties().forEach(e -> with.put(e.getKey(), value(e.getValue())));
        return new Message(tree.path("code").asString(), with);
    }

    private static Object value(JsonNode node) {
        if (node.isObject()) {
            return message(node);
        }
        if (node.isArray()) {
            List<Message> parts = new ArrayList<>();
            node.forEach(part -> parts.add(message(part)));
            return parts;
        }
        return node.isNumber() ? node.numberValue() : node.asString();
    }

    private static final class Kept extends StdSerializer<Message> {
        Kept() {
            super(Message.class);
        }

        @Override
        public void serialize(Message message, JsonGenerator out, SerializationContext context) {
            out.writeString(write(message));
        }
    }

    private static final class Read extends StdDeserializer<Message> {
        Read() {
            super(Message.class);
        }

        @Override
        public Message deserialize(JsonParser in, DeserializationContext context) {
            return read(in.getString());
        }
    }
}
