package inky.courier.core.office;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.DestinationSettings;
import inky.courier.core.office.OfficeFormat.Document;
import inky.courier.core.profile.ProfileDifference;
import java.io.IOException;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * The schema of a set-up file (JSON Schema 2020-12), for editors and pipelines, made of the very records that are read;
 * {@code bin/generate} writes it anew. Files are held to it by a validator that nobody here wrote.
 */
class OfficeSchemaTest {
    private static final Path FILE = Path.of("../docs/set-up.schema.json");
    private static final JsonMapper JSON = JsonMapper.builder()
            .enable(SerializationFeature.INDENT_OUTPUT, SerializationFeature.ORDER_MAP_ENTRIES_BY_KEYS)
            .build();

    private final Map<String, Object> definitions = new TreeMap<>();

    @Test
    void theSchemaIsThatOfWhatIsRead() throws IOException {
        Map<String, Object> schema = new LinkedHashMap<>();
        schema.put("$schema", "https://json-schema.org/draft/2020-12/schema");
        schema.put("title", "Inky Courier set-up");
        schema.put("description", "docs/set-up-file.md says what each value means.");
        schema.putAll(record(Document.class, List.of("format")));
        properties(schema).put("format", Map.of("const", "inky-courier-office"));
        schema.put("$defs", definitions);
        String text = JSON.writeValueAsString(schema) + "\n";
        if (Boolean.getBoolean("schema.write")) {
            Files.writeString(FILE, text);
        }
        assertEquals(text, Files.readString(FILE));
    }

    @ParameterizedTest
    @EnumSource(OfficeFormat.class)
    void everyExportKeepsToIt(OfficeFormat format) throws IOException {
        Schema schema = schema();
        Random random = new Random(15);
        for (int i = 0; i < 60; i++) {
            String file = format.write(Offices.random(random), i % 2 == 0 ? "" : "e30.a.b.c.d");
            assertEquals(List.of(), schema.validate(file, input(format)), file);
        }
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "{}",
                "{\"format\": \"something-else\"}",
                "{\"format\": \"inky-courier-office\", \"names\": [{\"name\": \"Day\", \"template\": \"{date}\"}]}",
                "{\"format\": \"inky-courier-office\", \"panels\": [{\"id\": \"front desk\", \"places\": {}}]}",
                "{\"format\": \"inky-courier-office\", \"jobs\": [{\"id\": \"7c9e6679-7425-40de-944b-e07fc1f90ae7\", \"tidy\": 1}]}",
                "{\"format\": \"inky-courier-office\", \"profiles\": [{\"id\": \"7c9e6679-7425-40de-944b-e07fc1f90ae7\", \"colour\": \"blue\"}]}"
            })
    void whatIsWrongIsFound(String file) throws IOException {
        assertFalse(schema().validate(file, InputFormat.JSON).isEmpty());
    }

    private static Schema schema() throws IOException {
        return SchemaRegistry.withDefaultDialect(
                        SpecificationVersion.DRAFT_2020_12,
                        registry -> registry.schemaRegistryConfig(com.networknt.schema.SchemaRegistryConfig.builder()
                                .formatAssertionsEnabled(true)
                                .build()))
                .getSchema(Files.readString(FILE), InputFormat.JSON);
    }

    private static InputFormat input(OfficeFormat format) {
        return format == OfficeFormat.JSON ? InputFormat.JSON : InputFormat.YAML;
    }

    private Map<String, Object> record(Class<?> type, List<String> required) {
        Map<String, Object> properties = new LinkedHashMap<>();
        for (RecordComponent part : type.getRecordComponents()) {
            properties.put(part.getName(), of(part.getGenericType()));
        }
        Map<String, Object> schema = new LinkedHashMap<>();
        schema.put("type", "object");
        schema.put("properties", properties);
        if (!required.isEmpty()) {
            schema.put("required", required);
        }
        schema.put("additionalProperties", false);
        return schema;
    }

    @SuppressWarnings("unchecked")
    private static Map<String, Object> properties(Map<String, Object> schema) {
        return (Map<String, Object>) schema.get("properties");
    }

    private Object of(Type type) {
        if (type instanceof ParameterizedType generic) {
            Type[] of = generic.getActualTypeArguments();
            return Map.class.isAssignableFrom((Class<?>) generic.getRawType())
                    ? Map.of("type", "object", "additionalProperties", of(of[1]))
                    : Map.of("type", "array", "items", of(of[0]));
        }
        Class<?> plain = (Class<?>) type;
        if (plain == UUID.class) {
            return Map.of("type", "string", "format", "uuid");
        }
        if (plain == String.class) {
            return Map.of("type", "string");
        }
        if (plain == int.class || plain == Integer.class || plain == long.class) {
            return Map.of("type", "integer");
        }
        if (plain == double.class) {
            return Map.of("type", "number");
        }
        if (plain == boolean.class || plain == Boolean.class) {
            return Map.of("type", "boolean");
        }
        if (plain == Object.class) {
            return Map.of("type", List.of("string", "number", "boolean", "array"));
        }
        if (plain.isEnum()) {
            return Map.of("enum", names(plain));
        }
        if (plain == ProfileDifference.class) {
            return Map.of("type", "object", "additionalProperties", of(Object.class));
        }
        return defined(plain);
    }

    private static List<String> names(Class<?> of) {
        return Stream.of(of.getEnumConstants())
                .map(value -> ((Enum<?>) value).name().toLowerCase(Locale.ROOT))
                .toList();
    }

    private Object defined(Class<?> type) {
        String name = type.getSimpleName();
        if (!definitions.containsKey(name)) {
            definitions.put(name, Map.of());
            boolean item = Item.class.isAssignableFrom(type) && type != OfficeSettings.class
                    || type == OfficeFormat.ProfileEntry.class;
            definitions.put(
                    name,
                    type == DestinationItem.class ? destination() : record(type, item ? List.of("id") : List.of()));
        }
        return Map.of("$ref", "#/$defs/" + name);
    }

    /** Its settings are those of its kind. */
    private Map<String, Object> destination() {
        Map<String, Object> properties = new LinkedHashMap<>();
        properties.put("id", of(UUID.class));
        properties.put("name", of(String.class));
        properties.put("kind", of(DestinationKind.class));
        properties.put("through", of(UUID.class));
        properties.put("settings", Map.of("type", "object"));
        properties.put("owner", of(UUID.class));
        Map<Class<? extends DestinationSettings>, List<String>> kinds = new LinkedHashMap<>();
        for (DestinationKind kind : DestinationKind.values()) {
            kinds.computeIfAbsent(kind.settingsType(), type -> new ArrayList<>())
                    .add(kind.name().toLowerCase(Locale.ROOT));
        }
        List<Object> rules = new ArrayList<>();
        kinds.forEach((type, of) -> rules.add(new LinkedHashMap<>(Map.of(
                "if", Map.of("properties", Map.of("kind", Map.of("enum", of))),
                "then", Map.of("properties", Map.of("settings", defined(type)))))));
        Map<String, Object> schema = new LinkedHashMap<>();
        schema.put("type", "object");
        schema.put("properties", properties);
        schema.put("required", List.of("id", "name", "kind"));
        schema.put("additionalProperties", false);
        schema.put("allOf", rules);
        return schema;
    }

    @Test
    void anEmptyOfficeKeepsToItToo() throws IOException {
        assertTrue(schema().validate(OfficeFormat.JSON.write(Office.EMPTY), InputFormat.JSON)
                .isEmpty());
    }
}
