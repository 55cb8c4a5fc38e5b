package inky.courier.web;

import inky.courier.core.office.DestinationJson;
import inky.courier.core.profile.ProfileFormat;
import java.util.Map;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** Values kept as JSON text in a column. */
public final class Json {
    private static final JsonMapper MAPPER = JsonMapper.builder()
            .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            // What was written before there was such a value has none.
            .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
            .addModule(MessageColumn.module())
            .addModule(DestinationJson.module())
            .addModule(ProfileFormat.differences())
            .build();

    private static final JsonMapper STRICT = JsonMapper.builder()
            .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .enable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
            .build();

    private Json() {}

    public static String write(Object value) {
        return MAPPER.writeValueAsString(value);
    }

    public static <T> T read(String json, Class<T> type) {
        return MAPPER.readValue(json, type);
    }

    /** A value by the names of its parts. */
    public static Map<String, Object> map(Object value) {
        return MAPPER.convertValue(value, new TypeReference<>() {});
    }

    /** @return {@code usual} with what was entered in place of what it had @throws JacksonException for what has no place there */
    public static <T> T changed(Object usual, Class<? extends T> type, Map<String, Object> entered) {
        ObjectNode tree = STRICT.valueToTree(usual);
        overlay(tree, STRICT.valueToTree(entered));
        return STRICT.treeToValue(tree, type);
    }

    private static void overlay(ObjectNode tree, ObjectNode entered) {
        entered.properties().forEach(one -> {
            if (tree.get(one.getKey()) instanceof ObjectNode part && one.getValue() instanceof ObjectNode changed) {
                overlay(part, changed);
            } else {
                tree.set(one.getKey(), one.getValue());
            }
        });
    }

    public static <T> T read(String json, TypeReference<T> type) {
        return MAPPER.readValue(json, type);
    }
}
