package inky.courier.core.profile;

import inky.courier.core.Invalid;
import inky.courier.core.media.MediaSize;
import inky.courier.core.media.MediaSizes;
import inky.courier.core.message.Message;
import java.util.Optional;

/**
 * What is scanned.
 *
 * @param source where the paper lies
 * @param media the PWG 5101.1 name of its size; empty for as large as it is, which on the glass is all of the glass
 */
public record ScanInput(PaperSource source, String media) {
    /** Whatever comes through the feeder. */
    public static final ScanInput FEEDER = new ScanInput(PaperSource.FEEDER, "");

    public ScanInput {
        source = source == null ? PaperSource.FEEDER : source;
        media = media == null ? "" : media;
        if (!media.isEmpty() && size(media).isEmpty()) {
            throw Invalid.of("profile.media", "input.media");
        }
    }

    /** Empty for as large as it is. */
    public Optional<MediaSize> size() {
        return size(media);
    }

    public boolean fromGlass() {
        return source == PaperSource.GLASS;
    }

    public ScanInput from(PaperSource other) {
        return new ScanInput(other, media);
    }

    /** "from the glass, A4"; nothing for what comes through the feeder as large as it is. */
    Optional<Message> words() {
        if (equals(FEEDER)) {
            return Optional.empty();
        }
        return Optional.of(size().map(size -> Message.of("profile.input")
                        .with("source", source.words())
                        .with("size", size.label()))
                .orElseGet(source::words));
    }

    private static Optional<MediaSize> size(String name) {
        return MediaSizes.byName(name).or(() -> MediaSizes.custom(name));
    }
}
