package inky.courier.core.profile;

import inky.courier.core.media.MediaSizes;
import inky.courier.core.message.Message;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;

/** A setting of a profile that a job can leave to whoever stands at the device, with the values that it can be opened to. */
public enum DeviceSetting {
    COLOUR("colour", "as_found", "colour", "grey", "black_and_white"),
    RESOLUTION("dpi", 150, 200, 300, 400, 600),
    SIDES("sides", "one", "two_long_edge", "two_short_edge"),
    PAPER(
            "input.media",
            "",
            "iso_a3_297x420mm",
            "iso_a4_210x297mm",
            "iso_a5_148x210mm",
            "iso_a6_105x148mm",
            "na_letter_8.5x11in",
            "na_legal_8.5x14in"),
    BLANK_SIDES("tidy.skipBlank", words(Tidy.SkipBlank.values())),
    STRAIGHTEN("tidy.straighten", true, false),
    FILE_TYPE("files.type", words(FileType.values())),
    SEARCHABLE("files.searchable", true, false),
    LIGHT("files.light", true, false),
    QUALITY("files.quality", words(FileSettings.Quality.values())),
    NEW_FILE("grouping.everyPages", 0, 1, 2, 4, 10);

    private final String path;
    private final List<Object> offers;

    DeviceSetting(String path, Object... offers) {
        this.path = path;
        this.offers = List.of(offers);
    }

    private static Object[] words(Enum<?>[] of) {
        return Stream.of(of).map(value -> value.name().toLowerCase(Locale.ROOT)).toArray();
    }

    /** Of a path in {@link ProfileFormat}; empty for a setting that is the administrator's alone. */
    public static Optional<DeviceSetting> of(String path) {
        return Stream.of(values()).filter(setting -> setting.path.equals(path)).findFirst();
    }

    public String path() {
        return path;
    }

    /** All that it can be opened to, in the order in which they are offered; texts, numbers or truth values. */
    public List<Object> offers() {
        return offers;
    }

    /** What a profile has for it. */
    public Object in(ScanProfile profile) {
        return Objects.requireNonNull(ProfileFormat.settings(profile).get(path), path);
    }

    public Message words() {
        return Message.of("setting." + code());
    }

    /** @param value one of {@link #offers} */
    public Message words(Object value) {
        String word = value.toString().toUpperCase(Locale.ROOT);
        return switch (this) {
            case COLOUR -> ColourMode.valueOf(word).words();
            case RESOLUTION -> Message.of("profile.dpi").with("dpi", (Number) value);
            case SIDES -> Sides.valueOf(word).words();
            case PAPER ->
                MediaSizes.byName(value.toString())
                        .map(size -> Message.text(size.label()))
                        .orElseGet(() -> Message.of("setting.paper.any"));
            case FILE_TYPE -> FileType.valueOf(word).words();
            case NEW_FILE ->
                value.equals(0)
                        ? Message.of("setting.new-file.none")
                        : Message.of("profile.split.pages").with("n", (Number) value);
            default ->
                value instanceof Boolean on
                        ? Message.of(on ? "setting.on" : "setting.off")
                        : Message.of(
                                "setting." + code() + "." + value.toString().replace('_', '-'));
        };
    }

    private String code() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
