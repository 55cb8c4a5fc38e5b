package inky.courier.core.preflight;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertThrows;

import inky.courier.core.Invalid;
import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.Encryption;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.job.Asking;
import inky.courier.core.job.JobText;
import inky.courier.core.media.Resolution;
import inky.courier.core.office.Change;
import inky.courier.core.office.DestinationItem;
import inky.courier.core.office.JobItem;
import inky.courier.core.office.Office;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileSettings;
import inky.courier.core.profile.FileType;
import inky.courier.core.profile.Grouping;
import inky.courier.core.profile.PaperSource;
import inky.courier.core.profile.Protection;
import inky.courier.core.profile.ScanInput;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import inky.courier.core.transfer.WhenTaken;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PreflightTest {
    private static final DeviceAbilities FULL = device(true, true, true, true, false);
    private static final DeviceAbilities KEEPS = new DeviceAbilities(
            FULL.makeAndModel(),
            true,
            true,
            100,
            true,
            true,
            FULL.resolutions(),
            FULL.media(),
            9,
            false,
            true,
            true,
            false);
    private static final DeviceAbilities PLAIN = device(false, false, true, true, false);

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

    /** Sizes by PWG 5101.1; a size fits where one that is no smaller does. */
    @ParameterizedTest
    @CsvSource({
        "FEEDER, '', true, true, ''",
        "GLASS, '', true, true, ''",
        "GLASS, '', true, false, job.no-glass",
        "FEEDER, '', false, true, ''",
        "FEEDER, iso_a5_148x210mm, true, true, ''",
        "FEEDER, custom_80x200mm, true, true, ''",
        "GLASS, na_letter_8.5x11in, true, true, job.size",
        "GLASS, iso_a3_297x420mm, true, false, job.no-glass job.size",
    })
    void wherePaperLiesAndHowLargeItIsFitTheDevice(
            PaperSource source, String media, boolean feeder, boolean glass, String found) {
        ScanProfile profile = new ScanProfile(
                ColourMode.GREY,
                new Resolution(200),
                Sides.ONE,
                new ScanInput(source, media),
                null,
                null,
                null,
                FileSettings.PDF);
        DeviceAbilities device = device(false, false, feeder, glass, false);
        assertEquals(found, codes(check(profile, List.of(), device)));
        FittedJob.fitted(profile, device)
                .ifPresent(fitted -> assertEquals("", codes(check(fitted, List.of(), device))));
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
        List<Finding> findings = check(profile, ways, device(true, false, true, true, hasPort));
        String codes = String.join(
                " ",
                findings.stream()
                        .map(f -> f.code() + (f.code().equals("job.stick-open") ? "/" + f.severity() : ""))
                        .toList());
        assertEquals(found, codes);
    }

    /** A second file of the same name is lost where it replaces the first; what Courier mends is not found again. */
    @ParameterizedTest
    @CsvSource({
        "{date} {job}, REPLACE, false, job.name-repeats",
        "{date} {job}, REFUSE, false, job.name-repeats",
        "{date} {job}, NUMBER, false, ''",
        "{date} {job} {counter:4}, REPLACE, false, ''",
        "{date} {time:HHmmss} {job}, REPLACE, false, ''",
        "{separator} {counter:4}, REPLACE, false, job.no-separator",
        "'{separator, else job} {counter:4}', REPLACE, false, ''",
        "{separator} {counter:4}, REPLACE, true, ''",
    })
    void namesThatComeAgainOrStayEmptyAreFoundBeforehand(
            String template, WhenTaken whenTaken, boolean separators, String found) {
        ScanProfile plain = new ScanProfile(ColourMode.GREY, new Resolution(200), Sides.ONE, FileType.PDF);
        ScanProfile profile = new ScanProfile(
                plain.colour(),
                plain.resolution(),
                plain.sides(),
                plain.input(),
                plain.tone(),
                plain.tidy(),
                new Grouping(0, false, separators, false),
                plain.files());
        DestinationItem folder = PreflightOffice.at(DestinationKind.SHELF, false);
        DestinationItem keeping = new DestinationItem(
                folder.id(),
                folder.name(),
                folder.kind(),
                folder.through(),
                folder.settings(FolderSettings.class).orElseThrow().withWhenTaken(whenTaken),
                folder.ownerId());
        Office office = PreflightOffice.of(profile, List.of(keeping), template);
        assertEquals(found, codes(check(office)));
        JobAtDevice at = new JobAtDevice(office, PreflightOffice.job(office), new UUID(2, 1), KEEPS);
        List<Change> mending = Preflight.fix(at, UUID::randomUUID);
        if (!mending.isEmpty()) {
            assertEquals("", codes(check(office.apply(mending))));
        }
    }

    /** RFC 4217 for FTP over TLS; SFTP shows a key and WebDAV over HTTPS a certificate. */
    @ParameterizedTest
    @CsvSource({
        "FTP, NONE, MUST_BE_VALID, job.open-line",
        "FTP, STARTTLS, MUST_BE_VALID, ''",
        "FTP, STARTTLS, OFF, job.any-certificate",
        "SFTP, NONE, MUST_BE_VALID, ''",
        "SFTP, NONE, OFF, job.any-certificate",
        "WEBDAV, NONE, MUST_BE_VALID, ''",
        "WEBDAV, NONE, OFF, job.any-certificate",
    })
    void whatGoesOverTheNetworkOpenlyOrToAnybodyIsFound(
            DestinationKind kind, Encryption encryption, CertificateCheck check, String found) {
        ScanProfile plain = new ScanProfile(ColourMode.GREY, new Resolution(200), Sides.ONE, FileType.PDF);
        assertEquals(found, codes(check(plain, List.of(PreflightOffice.server(kind, encryption, check)), FULL)));
    }

    /** 300 dpi is usual for text that is read; common practice, no source. */
    @ParameterizedTest
    @CsvSource({"150, WORD, job.reads-coarse", "150, PDF, ''", "200, WORD, ''"})
    void textThatWouldBeMisreadIsFound(int dpi, FileType type, String found) {
        ScanProfile profile = new ScanProfile(ColourMode.GREY, new Resolution(dpi), Sides.ONE, type);
        assertEquals(found, codes(check(profile, List.of(), FULL)));
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

    /** One way that a device has not stops nobody who can choose another; where none is left, it does. */
    @ParameterizedTest
    @CsvSource({
        "false, false, job.no-usb/STOPS",
        "false, true, job.no-usb/CARE",
        "true, true, job.stick-open/CARE",
    })
    void whereSomebodyChoosesOneWayDoesNotStopTheOthers(boolean hasPort, boolean mail, String found) {
        List<DestinationItem> ways = new ArrayList<>(List.of(PreflightOffice.at(DestinationKind.USB, false)));
        if (mail) {
            ways.add(PreflightOffice.at(DestinationKind.DESKTOP, false));
        }
        ScanProfile profile = new ScanProfile(ColourMode.GREY, new Resolution(200), Sides.ONE, FileType.PDF);
        Office office = PreflightOffice.of(profile, ways);
        JobItem chosen = PreflightOffice.job(office).with(job -> job.asks = Asking.everything(profile));
        List<Finding> findings = Preflight.check(new JobAtDevice(
                office.apply(List.of(new Change.Put(chosen))),
                chosen,
                new UUID(2, 1),
                device(true, false, true, true, hasPort)));
        assertEquals(
                found,
                String.join(
                        " ",
                        findings.stream()
                                .map(f -> f.code() + "/" + f.severity())
                                .toList()));
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

    private static List<Finding> check(Office office) {
        return Preflight.check(new JobAtDevice(office, PreflightOffice.job(office), new UUID(2, 1), KEEPS));
    }

    private static DeviceAbilities device(
            boolean colour, boolean bothSides, boolean feeder, boolean glass, boolean usbPort) {
        return new DeviceAbilities(
                "Alder M30",
                feeder,
                glass,
                feeder ? 100 : 0,
                colour,
                bothSides,
                List.of(150, 200, 300),
                List.of("iso_a4_210x297mm"),
                9,
                false,
                usbPort,
                false,
                false);
    }
}
