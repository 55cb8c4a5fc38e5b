package inky.courier.core.preflight;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.message.Message;
import inky.courier.core.preflight.WaysOut.Room;
import inky.courier.core.preflight.WaysOut.Trouble;
import inky.courier.core.preflight.WaysOut.Way;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WaysOutTest {
    @Test
    void whatAnsweredAndWhatWasNeverTriedIsNoFinding() {
        assertEquals(
                List.of(),
                WaysOut.check("Tide table", List.of(new Way("Harbour Post", Optional.empty(), Optional.empty()))));
    }

    @Test
    void aServerThatDidNotTakeItIsNamedWithItsRemedyAndStopsNothing() {
        Trouble trouble =
                new Trouble(Message.text("The sign-in was refused."), Message.text("Enter the new password."));
        List<Finding> found = WaysOut.check(
                "Tide table",
                List.of(
                        new Way("Harbour Post", Optional.of(trouble), Optional.empty()),
                        new Way("Quay files", Optional.empty(), Optional.empty())));
        assertEquals(1, found.size());
        assertEquals(Finding.Severity.CARE, found.get(0).severity());
        assertTrue(found.get(0).sentence().toString().startsWith("Harbour Post "), found.toString());
        assertEquals("Enter the new password.", found.get(0).remedy().toString());
    }

    // Ten pages are a usual scan: common practice, no source
    @ParameterizedTest
    @CsvSource({"0, true, hold a page", "1, true, holds one page", "9, true, holds 9 pages", "10, false, ''"})
    void aServerThatHoldsLessThanAUsualScanIsAFinding(int pages, boolean found, String words) {
        List<Finding> findings = WaysOut.check(
                "Tide table", List.of(new Way("Harbour Post", Optional.empty(), Optional.of(new Room(20, pages)))));
        assertEquals(found, !findings.isEmpty());
        findings.forEach(f -> assertTrue(
                f.sentence().toString().contains("20 MB")
                        && f.sentence().toString().contains(words),
                f.sentence().toString()));
    }
}
