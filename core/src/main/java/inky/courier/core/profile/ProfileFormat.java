package inky.courier.core.profile;

import inky.courier.core.Invalid;
import inky.courier.core.media.Resolution;
import inky.courier.core.message.Message;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.JsonParser;
import tools.jackson.databind.DatabindException;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JacksonModule;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.MapperFeature;
import tools.jackson.databind.ObjectMapper;
import tools.jackson.databind.SerializationContext;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.ValueDeserializer;
import tools.jackson.databind.ValueSerializer;
import tools.jackson.databind.cfg.EnumFeature;
import tools.jackson.databind.cfg.MapperBuilder;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.module.SimpleModule;
import tools.jackson.databind.node.ObjectNode;

/**
 * A scan profile as JSON (RFC 8259), the form in which profiles leave one Courier and come into another; described in
 * docs/workshop.md. What is left out has its usual value; what is not known is an error, so that a misspelt setting is never
 * silently ignored.
 */
public final class ProfileFormat {
    private static final String NAME = "inky-courier-scan-profile";

    /** Where it is described. */
    private static final String PAGE = "docs/workshop.md";

    /** What a job cannot have otherwise: passcodes stand in no text. */
    private static final Set<String> NO_SETTINGS =
            Set.of("format", "name", "files.protection.passcode", "files.protection.ownerPasscode");

    private static final JsonMapper JSON = strict(JsonMapper.builder());

    private ProfileFormat() {}

    /** A profile with the name that people know it by. */
    public record Named(String name, ScanProfile profile) {}

    private record Document(
            String format,
            String name,
            ColourMode colour,
            Integer dpi,
            Sides sides,
            ScanInput input,
            Tone tone,
            Tidy tidy,
            Grouping grouping,
            FileSettings files) {}

    /** What a format of ours is read and written by. */
    public static <M extends ObjectMapper, B extends MapperBuilder<M, B>> M strict(MapperBuilder<M, B> builder) {
        return builder.addModule(differences())
                .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
                .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
                .enable(MapperFeature.ACCEPT_CASE_INSENSITIVE_ENUMS)
                .enable(EnumFeature.WRITE_ENUMS_TO_LOWERCASE)
                .enable(SerializationFeature.INDENT_OUTPUT)
                .build();
    }

    public static String write(Named named) {
        return JSON.writeValueAsString(document(NAME, named.name, named.profile));
    }

    private static Document document(String format, String name, ScanProfile p) {
        return new Document(
                format,
                name,
                p.colour(),
                p.resolution().dpi(),
                p.sides(),
                p.input(),
                p.tone(),
                p.tidy(),
                p.grouping(),
                p.files());
    }

    /** Every setting, by its path: {@code tidy.crop}. Lists are values as a whole. */
    static Map<String, Object> settings(ScanProfile profile) {
        Map<String, Object> settings = new TreeMap<>();
        flatten("", JSON.valueToTree(document("", "", profile)), settings);
        settings.keySet().removeAll(NO_SETTINGS);
        return settings;
    }

    private static void flatten(String path, JsonNode node, Map<String, Object> settings) {
        if (node.isObject()) {
            node.properties()
                    .forEach(part ->
                            flatten(path + (path.isEmpty() ? "" : ".") + part.getKey(), part.getValue(), settings));
        } else if (!node.isNull()) {
            settings.put(path, JSON.treeToValue(node, Object.class));
        }
    }

    /** What {@link #settings} made of a profile, made a profile again. @throws Invalid that names the setting which is wrong */
    static ScanProfile profile(Map<String, Object> settings) {
        ObjectNode tree = JSON.createObjectNode();
        settings.forEach((path, value) -> {
            String[] steps = path.split("\\.");
            ObjectNode part = tree;
            for (int i = 0; i < steps.length - 1; i++) {
                part = part.withObjectProperty(steps[i]);
            }
            part.set(steps[steps.length - 1], JSON.valueToTree(value));
        });
        try {
            return profile(JSON.treeToValue(tree, Document.class));
        } catch (JacksonException e) {
            throw invalid(e);
        }
    }

    static Invalid unknown(String path) {
        return setting("profile", path, 0, PAGE);
    }

    /** How a difference stands in a text: its settings alone. */
    public static JacksonModule differences() {
        return new SimpleModule("profile-differences")
                .addSerializer(ProfileDifference.class, new DifferenceWriter())
                .addDeserializer(ProfileDifference.class, new DifferenceReader());
    }

    /** @throws Invalid that says where the text is no profile, and how to mend it */
    public static Named read(String json) {
        try {
            Document d = JSON.readValue(json, Document.class);
            if (d == null || !NAME.equals(d.format)) {
                throw new Invalid(
                        "profile.format",
                        "format",
                        Message.of("problem.profile.format").with("name", NAME),
                        Message.of("problem.profile.format.remedy"));
            }
            return new Named(d.name == null ? "" : d.name.strip(), profile(d));
        } catch (JacksonException e) {
            throw invalid(e);
        }
    }

    private static ScanProfile profile(Document d) {
        Resolution resolution = new Resolution(d.dpi == null ? 200 : d.dpi);
        return new ScanProfile(d.colour, resolution, d.sides, d.input, d.tone, d.tidy, d.grouping, d.files);
    }

    private static Invalid invalid(JacksonException e) {
        return invalid(e, "profile", "JSON", PAGE, path -> OptionalInt.empty());
    }

    /** Says where a text of ours is wrong. @param what it should be, the {@code language} in which it is written, the {@code page} that describes it, and in which line a
     *     setting stands, where the reader itself does not know */
    public static Invalid invalid(
            JacksonException e, String what, String language, String page, Function<String, OptionalInt> whereOf) {
        String path = e instanceof DatabindException bind
                ? bind.getPath().stream()
                        .map(step -> step.getPropertyName() == null ? "" + step.getIndex() : step.getPropertyName())
                        .collect(Collectors.joining("."))
                : "";
        int line = e.getLocation() == null || e.getLocation().getLineNr() < 1
                ? whereOf.apply(path).orElse(0)
                : e.getLocation().getLineNr();
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            if (cause instanceof Invalid invalid) {
                return line == 0 ? invalid : invalid.inLine(line);
            }
        }
        if (!path.isEmpty()) {
            return setting(what, path, line, page);
        }
        return new Invalid(
                what + ".format",
                what,
                Message.of("problem." + what + ".language")
                        .with("language", language)
                        .with("line", line),
                Message.of("problem.language.remedy"));
    }

    private static Invalid setting(String what, String path, int line, String page) {
        return new Invalid(
                what + ".format",
                path,
                Message.of("problem." + what + ".setting").with("path", path).with("line", line),
                Message.of("problem.setting.remedy").with("page", page));
    }

    private static final class DifferenceWriter extends ValueSerializer<ProfileDifference> {
        @Override
        public void serialize(ProfileDifference difference, JsonGenerator out, SerializationContext context) {
            out.writePOJO(difference.settings());
        }
    }

    private static final class DifferenceReader extends ValueDeserializer<ProfileDifference> {
        @Override
        public ProfileDifference deserialize(JsonParser in, DeserializationContext context) {
            return new ProfileDifference(context.readValue(
                    in, context.getTypeFactory().constructMapType(TreeMap.class, String.class, Object.class)));
        }
    }
}
