package inky.courier.core.fleet;

import static org.junit.jupiter.api.Assertions.assertDoesNotThrow;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.office.DeviceItem;
import inky.courier.core.office.Office;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DeviceDriftTest {
    private static final DeviceWishes ALL =
            new DeviceWishes(List.of(DeviceField.values()), "Help desk, 4400", 20, "time.wherrymoor.example", null);

    private static DeviceItem device(String name, String place, String what, String language, DeviceWishes wishes) {
        return new DeviceItem(
                new UUID(0, name.hashCode()),
                name,
                place,
                what,
                "192.0.2.17",
                631,
                90,
                language,
                DeviceProtocol.IPP,
                DeviceAccess.OPEN,
                wishes);
    }

    // RFC 4647, section 3.3.1: basic filtering, whose examples these are in part (from memory)
    @ParameterizedTest
    @CsvSource({
        "de, de, true",
        "de, de-CH, true",
        "de-de, de-DE-1996, true",
        "DE, de-CH, true",
        "de-de, de-Deva, false",
        "de, dex, false",
        "de-CH, de, false",
        "en, de, false"
    })
    void aVarietyOfALanguageIsThatLanguage(String wanted, String there, boolean same) {
        assertEquals(same, DeviceField.LANGUAGE.isSame(wanted, there));
    }

    // RFC 1035, section 2.3.3: names of hosts are compared without regard to capitals
    @Test
    void namesOfServersHaveNoCapitalsAndOtherTextsDo() {
        assertTrue(DeviceField.TIME_SERVER.isSame("time.example.org", "TIME.Example.ORG"));
        assertFalse(DeviceField.PLACE.isSame("Quay 2", "quay 2"));
        assertTrue(DeviceField.PLACE.isSame("Quay 2", " Quay 2 "), "some devices pad");
    }

    // RFC 8011, sections 5.4.4 and 5.4.5: name(127) and text(127), in octets (section 5.1.3)
    @Test
    void whatIsSetIsNeverLongerThanADeviceTakesAndNeverCutWithinACharacter() {
        Random random = new Random(56);
        int[] letters = {'a', 'é', '号', 0x1F5A8, ' '};
        for (int i = 0; i < 500; i++) {
            StringBuilder text = new StringBuilder();
            int length = random.nextInt(200);
            for (int n = 0; n < length; n++) {
                text.appendCodePoint(letters[random.nextInt(letters.length)]);
            }
            String fitting = DeviceField.fitting(text.toString());
            byte[] octets = fitting.getBytes(StandardCharsets.UTF_8);
            assertTrue(octets.length <= DeviceField.MOST_OCTETS, fitting);
            assertEquals(fitting, new String(octets, StandardCharsets.UTF_8));
            String whole = text.toString().strip();
            assertTrue(whole.startsWith(fitting), whole);
            if (whole.getBytes(StandardCharsets.UTF_8).length <= DeviceField.MOST_OCTETS) {
                assertEquals(whole, fitting);
            }
        }
    }

    @Test
    void whatIsWantedFollowsTheDeviceWhereItIsOfTheDevice() {
        assertEquals(
                Map.of(
                        DeviceField.NAME, "Wharf",
                        DeviceField.PLACE, "Quay 2, first floor",
                        DeviceField.CONTACT, "Help desk, 4400",
                        DeviceField.LANGUAGE, "fr",
                        DeviceField.SLEEP, "20",
                        DeviceField.TIME_SERVER, "time.wherrymoor.example",
                        DeviceField.SIGN_OUT, "90",
                        DeviceField.MODE, "through-courier"),
                device("Wharf", "Quay 2", "first floor", "", ALL).wantedThere("fr"));
        assertEquals(
                Map.of(),
                device("Wharf", "Quay 2", "", "de", DeviceWishes.NONE).wantedThere("fr"),
                "as the device has it");
    }

    @Test
    void eachFieldStandsByWhatTheDeviceTellsAndWhatCanBeSet() {
        DeviceSettings there = new DeviceSettings(
                Map.of(DeviceField.NAME, "Wharf", DeviceField.PLACE, "", DeviceField.LANGUAGE, "en"),
                List.of(DeviceField.PLACE, DeviceField.SLEEP),
                "");
        assertEquals(
                List.of(
                        "NAME SAME",
                        "PLACE DIFFERS",
                        "CONTACT UNKNOWN",
                        "LANGUAGE BY_HAND",
                        "SLEEP UNTOLD",
                        "TIME_SERVER UNKNOWN",
                        "SIGN_OUT UNKNOWN",
                        "MODE UNKNOWN"),
                DeviceDrift.between(device("Wharf", "Quay 2", "", "de", ALL).wantedThere("en"), there).stream()
                        .map(one -> one.field() + " " + one.state())
                        .toList());
    }

    /** Whatever is copied, what was not chosen stays, and copying once more changes nothing. */
    @Test
    void copyingChangesWhatWasChosenAndNothingElse() {
        Random random = new Random(57);
        for (int i = 0; i < 500; i++) {
            DeviceItem from = device("From", "Quay 1", "", "de", some(random));
            DeviceItem to = device("To", "Quay 2", "", "", some(random));
            Set<DeviceField> chosen = Set.copyOf(some(random).fields());
            DeviceItem after = to.wanting(from, chosen);
            assertEquals(after, after.wanting(from, chosen));
            assertEquals(to.name() + to.place() + to.host(), after.name() + after.place() + after.host());
            for (DeviceField field : DeviceField.values()) {
                DeviceItem source = chosen.contains(field) ? from : to;
                assertEquals(source.wishes().watches(field), after.wishes().watches(field));
                if (field != DeviceField.NAME && field != DeviceField.PLACE) {
                    assertEquals(
                            source.wantedThere("en").get(field),
                            after.wantedThere("en").get(field));
                }
            }
        }
    }

    private static DeviceWishes some(Random random) {
        List<DeviceField> fields = List.of(DeviceField.values()).stream()
                .filter(field -> random.nextBoolean())
                .toList();
        return new DeviceWishes(
                fields,
                "Desk " + random.nextInt(3),
                1 + random.nextInt(240),
                "t" + random.nextInt(3),
                DeviceMode.values()[random.nextInt(2)]);
    }

    @Test
    void onlyWhatIsWatchedHasToBeThere() {
        Office empty = Office.EMPTY;
        assertDoesNotThrow(() -> device("A", "", "", "", new DeviceWishes(List.of(), "", 15, "", null))
                .check(empty));
        DeviceWishes wrong =
                new DeviceWishes(List.of(DeviceField.CONTACT, DeviceField.TIME_SERVER), "", 300, "a b", null);
        Invalid invalid =
                assertThrows(Invalid.class, () -> device("A", "", "", "", wrong).check(empty));
        assertEquals(
                List.of("contact", "sleepMinutes", "timeServer"),
                invalid.problems().stream().map(Problem::field).toList());
    }
}
