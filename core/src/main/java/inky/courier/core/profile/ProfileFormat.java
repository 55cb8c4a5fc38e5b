package inky.courier.core.profile;

import inky.courier.core.Invalid;
import inky.courier.core.media.Resolution;
import java.util.stream.Collectors;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DatabindException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.MapperFeature;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.cfg.EnumFeature;
import tools.jackson.databind.json.JsonMapper;

/**
 * A scan profile as JSON (RFC 8259), the form in which profiles leave one Courier and come into another; described in
 * docs/workshop.md. What is left out has its usual value; what is not known is an error, so that a misspelt setting is never
 * silently ignored.
 */
public final class ProfileFormat {
    private static final String NAME = "inky-courier-scan-profile";

    private static final JsonMapper JSON = JsonMapper.builder()
            .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
            .enable(MapperFeature.ACCEPT_CASE_INSENSITIVE_ENUMS)
            .enable(EnumFeature.WRITE_ENUMS_TO_LOWERCASE)
            .enable(SerializationFeature.INDENT_OUTPUT)
            .build();

    private ProfileFormat() {}

    /** A profile with the name that people know it by. */
    public record Named(String name, ScanProfile profile) {}

    private record Document(
            String format,
            String name,
            ColourMode colour,
            Integer dpi,
            Sides sides,
            Tone tone,
            Tidy tidy,
            Grouping grouping,
            FileSettings files) {}

    public static String write(Named named) {
        ScanProfile p = named.profile;
        return JSON.writeValueAsString(new Document(
                NAME,
                named.name,
                p.colour(),
                p.resolution().dpi(),
                p.sides(),
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
                        "This is no scan profile: \"format\" is not \"" + NAME + "\".",
                        "Export a profile to see what one looks like.");
            }
            Resolution resolution = new Resolution(d.dpi == null ? 200 : d.dpi);
            ScanProfile profile = new ScanProfile(d.colour, resolution, d.sides, d.tone, d.tidy, d.grouping, d.files);
            return new Named(d.name == null ? "" : d.name.strip(), profile);
        } catch (JacksonException e) {
            throw invalid(e);
        }
    }

    private static Invalid invalid(JacksonException e) {
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            if (cause instanceof Invalid invalid) {
                return invalid;
            }
        }
        String where =
                e.getLocation() == null ? "" : " in line " + e.getLocation().getLineNr();
        if (e instanceof DatabindException bind && !bind.getPath().isEmpty()) {
            String path = bind.getPath().stream()
                    .map(step -> step.getPropertyName() == null ? "" + step.getIndex() : step.getPropertyName())
                    .collect(Collectors.joining("."));
            return new Invalid(
                    "profile.format",
                    path,
                    "The profile's setting \"" + path + "\"" + where + " is not known, or its value is not.",
                    "docs/workshop.md lists the settings and their values.");
        }
        return new Invalid(
                "profile.format", "profile", "The profile is no JSON" + where + ".", "Check its commas and brackets.");
    }
}
