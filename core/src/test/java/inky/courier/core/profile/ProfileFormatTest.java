package inky.courier.core.profile;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.Invalid;
import inky.courier.core.media.Resolution;
import inky.courier.core.tidy.StampInk;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ProfileFormatTest {
    @Test
    void everyProfileComesBackAsItWent() {
        Random random = new Random(25);
        for (int i = 0; i < 300; i++) {
            ProfileFormat.Named profile = new ProfileFormat.Named("Profile " + i, any(random));
            assertEquals(profile, ProfileFormat.read(ProfileFormat.write(profile)));
        }
    }

    @Test
    void aDifferenceMakesOneProfileOfAnotherAndLeavesTheRestToIt() {
        Random random = new Random(27);
        int impossible = 0;
        for (int i = 0; i < 1000; i++) {
            ScanProfile from = any(random);
            ScanProfile to = any(random);
            ProfileDifference difference = ProfileDifference.between(from, to);
            Protection kept = from.files().protection();
            boolean secret = !kept.passcode().isEmpty();
            if (secret && (to.files().type() != FileType.PDF || to.files().archive())) {
                // Never in the clear what the profile protects.
                assertThrows(Invalid.class, () -> difference.applyTo(from));
                impossible++;
                continue;
            }
            Protection may = to.files().protection();
            ScanProfile wanted = to.withFiles(to.files()
                    .withProtection(new Protection(
                            kept.passcode(), kept.ownerPasscode(), may.mayPrint(), may.mayCopy(), may.mayChange())));
            assertEquals(wanted, difference.applyTo(from));
            assertEquals(difference, ProfileDifference.between(from, wanted));
            assertFalse(difference.toString().contains("harbour"), "no passcode is in it");
        }
        assertTrue(impossible > 10, "some cannot be made: " + impossible);

        ScanProfile office = new ScanProfile(ColourMode.GREY, new Resolution(200), Sides.ONE, FileType.PDF);
        ProfileDifference finer = new ProfileDifference(Map.of("dpi", 300));
        ScanProfile later = office.withColour(ColourMode.COLOUR).withTidy(Tidy.USUAL);
        assertEquals(
                new ScanProfile(
                        ColourMode.COLOUR,
                        new Resolution(300),
                        Sides.ONE,
                        ScanInput.FEEDER,
                        Tone.USUAL,
                        Tidy.USUAL,
                        Grouping.ONE_FILE,
                        FileSettings.PDF),
                finer.applyTo(later));
    }

    @ParameterizedTest
    @CsvSource({
        "tidy.crap, true, tidy.crap",
        "tidy, true, tidy",
        "files.protection.passcode, open sesame, files.protection.passcode",
        "dpi, fine, dpi",
        "dpi, 5000, resolution",
        "colour, mauve, colour",
        "tidy.scalePercent, 900, tidy.scalePercent"
    })
    void aDifferenceThatNoProfileCanHaveIsSaidWhereItIs(String path, String value, String field) {
        Object given = value.equals("true") ? (Object) true : value;
        Invalid invalid = assertThrows(
                Invalid.class,
                () -> new ProfileDifference(Map.of(path, given))
                        .applyTo(new ScanProfile(ColourMode.GREY, new Resolution(200), Sides.ONE, FileType.PDF)));
        assertEquals(field, invalid.problems().get(0).field());
    }

    @Test
    void theExamplesOfTheDocumentationAreProfiles() throws IOException {
        try (var files = Files.list(Path.of("../docs/examples"))) {
            List<Path> examples =
                    files.filter(file -> file.toString().endsWith(".json")).toList();
            assertEquals(3, examples.size());
            for (Path file : examples) {
                assertFalse(ProfileFormat.read(Files.readString(file)).name().isEmpty(), file.toString());
            }
        }
    }

    @Test
    void whatIsLeftOutIsUsual() {
        ScanProfile profile =
                ProfileFormat.read("{\"format\":\"inky-courier-scan-profile\"}").profile();
        assertEquals(new ScanProfile(null, null, null, ScanInput.FEEDER, null, null, null, null), profile);
        assertEquals(
                "One side, colour as found, 200 dpi, PDF of many pages",
                profile.sentence().toString());
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{\"format\":\"inky-courier-scan-profile\",\"colur\":\"grey\"} | colur",
                "{\"format\":\"inky-courier-scan-profile\",\"tidy\":{\"skipBlank\":\"maybe\"}} | tidy.skipBlank",
                "{\"format\":\"inky-courier-scan-profile\",\"tidy\":{\"scalePercent\":900}} | tidy.scalePercent",
                "{\"format\":\"inky-courier-scan-profile\",\"files\":{\"type\":\"tiff\",\"light\":true}} | files.type",
                "{\"format\":\"inky-courier-scan-profile\",\"dpi\":5000} | resolution",
                "{\"format\":\"inky-courier-scan-profile\",\"tone\":[]} | tone",
                "{\"format\":\"something else\"} | format",
                "{\"format\": | profile",
                "null | format",
            })
    void whatIsWrongIsSaidWhereItIs(String json, String field) {
        Invalid invalid = assertThrows(Invalid.class, () -> ProfileFormat.read(json));
        assertEquals(field, invalid.problems().get(0).field());
    }

    // ISO 19005-2, 6.1.3: no encryption in an archive
    @Test
    void anArchiveCannotBeEncrypted() {
        assertThrows(
                Invalid.class,
                () -> new FileSettings(
                        FileType.PDF,
                        null,
                        false,
                        false,
                        true,
                        null,
                        null,
                        new Protection("longenough", "", true, true, true),
                        null));
    }

    private static ScanProfile any(Random random) {
        FileType type = any(random, FileType.values());
        boolean pdf = type == FileType.PDF;
        boolean archive = pdf && random.nextBoolean();
        Protection protection = pdf && !archive && random.nextBoolean()
                ? new Protection("harbour" + random.nextInt(99), "", random.nextBoolean(), random.nextBoolean(), true)
                : Protection.NONE;
        boolean each = random.nextBoolean();
        PaperSource source = any(random, PaperSource.values());
        return new ScanProfile(
                any(random, ColourMode.values()),
                new Resolution(75 + random.nextInt(1126)),
                source == PaperSource.GLASS ? Sides.ONE : any(random, Sides.values()),
                new ScanInput(
                        source,
                        List.of("", "iso_a5_148x210mm", "custom_80x200mm").get(random.nextInt(3))),
                new Tone(
                        any(random, Tone.Content.values()),
                        any(random, Tone.Threshold.values()),
                        any(random, Tone.Exposure.values()),
                        random.nextInt(9) - 4,
                        random.nextInt(9) - 4),
                Tidy.NONE.with(t -> {
                    t.skipBlank = any(random, Tidy.SkipBlank.values());
                    t.crop = random.nextBoolean();
                    t.straighten = random.nextBoolean();
                    t.upright = random.nextBoolean();
                    t.edges = any(random, Tidy.Rim.values());
                    t.marginMm = random.nextInt(500) / 10.0;
                    t.gutter = random.nextBoolean();
                    t.openedBook = each ? Tidy.Book.NO : Tidy.Book.RIGHT_TO_LEFT;
                    t.eachPaper = each;
                    t.fringe = random.nextBoolean();
                    t.scalePercent = 25 + random.nextInt(376);
                    t.scaleTo = random.nextBoolean() ? "" : "iso_a5_148x210mm";
                    t.fileDpi = random.nextBoolean() ? 0 : 150;
                    t.stamp = new Tidy.Stamp(
                            random.nextBoolean() ? "" : "Seen {date}",
                            any(random, StampInk.Corner.values()),
                            any(random, StampInk.Ink.values()),
                            6 + random.nextInt(60));
                    t.portrait = random.nextBoolean();
                }),
                new Grouping(random.nextInt(5), random.nextBoolean(), random.nextBoolean(), random.nextBoolean()),
                new FileSettings(
                        type,
                        any(random, FileSettings.PagesPerFile.values()),
                        pdf && random.nextBoolean(),
                        pdf && random.nextBoolean(),
                        archive,
                        List.of("eng", "deu").subList(0, 1 + random.nextInt(2)),
                        any(random, FileSettings.Quality.values()),
                        protection,
                        any(random, FileSettings.Spoken.values())));
    }

    private static <T> T any(Random random, T[] values) {
        return values[random.nextInt(values.length)];
    }
}
