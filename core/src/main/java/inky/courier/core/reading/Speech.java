package inky.courier.core.reading;

import inky.courier.core.message.Message;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;

/** Text spoken by Debian's synthesiser into a WAV file, and coded as Ogg Opus by opusenc. */
public final class Speech {
    private static final String SPEAKER = "espeak-ng";
    private static final String CODER = "opusenc";
    private static final int SECONDS = 1800;

    /** Tesseract's names of languages (ISO 639-2) as the synthesiser's voices (BCP 47). */
    private static final Map<String, String> VOICES = Map.ofEntries(
            Map.entry("eng", "en"),
            Map.entry("deu", "de"),
            Map.entry("fra", "fr"),
            Map.entry("ita", "it"),
            Map.entry("spa", "es"),
            Map.entry("por", "pt"),
            Map.entry("nld", "nl"),
            Map.entry("dan", "da"),
            Map.entry("swe", "sv"),
            Map.entry("nor", "nb"),
            Map.entry("fin", "fi"),
            Map.entry("pol", "pl"),
            Map.entry("ces", "cs"));

    private Speech() {}

    public static boolean isInstalled() {
        return Programs.has(SPEAKER);
    }

    public static boolean canOpus() {
        return Programs.has(CODER);
    }

    /** @throws NotInstalled when the synthesiser, or the coder for Opus, is missing */
    public static void speak(Path text, String language, boolean opus, Path target) throws IOException {
        if (!isInstalled()) {
            throw new NotInstalled(
                    "files.type", Message.of("problem.no-speech"), Message.of("problem.no-speech.remedy"));
        }
        if (opus && !canOpus()) {
            throw new NotInstalled(
                    "files.spokenAs", Message.of("problem.no-opus"), Message.of("problem.no-opus.remedy"));
        }
        Path wav = opus ? Files.createTempFile(target.toAbsolutePath().getParent(), "courier", ".wav") : target;
        try {
            String voice = VOICES.getOrDefault(language, "en");
            Programs.run(
                    List.of(SPEAKER, "-v", voice, "-b", "1", "-f", text.toString(), "-w", wav.toString()),
                    Map.of(),
                    in -> {},
                    SECONDS);
            if (opus) {
                Programs.run(
                        List.of(CODER, "--quiet", "--bitrate", "24", wav.toString(), target.toString()),
                        Map.of(),
                        in -> {},
                        SECONDS);
            }
        } finally {
            if (opus) {
                Files.deleteIfExists(wav);
            }
        }
    }

    /** A file of text for the synthesiser, in UTF-8. */
    public static Path textFile(Path folder, CharSequence text) throws IOException {
        Path file = Files.createTempFile(folder, "courier", ".txt");
        Files.writeString(file, text, StandardCharsets.UTF_8);
        return file;
    }
}
