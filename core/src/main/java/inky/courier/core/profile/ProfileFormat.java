package inky.courier.core.profile;

import inky.courier.core.Invalid;
import inky.courier.core.media.Resolution;
import inky.courier.core.message.Message;
import java.util.OptionalInt;
import java.util.function.Function;
import java.util.stream.Collectors;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DatabindException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.MapperFeature;
import tools.jackson.databind.ObjectMapper;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.cfg.EnumFeature;
import tools.jackson.databind.cfg.MapperBuilder;
import tools.jackson.databind.json.JsonMapper;

/**
 * A scan profile as JSON (RFC 8259), the form in which profiles leave one Courier and come into another; described in
 * docs/workshop.md. What is left out has its usual value; what is not known is an error, so that a misspelt setting is never
 * silently ignored.
 */
public final class ProfileFormat {
    private static final String NAME = "inky-courier-scan-profile";

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
        return builder.enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
                .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
                .enable(MapperFeature.ACCEPT_CASE_INSENSITIVE_ENUMS)
                .enable(EnumFeature.WRITE_ENUMS_TO_LOWERCASE)
                .enable(SerializationFeature.INDENT_OUTPUT)
                .build();
    }

    public static String write(Named named) {
        ScanProfile p = named.profile;
        return JSON.writeValueAsString(new Document(
                NAME,
                named.name,
                p.colour(),
                p.resolution().dpi(),
                p.sides(),
                p.input(),
                p.tone(),
                p.tidy(),
                p.grouping(),
                p.files()));
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
            Resolution resolution = new Resolution(d.dpi == null ? 200 : d.dpi);
            ScanProfile profile =
                    new ScanProfile(d.colour, resolution, d.sides, d.input, d.tone, d.tidy, d.grouping, d.files);
            return new Named(d.name == null ? "" : d.name.strip(), profile);
        } catch (JacksonException e) {
            throw invalid(e);
        }
    }

    private static Invalid invalid(JacksonException e) {
        return invalid(e, "profile", "JSON", "docs/workshop.md", path -> OptionalInt.empty());
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
            return new Invalid(
                    what + ".format",
                    path,
                    Message.of("problem." + what + ".setting")
                            .with("path", path)
                            .with("line", line),
                    Message.of("problem.setting.remedy").with("page", page));
        }
        return new Invalid(
                what + ".format",
                what,
                Message.of("problem." + what + ".language")
                        .with("language", language)
                        .with("line", line),
                Message.of("problem.language.remedy"));
    }
}
