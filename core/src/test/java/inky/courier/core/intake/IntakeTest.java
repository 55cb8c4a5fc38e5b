package inky.courier.core.intake;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.net.InetAddress;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class IntakeTest {
    /** RFC 4632, section 3.1; RFC 4291, section 2.2 for the forms of IPv6; addresses of RFC 5737 and RFC 3849. */
    @ParameterizedTest
    @CsvSource({
        "10.0.0.0/8, 10.255.3.4, true",
        "10.0.0.0/8, 11.0.0.0, false",
        "10.42.0.0/16, 10.42.255.255, true",
        "192.0.2.0/25, 192.0.2.128, false",
        "192.0.2.9, 192.0.2.9, true",
        "192.0.2.9, 192.0.2.8, false",
        "0.0.0.0/0, 203.0.113.1, true",
        "0.0.0.0/0, 2001:db8::1, false",
        "2001:db8::/32, 2001:db8:ffff::1, true",
        "2001:db8::/32, 2001:db9::1, false",
        "2001:DB8:0:0:8:800:200C:417A, 2001:db8::8:800:200c:417a, true",
        "::1, 0:0:0:0:0:0:0:1, true",
        "ff01::/16, ff01::101, true",
    })
    void aRangeHoldsWhatHasItsFirstBits(String range, String address, boolean holds) throws Exception {
        AddressRange read = AddressRange.of(range).orElseThrow();
        assertEquals(holds, read.holds(InetAddress.getByName(address).getAddress()));
    }

    @ParameterizedTest
    @CsvSource({
        "10.1/16",
        "10.42.1.0/16",
        "192.0.2.0/33",
        "192.0.2.256",
        "office.example",
        "2001:db8::/129",
        "''",
        "10",
        "/8"
    })
    void whatIsNoRangeIsNone(String text) {
        assertTrue(AddressRange.of(text).isEmpty());
    }

    /** RFC 3834, section 5 (Auto-Submitted); RFC 5321, section 4.5.5 (no return path); RFC 6522 (report); RFC 5322, section 3.6.4. */
    @ParameterizedTest
    @CsvSource(
            nullValues = "-",
            value = {
                "a@b.example, Subject, Scan, -",
                "a@b.example, Auto-Submitted, no, -",
                "a@b.example, Auto-Submitted, 'No ; comment=x', -",
                "a@b.example, Auto-Submitted, auto-replied, AUTOMATIC",
                "a@b.example, Auto-Submitted, 'auto-generated; x=y', AUTOMATIC",
                "a@b.example, Precedence, bulk, AUTOMATIC",
                "a@b.example, List-Id, <crew.wherrymoor.example>, AUTOMATIC",
                "a@b.example, Content-Type, 'multipart/report; report-type=delivery-status', BOUNCE",
                "'', Subject, Scan, BOUNCE",
                "a@b.example, In-Reply-To, <1@b.example>, REPLY",
                "a@b.example, References, <1@b.example>, REPLY",
            })
    void whatNobodyScannedIsNoScan(String returnPath, String name, String value, NoScan none) {
        assertEquals(
                Optional.ofNullable(none), NoScan.of(returnPath, header -> header.equalsIgnoreCase(name) ? value : ""));
    }

    @ParameterizedTest
    @CsvSource({
        "Berth permit, berth-permit",
        "Für Gäste & Crew, fuer-gaeste-crew",
        "  --Überfahrt 2  , ueberfahrt-2",
        "A.Kjølv, a-kjolv",
        "…, ''",
    })
    void namesStandInAddressesInLatinLetters(String name, String key) {
        assertEquals(key, IntakeAddress.key(name));
    }

    @Test
    void whatIsWrittenIsReadAgain() {
        Random random = new Random(17);
        for (int i = 0; i < 2_000; i++) {
            IntakeAddress address = new IntakeAddress(
                    IntakeAddress.key("Job " + random.nextInt()),
                    random.nextBoolean() ? "" : IntakeAddress.key("Device " + random.nextInt()),
                    random.nextBoolean() ? "" : "p" + random.nextInt(1000) + (random.nextBoolean() ? "" : ".x+y"));
            assertEquals(address, IntakeAddress.of(address.toString()));
            assertEquals(address, IntakeAddress.of(address.toString().toUpperCase(java.util.Locale.ROOT)));
        }
    }

    @Test
    void whatTwoAreCalledIsNeither() {
        UUID one = UUID.randomUUID();
        UUID other = UUID.randomUUID();
        Map<String, Optional<UUID>> keys =
                IntakeAddress.keys(Map.of(one, "Berth permit", other, "berth  PERMIT", UUID.randomUUID(), "…"));
        assertEquals(Optional.empty(), IntakeAddress.named("berth-permit", keys));
        assertEquals(
                Optional.of(one),
                IntakeAddress.named("crew-roster", IntakeAddress.keys(Map.of(one, "Crew roster", other, "Crew"))));
    }

    /** RFC 4632 section 3.1 (how many), RFC 1122 section 3.2.1.3 (the first and the last are nobody's). */
    @ParameterizedTest
    @CsvSource({
        "192.0.2.0/24, 254, 192.0.2.1, 192.0.2.254",
        "192.0.2.8/30, 2, 192.0.2.9, 192.0.2.10",
        "192.0.2.8/31, 2, 192.0.2.8, 192.0.2.9",
        "192.0.2.8, 1, 192.0.2.8, 192.0.2.8",
        "10.1.252.0/22, 1022, 10.1.252.1, 10.1.255.254",
        "0.0.0.0/0, 4294967294, 0.0.0.1, 255.255.255.254",
    })
    void aRangeHasSoManyHosts(String range, long count, String first, String last) {
        AddressRange of = AddressRange.of(range).orElseThrow();
        assertEquals(count, of.hosts());
        assertEquals(first, of.host(0));
        assertEquals(last, of.host(count - 1));
    }
}
