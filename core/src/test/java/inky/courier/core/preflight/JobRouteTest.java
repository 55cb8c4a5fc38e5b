package inky.courier.core.preflight;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.destination.DestinationKind;
import inky.courier.core.media.Resolution;
import inky.courier.core.message.Message;
import inky.courier.core.office.JobItem;
import inky.courier.core.preflight.JobRoute.Room;
import inky.courier.core.preflight.JobRoute.Trouble;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileType;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class JobRouteTest {
    private static final JobItem JOB = PreflightOffice.job(PreflightOffice.of(
            new ScanProfile(ColourMode.GREY, new Resolution(200), Sides.ONE, FileType.PDF),
            List.of(PreflightOffice.at(DestinationKind.SHELF, false))));

    private static JobRoute by(String name, Optional<Trouble> trouble, Optional<Room> room) {
        return new JobRoute(JOB, name, trouble, room);
    }

    @Test
    void aServerThatDidNotTakeItIsNamedWithItsRemedyAndStopsNothing() {
        Trouble trouble =
                new Trouble(Message.text("The sign-in was refused."), Message.text("Enter the new password."));
        List<Finding> found = Preflight.check(List.of(
                by("Harbour Post", Optional.of(trouble), Optional.empty()),
                by("Quay files", Optional.empty(), Optional.empty())));
        assertEquals(1, found.size());
        assertEquals(JOB.reference(), found.get(0).subject());
        assertEquals(Finding.Severity.CARE, found.get(0).severity());
        assertTrue(found.get(0).sentence().toString().startsWith("Harbour Post "), found.toString());
        assertEquals("Enter the new password.", found.get(0).remedy().toString());
    }

    // Ten pages are a usual scan: common practice, no source
    @ParameterizedTest
    @CsvSource({"0, true, hold a page", "1, true, holds one page", "9, true, holds 9 pages", "10, false, ''"})
    void aServerThatHoldsLessThanAUsualScanIsAFinding(int pages, boolean found, String words) {
        List<Finding> findings =
                Preflight.check(List.of(by("Harbour Post", Optional.empty(), Optional.of(new Room(20, pages)))));
        assertEquals(found, !findings.isEmpty());
        findings.stream()
                .map(f -> f.sentence().toString())
                .forEach(said -> assertTrue(said.contains("20 MB") && said.contains(words), said));
    }
}
