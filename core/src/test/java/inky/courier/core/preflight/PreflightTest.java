package inky.courier.core.preflight;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import inky.courier.core.Invalid;
import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.job.JobText;
import inky.courier.core.media.Resolution;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileType;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PreflightTest {
    private static final DeviceAbilities FULL =
            device(List.of("auto", "color", "monochrome"), List.of("one-sided", "two-sided-long-edge"));
    private static final DeviceAbilities PLAIN = device(List.of("monochrome"), List.of("one-sided"));

    @ParameterizedTest
    @CsvSource({
        "AS_FOUND, 200, ONE, '', job.colour-as-found",
        "COLOUR, 200, TWO_LONG_EDGE, '', job.sides job.colour",
        "GREY, 600, ONE, job.resolution, job.resolution",
        "BLACK_AND_WHITE, 200, TWO_SHORT_EDGE, '', job.sides",
        "GREY, 200, ONE, '', ''",
    })
    void whatADeviceCannotDoIsFoundBeforeAnybodyScans(
            ColourMode colour, int dpi, Sides sides, String onFull, String onPlain) {
        ScanProfile profile = new ScanProfile(colour, new Resolution(dpi), sides, FileType.PDF);
        assertEquals(onFull, codes(Preflight.check("Berth permit", profile, FULL)));
        assertEquals(onPlain, codes(Preflight.check("Berth permit", profile, PLAIN)));
    }

    @Test
    void aProfileIsToldAsASentence() {
        assertEquals(
                "Both sides, colour as found, 200 dpi, PDF of many pages",
                new ScanProfile(ColourMode.AS_FOUND, new Resolution(200), Sides.TWO_LONG_EDGE, FileType.PDF)
                        .sentence());
    }

    @Test
    void aJobTellsEverythingThatIsWrongAtOnce() {
        Invalid invalid = assertThrows(Invalid.class, () -> JobText.of(" ", "{jub}", "{"));
        assertEquals(
                List.of("name", "subject", "body"),
                invalid.problems().stream().map(p -> p.field()).toList());
        assertThrows(Invalid.class, () -> JobText.of("Permit", "Subject\r\nBcc: x@y.example", ""));
        assertEquals("Permit", JobText.of(" Permit ", "{job}", "").name());
    }

    private static String codes(List<Finding> findings) {
        return String.join(" ", findings.stream().map(Finding::code).toList());
    }

    private static DeviceAbilities device(List<String> colours, List<String> sides) {
        return new DeviceAbilities(
                "Alder M30",
                true,
                true,
                100,
                colours,
                sides,
                List.of(150, 200, 300),
                List.of("iso_a4_210x297mm"),
                9,
                false);
    }
}
