package inky.courier.core.preflight;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import inky.courier.core.Invalid;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.job.JobText;
import inky.courier.core.media.Resolution;
import inky.courier.core.office.DestinationItem;
import inky.courier.core.office.Office;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileType;
import inky.courier.core.profile.Protection;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
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
        assertEquals(onFull, codes(check(profile, List.of(), FULL)));
        assertEquals(onPlain, codes(check(profile, List.of(), PLAIN)));
    }

    @ParameterizedTest
    @CsvSource({
        "true, false, false, false, false, job.no-usb",
        "true, false, false, true, false, job.stick-open/CARE",
        "true, true, false, true, false, job.stick-open/STOPS",
        "true, true, false, true, true, ''",
        "false, false, true, true, false, job.no-shelf",
    })
    void whatAJobAsksOfTheDeviceItselfIsFoundBeforehand(
            boolean stick, boolean must, boolean shelf, boolean hasPort, boolean encrypts, String found) {
        ScanProfile open = new ScanProfile(ColourMode.GREY, new Resolution(200), Sides.ONE, FileType.PDF);
        ScanProfile profile = encrypts
                ? open.withFiles(open.files().withProtection(new Protection("gangway", "", true, true, true)))
                : open;
        List<DestinationItem> ways = new ArrayList<>();
        if (stick) {
            ways.add(PreflightOffice.at(DestinationKind.USB, must));
        }
        if (shelf) {
            ways.add(PreflightOffice.at(DestinationKind.SHELF, false));
        }
        List<Finding> findings = check(profile, ways, device(hasPort));
        String codes = String.join(
                " ",
                findings.stream()
                        .map(f -> f.code() + (f.code().equals("job.stick-open") ? "/" + f.severity() : ""))
                        .toList());
        assertEquals(found, codes);
    }

    @Test
    void aProfileIsToldAsASentence() {
        assertEquals(
                "Both sides, colour as found, 200 dpi, PDF of many pages",
                new ScanProfile(ColourMode.AS_FOUND, new Resolution(200), Sides.TWO_LONG_EDGE, FileType.PDF)
                        .sentence()
                        .toString());
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

    /** Where the job goes nowhere else, its files lie in a folder that follows the person, which no check looks at. */
    private static List<Finding> check(ScanProfile profile, List<DestinationItem> ways, DeviceAbilities device) {
        Office office = PreflightOffice.of(
                profile, ways.isEmpty() ? List.of(PreflightOffice.at(DestinationKind.DESKTOP, false)) : ways);
        return Preflight.check(new JobAtDevice(office, PreflightOffice.job(office), new UUID(2, 1), device));
    }

    private static String codes(List<Finding> findings) {
        return String.join(" ", findings.stream().map(Finding::code).toList());
    }

    private static DeviceAbilities device(boolean usbPort) {
        return device(List.of("auto", "color", "monochrome"), List.of("one-sided"), usbPort);
    }

    private static DeviceAbilities device(List<String> colours, List<String> sides) {
        return device(colours, sides, false);
    }

    private static DeviceAbilities device(List<String> colours, List<String> sides, boolean usbPort) {
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
                false,
                usbPort,
                false,
                false);
    }
}
